import type { Sentence, Study } from "@studies/define-study";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";

/** What a study said, before it is put into an answer. */
export interface Said {
  readonly result: unknown;
  readonly reading: readonly Sentence[];
}

/** Asks a study as of session t; the same on the main thread and in a worker. */
export function runStudy(study: Study, data: MarketData, t: number, params: Record<string, unknown>): Said {
  const result = study.ask(new Market(data, t), params);
  return { result, reading: study.reading(result) };
}
