import { useState } from "react";
import type { KeptPlan } from "@server/plans.server";
import type { PlanVersion, SavedPlan } from "@studies/plans/plan-schema";
import { savePlanAtOnce, usePlans } from "~/ui/use-plans";
import { isSameJson } from "~/ui/same-json";
import { useQueuedSaves } from "~/ui/use-queued-saves";
import { useUndo } from "~/ui/use-undo";

/**
 * Changes of a plan as of a day: shown at once, saved one after another, undone and redone. A version is one day's: a change made
 * on a later day than the last version's begins another one.
 * @param day the one in view, and the latest session that there is
 * @param answered the version of the last answer
 */
export function usePlanEdits(
  { plan, revision }: KeptPlan,
  { asOf, latest }: { readonly asOf: number; readonly latest: number },
  answered: PlanVersion,
) {
  const deeds = usePlans();
  const undo = useUndo(plan.id);
  const [ahead, setAhead] = useState<{ readonly version: PlanVersion; readonly said: unknown }>();
  const { wanted, put: queue } = useQueuedSaves<SavedPlan>({
    id: `plan ${plan.id}`,
    revision,
    deeds,
    saveAtOnce: savePlanAtOnce,
  });
  const said = deeds.answer;
  // What was changed is shown until it is answered, or refused.
  const isRefused = said?.error !== undefined && said !== ahead?.said;
  const isAhead = ahead?.version.made === asOf && !isRefused && !isSameJson(ahead.version, answered);
  const version = isAhead ? ahead.version : answered;
  const put = (next: PlanVersion, isSlow: boolean) => {
    const own: PlanVersion = { ...next, made: asOf, written: Math.max(latest, asOf) };
    const base = wanted.current ?? plan;
    const whole: SavedPlan = {
      ...base,
      versions: [...base.versions.filter((v) => v.made < asOf), own, ...base.versions.filter((v) => v.made > asOf)],
    };
    setAhead({ version: own, said });
    queue(whole, isSlow);
  };
  return {
    version,
    deeds,
    told: undo.told,
    /** Changes the version in force for the next session. `isSlow` where more of the same may follow at once. */
    change: (next: PlanVersion, words: string, isSlow = false) => {
      const before = version;
      put(next, isSlow);
      undo.note({
        words,
        undo: () => {
          put(before, false);
        },
        redo: () => {
          put(next, false);
        },
      });
    },
    undo: undo.undo,
    redo: undo.redo,
  };
}
