import { Stopped, type Sentence, type Study, type TellShare } from "@studies/define-study";
import type { DrawnCharts } from "@studies/drawings/drawn-charts";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";

/** What a study said, before it is put into an answer. */
export interface Said {
  readonly result: unknown;
  readonly reading: readonly Sentence[];
}

export interface StudyAsked {
  readonly study: Study;
  readonly data: MarketData;
  /** The as-of session. */
  readonly t: number;
  readonly params: Record<string, unknown>;
  /** What is drawn on charts, where the question names it. */
  readonly drawn?: DrawnCharts | undefined;
}

/** Asks a study as of session t; the same on the main thread and in a worker. */
export function runStudy({ study, data, t, params, drawn }: StudyAsked, tell?: TellShare): Said {
  const result = study.ask(new Market(data, t, drawn), params, tell);
  return { result, reading: study.reading(result) };
}

/** What is shared with a thread about a long study: the share done, in thousandths, and whether it is to stop. */
export type Control = Int32Array;
const SHARE = 0;
const STOP = 1;

export function newControl(): Control {
  return new Int32Array(new SharedArrayBuffer(8));
}

/** How the study in the thread tells its share; it stops there when it is to. */
export function tellThrough(control: Control): TellShare {
  return (share) => {
    if (Atomics.load(control, STOP) === 1) throw new Stopped("nobody waits for the answer any more");
    Atomics.store(control, SHARE, Math.round(1000 * share));
  };
}

export function shareOf(control: Control): number {
  return Atomics.load(control, SHARE) / 1000;
}

export function stopThrough(control: Control): void {
  Atomics.store(control, STOP, 1);
}
