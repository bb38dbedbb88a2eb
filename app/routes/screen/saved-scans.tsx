import { Link } from "react-router";
import { ruleSentence } from "@core/conditions/sentence";
import { hrefOf, useHere } from "~/here";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { useItems } from "~/ui/use-items";
import { paramsOfScan, type SavedScan } from "./scan-params";

interface Saved {
  readonly name: string;
  readonly body: SavedScan;
}

/** The scans that were saved; one with its note where it has one. */
export function SavedScans({ saved, current }: { readonly saved: readonly Saved[]; readonly current: string }) {
  const here = useHere();
  const { remove, save, answer } = useItems();
  const removed = answer?.removed;
  if (saved.length === 0 && !removed) return null;
  return (
    <section aria-label="Saved scans" className="mt-5">
      <h2 className="heading border-b border-ink/60 pb-1">Saved scans</h2>
      {removed && !saved.some((s) => s.name === removed.name) && (
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => save("scan", removed.name, removed.body)} />
      )}
      <ul>
        {saved.map(({ name, body }) => (
          <li key={name} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <Link
              to={hrefOf(here, "/screen", { ...paramsOfScan(body), name })}
              className="shrink-0 font-semibold hover:text-indigo"
              aria-current={name === current ? "true" : undefined}
            >
              {name}
            </Link>
            <span className="min-w-0 flex-1 truncate font-serif text-[15px] text-soft" title={ruleSentence(body.when)}>
              {body.note || ruleSentence(body.when)}
            </span>
            <DeleteButton name={`the scan ${name}`} onDelete={() => remove("scan", name)} />
          </li>
        ))}
      </ul>
    </section>
  );
}
