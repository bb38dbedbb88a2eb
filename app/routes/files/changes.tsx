import { Form } from "react-router";
import type { DataChange } from "@server/data-changes.server";
import { count } from "@studies/words/words";
import { BackupLink } from "./removals";

const WHEN = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short", timeZone: "UTC" });
const DID = { import: "Imported", removal: "Removed", edit: "Changed" } as const;

/** The latest changes of the data, the newest first, with what there was before and after; the newest can be undone. */
export function Changes({ changes }: { changes: readonly DataChange[] }) {
  if (changes.length === 0) return null;
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">Latest changes</h2>
      <ol>
        {changes.map((c, k) => (
          <li key={c.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
            <span>
              <b className="font-semibold">{DID[c.kind]}</b> {c.words}{" "}
              <span className="text-soft">
                {beforeAndAfter(c)}
                <span className="whitespace-nowrap">{WHEN.format(c.madeAt)} UTC</span>
              </span>
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
      <p className="mt-1 text-soft">
        The last ten are kept; they are undone one after another, the latest first.{" "}
        <BackupLink className="link whitespace-nowrap">Save a backup first</BackupLink>
      </p>
    </section>
  );
}

/** "from 500 to 501 instruments, 10,000 to 10,020 bars; " */
function beforeAndAfter({ kind, before, after }: DataChange): string {
  if (kind === "edit" || !before || !after) return "";
  const fromTo = (from: number, to: number, one: string) =>
    from === to ? `${count(to, one)} as before` : `${from.toLocaleString("en-GB")} to ${count(to, one)}`;
  return `(${fromTo(before.instruments, after.instruments, "instrument")}, ${fromTo(before.bars, after.bars, "bar")}) `;
}
