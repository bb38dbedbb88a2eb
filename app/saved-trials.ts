import type { TrialView } from "@studies/trials/trial-views";

/** Path of a way of trying. */
export function pathOfTrial(view: TrialView): string {
  return view === "moments" ? "/trials" : `/trials/${view}`;
}

/** What is of the frame or of what is in hand, and no part of a trial. */
const NOT_OF_TRIAL = new Set(["market", "asof", "focus", "name", "cell", "moments", "sort", "bysort"]);

/** What an address says of a trial. */
export function trialParams(search: URLSearchParams): Record<string, string[]> {
  return Object.fromEntries(
    [...new Set(search.keys())].filter((key) => !NOT_OF_TRIAL.has(key)).map((key) => [key, search.getAll(key)]),
  );
}
