import { Link } from "react-router";
import { hrefOf, useHere } from "~/here";
import { pathOfTrial } from "~/saved-trials";
import type { JudgedTrial } from "~/saved-trials.server";
import { Later } from "~/ui/later";

/** The saved models that are rebalanced at the next open, with what changes; nothing where none is. */
export function ModelsDue({ trials }: { readonly trials: Promise<readonly JudgedTrial[]> | undefined }) {
  const here = useHere();
  return (
    <Later
      said={trials}
      hold
      waiting={null}
      failed={<p className="mt-6 text-soft">The saved models could not be asked at this date.</p>}
    >
      {(due) =>
        due.length === 0 ? null : (
          <section aria-label="Rebalanced at the next open" className="mt-6">
            <h2 className="heading border-b border-ink/60 pb-1">Rebalanced at the next open</h2>
            <ul>
              {due.map((trial) => (
                <li key={trial.name} className="flex items-baseline gap-4 border-b border-rule/70 py-1">
                  <Link
                    className="w-56 shrink-0 truncate font-semibold hover:text-indigo"
                    to={hrefOf(here, pathOfTrial("models"), { ...trial.body.params, name: trial.name })}
                  >
                    {trial.name}
                  </Link>
                  <span className="font-serif text-[16px] leading-6">{trial.due}</span>
                </li>
              ))}
            </ul>
          </section>
        )
      }
    </Later>
  );
}
