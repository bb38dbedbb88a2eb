import { Link } from "react-router";
import type { JudgedSituation } from "~/saved-situations.server";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { useItems } from "~/ui/use-items";

/** The situations that were saved, with whether each holds at this close. */
export function SavedSituations({ saved, current }: { saved: readonly JudgedSituation[]; current: string | undefined }) {
  const { remove, save, answer } = useItems();
  const removed = answer?.removed;
  if (saved.length === 0 && !removed) return null;
  return (
    <section aria-label="Saved situations" className="mt-6">
      <h2 className="heading border-b border-ink/60 pb-1">Saved situations</h2>
      {removed && !saved.some((s) => s.name === removed.name) && (
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => save("situation", removed.name, removed.body)} />
      )}
      <ul>
        {saved.map((s) => (
          <li key={s.name} className="flex items-baseline gap-3 border-b border-rule py-1.5">
            <Link
              to={s.href}
              className="shrink-0 font-semibold hover:text-indigo"
              aria-current={s.name === current ? "true" : undefined}
            >
              {s.name}
            </Link>
            <span className="min-w-0 flex-1 truncate font-serif text-[15px] text-soft" title={s.sentence}>
              {s.sentence}
            </span>
            <span className={s.holding > 0 ? "shrink-0 font-semibold text-indigo" : "shrink-0 text-soft"}>
              {s.holding === 0
                ? "does not hold"
                : s.instruments === 1
                  ? "holds at this close"
                  : `holds for ${s.holding} of ${s.instruments}`}
            </span>
            <DeleteButton name={`the situation ${s.name}`} onDelete={() => remove("situation", s.name)} />
          </li>
        ))}
      </ul>
    </section>
  );
}
