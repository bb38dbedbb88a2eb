import { Link } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { KeptPlan } from "@server/plans.server";
import { madeWords } from "@studies/plans/plan-words";
import { date } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { Explained } from "~/ui/term";
import type { PlanAnswer } from "./plan-shown";
import type { usePlanEdits } from "./use-plan-edits";

interface Props {
  readonly kept: KeptPlan;
  readonly plan: PlanAnswer;
  readonly edits: ReturnType<typeof usePlanEdits>;
  readonly isLive: boolean;
}

/** When it was written, and how it is ended by hand. */
export function PlanFoot({ kept, plan, edits, isLive }: Props) {
  const here = useHere();
  const { version, change } = edits;
  const isOpen = plan.sides.some((side) => side.outcome.held > 0);
  return (
    <p className="mt-3 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-[12px] text-soft">
      <span>
        This version was <Explained text={madeWords(version)} />; versions:{" "}
        {kept.plan.versions.map((one) => date(one.made)).join(", ")}.
      </span>
      {isLive && !version.isClosed && (
        <button
          type="button"
          className="min-h-6 hover:text-indigo"
          onClick={() => {
            change({ ...version, isClosed: true }, isOpen ? "closed by hand" : "cancelled");
          }}
        >
          {isOpen ? "close it at the next open" : "cancel it"}
        </button>
      )}
      {version.isClosed && isLive && (
        <button
          type="button"
          className="min-h-6 link"
          onClick={() => {
            const { isClosed: _isClosed, ...rest } = version;
            change(rest, "kept on");
          }}
        >
          keep it on
        </button>
      )}
      <Link className="hover:text-indigo" to={hrefOf({ ...here, asOf: isoDate(plan.made) }, `/plans/${plan.id}`)}>
        as it was made
      </Link>
    </p>
  );
}
