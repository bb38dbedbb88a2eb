import { Form } from "react-router";
import type { DataChange } from "@server/data-changes.server";

const WHEN = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short", timeZone: "UTC" });

/** The latest imports and removals, the newest first; the newest can be undone. */
export function Changes({ changes }: { changes: readonly DataChange[] }) {
  if (changes.length === 0) return null;
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Latest changes</h2>
      <ol>
        {changes.map((c, k) => (
          <li key={c.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
            <span>
              <b className="font-semibold">{c.kind === "import" ? "Imported" : "Removed"}</b> {c.words}{" "}
              <span className="whitespace-nowrap text-soft">{WHEN.format(c.madeAt)} UTC</span>
            </span>
            {k === 0 && (
              <Form method="post">
                <input type="hidden" name="change" value={c.id} />
                <button type="submit" name="intent" value="undo" className="control">
                  Undo
                </button>
              </Form>
            )}
          </li>
        ))}
      </ol>
      <p className="mt-1 text-soft">The last five are kept; they are undone one after another, the latest first.</p>
    </section>
  );
}
