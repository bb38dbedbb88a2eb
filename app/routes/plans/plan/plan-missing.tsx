import { Link } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { SavedPlan } from "@studies/plans/plan-schema";
import { date } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";

/** A plan at a date at which it was not made yet, or on whose market nothing is known of its instrument. */
export function PlanMissing({ plan }: { readonly plan: SavedPlan }) {
  const here = useHere();
  const wayBack = useWayBack();
  const { made } = plan.versions[0]!;
  useKeys({ Backspace: () => wayBack(hrefOf(here, "/plans")) });
  return (
    <div data-main tabIndex={-1}>
      <Reading sentences={[[`The plan for ${plan.ticker} was not made yet at this date.`]]} />
      <p className="mt-2 text-soft">
        It was made on{" "}
        <Link className="figure-link" to={hrefOf({ ...here, asOf: isoDate(made) }, `/plans/${plan.id}`)}>
          {date(made)}
        </Link>
        ; later it shows what has come of it.
      </p>
    </div>
  );
}
