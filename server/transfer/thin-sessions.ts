import { firstFrom } from "@core";
import type { InstrumentBars, InstrumentRow } from "@core/columns/dataset";

/** Notes sessions of a market on which fewer than half of its stocks that were trading have a bar (method 0, Z24). */
export function thinSessions(instruments: readonly InstrumentRow[], bars: readonly InstrumentBars[]): string[] {
  const marketOf = new Map(instruments.filter((i) => i.kind === "stock").map((i) => [i.ticker, i.market]));
  const traded = bars.filter((b) => marketOf.has(b.ticker) && b.days.length > 0);
  const markets = new Set(traded.map((b) => marketOf.get(b.ticker)));
  const thin = [...markets].reduce((sum, market) => sum + countThin(traded.filter((b) => marketOf.get(b.ticker) === market)), 0);
  return thin === 0 ? [] : [`${thin} sessions have bars of fewer than half the stocks that were trading`];
}

function countThin(own: readonly InstrumentBars[]): number {
  const present = new Map<number, number>();
  for (const b of own) for (const day of b.days) present.set(day, (present.get(day) ?? 0) + 1);
  const begins = own.map((b) => b.days[0]!).sort((a, b) => a - b);
  const ends = own.map((b) => b.days[b.days.length - 1]!).sort((a, b) => a - b);
  let thin = 0;
  for (const [day, n] of present) if (n < (firstFrom(begins, day + 1) - firstFrom(ends, day)) / 2) thin++;
  return thin;
}
