import { useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import type { KeptPlan } from "@server/plans.server";
import type { PlanVersion, SavedPlan } from "@studies/plans/plan-schema";
import { savePlanAtOnce, usePlans } from "~/ui/use-plans";
import { useUndo } from "~/ui/use-undo";

/** Keys pressed within this time are saved as one. */
const PAUSE_MS = 350;

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
  const wanted = useRef<SavedPlan>(undefined);
  const known = useRef(revision);
  const timer = useRef<number>(undefined);
  const { busy, answer: said } = deeds;
  const now = useRef(deeds);
  const send = () => {
    window.clearTimeout(timer.current);
    timer.current = undefined;
    const next = wanted.current;
    if (!next || now.current.busy) return;
    wanted.current = undefined;
    void now.current.update(next, known.current);
  };
  // What was changed while another change was on its way goes after it, by the state that it led to.
  useEffect(() => {
    now.current = deeds;
    known.current = Math.max(known.current, revision, said?.revision ?? 0);
    if (!busy && wanted.current && timer.current === undefined) send();
  });
  // The page may have been read before what was saved on leaving it had come.
  const { revalidate } = useRevalidator();
  useEffect(() => {
    const left = leftRevision(plan.id);
    if (left === undefined || left <= revision) return;
    known.current = Math.max(known.current, left);
    void revalidate();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- of what was left behind when the page was opened
  }, []);
  // What waits for its pause is not lost with the page.
  useEffect(() => {
    const flush = () => {
      // One that is on its way goes before it.
      if (wanted.current) leave(wanted.current, known.current + Number(now.current.busy));
      wanted.current = undefined;
      window.clearTimeout(timer.current);
    };
    window.addEventListener("pagehide", flush);
    return () => {
      window.removeEventListener("pagehide", flush);
      flush();
    };
  }, []);
  // What was changed is shown until it is answered, or refused.
  const isRefused = said?.error !== undefined && said !== ahead?.said;
  const isAhead = ahead?.version.made === asOf && !isRefused && !isSame(ahead.version, answered);
  const version = isAhead ? ahead.version : answered;
  const put = (next: PlanVersion, isSlow: boolean) => {
    const own: PlanVersion = { ...next, made: asOf, written: Math.max(latest, asOf) };
    const base = wanted.current ?? plan;
    wanted.current = {
      ...base,
      versions: [...base.versions.filter((v) => v.made < asOf), own, ...base.versions.filter((v) => v.made > asOf)],
    };
    setAhead({ version: own, said });
    window.clearTimeout(timer.current);
    if (isSlow) timer.current = window.setTimeout(send, PAUSE_MS);
    else send();
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

const LEFT = "plan left";
const LEFT_MS = 10_000;

/** Saves a change while its page is being left, and remembers the state that it leads to. */
function leave(plan: SavedPlan, revision: number): void {
  sessionStorage.setItem(LEFT, JSON.stringify({ id: plan.id, revision: revision + 1, at: Date.now() }));
  savePlanAtOnce(plan, revision);
}

/** The state of a plan to which leaving it a moment ago has led; undefined where it was not changed then. */
function leftRevision(id: string): number | undefined {
  const left = JSON.parse(sessionStorage.getItem(LEFT) ?? "null") as { id: string; revision: number; at: number } | null;
  return left?.id === id && Date.now() - left.at < LEFT_MS ? left.revision : undefined;
}

/** Whether two versions say the same, whatever the order in which they say it. */
function isSame(a: PlanVersion, b: PlanVersion): boolean {
  return ordered(a) === ordered(b);
}

function ordered(version: PlanVersion): string {
  return JSON.stringify(version, (_key, value: unknown) =>
    value !== null && typeof value === "object" && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([x], [y]) => (x < y ? -1 : 1)))
      : value,
  );
}
