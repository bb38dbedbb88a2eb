import { changeWords, STATUS_WORDS } from "@studies/plans/plan-words";
import { date, price } from "@studies/words/words";
import type { PlanAnswer } from "./plan-shown";

/** What has happened to a plan, session by session, the latest first. */
export function ChangesList({ plan }: { readonly plan: PlanAnswer }) {
  const first = plan.sides.filter((side) => side.outcome.status === "waiting").map((side) => side.side);
  const closeOf = (day: number) => {
    const k = plan.bars.days.indexOf(day);
    return k < 0 || Number.isNaN(plan.bars.close[k]!) ? "" : `close ${price(plan.bars.close[k]!, plan.close)}`;
  };
  const isNow = (day: number) => plan.provisional && day === plan.asOf;
  return (
    <section aria-label="What has happened" className="mt-3 border-t border-ink/60">
      <h2 className="sr-only">What has happened</h2>
      <ul>
        {[...plan.changes].reverse().map((change, k) => (
          <li key={k} className={`flex gap-3 border-b border-rule/70 py-1 ${isNow(change.day) ? "text-amber" : ""}`}>
            <b className="w-24 shrink-0 font-semibold">{date(change.day)}</b>
            <span className="w-12 shrink-0 text-soft">{change.side}</span>
            <span className="min-w-0 flex-1">
              {changeWords(change, change.side, "unit")}
              {isNow(change.day) ? ", provisional" : ""}
            </span>
            <span className="text-soft">{closeOf(change.day)}</span>
          </li>
        ))}
        {plan.versions
          .slice(1)
          .reverse()
          .map(({ made }) => (
            <li key={made} className="flex gap-3 border-b border-rule/70 py-1 text-soft">
              <b className="w-24 shrink-0 font-semibold">{date(made)}</b>
              <span className="w-12 shrink-0" />
              changed, in force from the session after
            </li>
          ))}
        <li className="flex gap-3 border-b border-rule/70 py-1">
          <b className="w-24 shrink-0 font-semibold">{date(plan.made)}</b>
          <span className="w-12 shrink-0" />
          <span className="min-w-0 flex-1">
            made{plan.origin === "" ? "" : ` from ${plan.origin}`}
            {first.length > 0
              ? `; ${STATUS_WORDS.waiting} on ${first.length === 2 ? "both sides" : `the ${first[0]!} side`}`
              : ""}
          </span>
          <span className="text-soft">{closeOf(plan.made)}</span>
        </li>
      </ul>
    </section>
  );
}
