import { X } from "lucide-react";
import { Link } from "react-router";
import type { Rule } from "@core/conditions/condition";
import type { HeldClause, trueNow } from "@studies/precedents/true-now";
import { count, date, percent } from "@studies/words/words";
import { useHrefWith } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import type { ResultOf } from "~/wire";

interface Props {
  readonly now: ResultOf<typeof trueNow>;
  /** Sentences of the clauses that are in the situation already. */
  readonly within: readonly string[];
  readonly onAdd: (rule: Rule) => void;
}

/** Every catalogued clause that holds at this close, rarest first, and what the calendar brings; Enter adds one. */
export function TrueNowDrawer({ now, within, onAdd }: Props) {
  const hrefWith = useHrefWith();
  return (
    <aside aria-label="True now" className="w-[284px] shrink-0 border-l border-rule pl-4">
      <h2 className="heading flex justify-between">
        True now
        <Link
          to={hrefWith({ beside: undefined })}
          replace
          preventScrollReset
          aria-label="Close true now"
          className="text-soft hover:text-ink"
        >
          <X size={15} />
        </Link>
      </h2>
      <p className="mt-1 text-[12px] text-soft">
        Of {now.catalogued} catalogued clauses {now.holding.length} hold for <b className="font-semibold text-ink">{now.name}</b>{" "}
        at this close; rarest first, with how often each holds. Press one to add it.
      </p>
      <Clauses label="Clauses that hold" clauses={now.holding} within={within} onAdd={onAdd} />
      <h3 className="heading mt-4">Next session, by calendar</h3>
      <p className="text-[12px] text-soft">{date(now.nextDay)}</p>
      <Clauses label="Clauses that will hold" clauses={now.next} within={within} onAdd={onAdd} />
    </aside>
  );
}

function Clauses({
  label,
  clauses,
  within,
  onAdd,
}: {
  label: string;
  clauses: readonly HeldClause[];
  within: readonly string[];
  onAdd: (rule: Rule) => void;
}) {
  return (
    <ul
      aria-label={label}
      className="mt-2"
      onKeyDown={(event) => {
        const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
        if (step === 0) return;
        event.preventDefault();
        const all = [...event.currentTarget.querySelectorAll("button")];
        all[all.indexOf(document.activeElement as HTMLButtonElement) + step]?.focus();
      }}
    >
      {clauses.map((clause) => {
        const present = within.includes(clause.sentence);
        return (
          <li key={clause.sentence} className="border-t border-rule">
            <button
              type="button"
              disabled={present}
              title={explanationsOf(clause.sentence)}
              className="group flex w-full items-baseline gap-2 py-1.5 text-left enabled:hover:text-indigo disabled:text-soft"
              onClick={() => {
                onAdd(clause.rule);
              }}
            >
              <span className="min-w-0 flex-1 leading-[1.3]">
                {clause.sentence}
                {clause.running > 1 && <span className="text-soft"> ({count(clause.running, "session")})</span>}
                <span className="block text-[12px] text-soft group-enabled:hidden">in the sentence already</span>
                <span className="hidden text-[12px] text-soft group-enabled:group-hover:block group-enabled:group-focus-visible:block">
                  leaves {clause.leaves.toLocaleString("en-GB")}
                </span>
              </span>
              <span className="w-12 shrink-0 text-right font-semibold">
                {percent(clause.share)}
                <span className="mt-0.5 block h-[3px] bg-track" aria-hidden>
                  <span className="block h-full bg-ink/60" style={{ width: `${(100 * clause.share).toFixed(1)}%` }} />
                </span>
              </span>
            </button>
          </li>
        );
      })}
      {clauses.length === 0 && <li className="py-1.5 text-soft">None.</li>}
    </ul>
  );
}
