import { useEffect, useRef, useState } from "react";
import type { PlanVersion, SavedPlan } from "@studies/plans/plan-schema";
import { usePlans } from "~/ui/use-plans";
import { useUndo } from "~/ui/use-undo";

/** A plan with the number of its state. */
export interface KeptPlan {
  readonly plan: SavedPlan;
  readonly revision: number;
  /** The latest session that there is. */
  readonly written: number;
}

/** Keys pressed within this time are saved as one. */
const PAUSE_MS = 350;

/**
 * Changes of a plan as of a day: shown at once, saved one after another, undone and redone. A version is one day's: a change made
 * on a later day than the last version's begins another one.
 */
export function usePlanEdits({ plan, revision, written }: KeptPlan, asOf: number, answered: PlanVersion) {
  const deeds = usePlans();
  const undo = useUndo(plan.id);
  const [ahead, setAhead] = useState<{ readonly version: PlanVersion; readonly from: number }>();
  const wanted = useRef<SavedPlan>(undefined);
  const known = useRef(revision);
  const timer = useRef<number>(undefined);
  const busy = deeds.busy;
  const said = deeds.answer;
  const send = () => {
    timer.current = undefined;
    const next = wanted.current;
    if (!next || busy) return;
    wanted.current = undefined;
    void deeds.update(next, known.current);
  };
  // What was changed while another change was on its way goes after it, by the state that it led to.
  useEffect(() => {
    if (said?.revision !== undefined) known.current = Math.max(known.current, said.revision);
    if (revision > known.current) known.current = revision;
    if (!busy && wanted.current && timer.current === undefined) send();
  });
  useEffect(
    () => () => {
      window.clearTimeout(timer.current);
    },
    [],
  );
  // What the server has answered, or refused, is no longer ahead of it.
  const isAhead = ahead !== undefined && (busy || ahead.from >= revision) && said?.error === undefined;
  const version = isAhead ? ahead.version : answered;
  const put = (next: PlanVersion, isSlow: boolean) => {
    const own: PlanVersion = { ...next, made: asOf, written: Math.max(written, asOf) };
    const base = wanted.current ?? plan;
    wanted.current = {
      ...base,
      versions: [...base.versions.filter((v) => v.made < asOf), own, ...base.versions.filter((v) => v.made > asOf)],
    };
    setAhead({ version: own, from: Math.max(known.current, revision) });
    window.clearTimeout(timer.current);
    if (isSlow) timer.current = window.setTimeout(send, PAUSE_MS);
    else {
      timer.current = undefined;
      send();
    }
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
