import { DIRECTIONS, quantileOfSorted, simpleReturn, yearOf } from "@core";
import { referenceColumns } from "@studies/columns/composites";
import { regimeColumns } from "@studies/columns/regime";
import type { Market } from "@studies/market/market";
import { signedPercent } from "@studies/words/words";
import type { SampledTrade } from "./statistics";
import type { Sample } from "./sample";

/** The trades of one kind, against the base of the same kind. */
export interface Part {
  readonly name: string;
  readonly n: number;
  readonly wins: number;
  readonly mean: number;
  readonly worst: number;
  readonly baseMean: number;
}

/** The base results of all instruments of one calendar together, a sum and a number a session. */
export interface PooledBase {
  readonly days: Int32Array;
  readonly sums: Float64Array;
  readonly counts: Float64Array;
}

/** Of the instruments that have a counted trade. */
export function pooledBase(samples: readonly Sample[]): PooledBase[] {
  const pools: PooledBase[] = [];
  for (const { counted, days, span, base } of samples) {
    if (counted.length === 0) continue;
    let pool = pools.find((p) => isSameCalendar(p.days, days));
    if (!pool) {
      pool = { days, sums: new Float64Array(days.length), counts: new Float64Array(days.length) };
      pools.push(pool);
    }
    const { sums, counts } = pool;
    for (let k = 0; k < span.length; k++) {
      const s = span[k]!;
      const x = base[s]!;
      if (x !== x) continue;
      sums[s]! += x;
      counts[s]!++;
    }
  }
  return pools;
}

/** Of one market the days are the same memory, seen anew. */
const isSameCalendar = (a: Int32Array, b: Int32Array) =>
  a.length === b.length && a.buffer === b.buffer && a.byteOffset === b.byteOffset;

/** What is looked at: the trades in order, and all sessions. */
export interface Looked {
  readonly trades: readonly SampledTrade[];
  readonly pools: readonly PooledBase[];
}

/** Trades and base sessions by what they have in common; parts without a trade are left out, the others keep their order. */
function partsBy({ trades, pools }: Looked, names: readonly string[], placesOn: (days: Int32Array) => Int32Array): Part[] {
  const sums = names.map(() => ({ n: 0, wins: 0, sum: 0, worst: NaN, base: 0, baseN: 0 }));
  for (const { sample, trade } of trades) {
    const own = sums[placesOn(sample.days)[trade.t] ?? -1];
    if (!own) continue;
    own.n++;
    if (trade.result > 0) own.wins++;
    own.sum += trade.result;
    if (!(own.worst <= trade.result)) own.worst = trade.result;
  }
  for (const { days, sums: baseSums, counts } of pools) {
    placesOn(days).forEach((place, s) => {
      const own = sums[place];
      if (!own) return;
      own.base += baseSums[s]!;
      own.baseN += counts[s]!;
    });
  }
  return sums.flatMap(({ n, wins, sum, worst, base, baseN }, k) =>
    n === 0 ? [] : [{ name: names[k]!, n, wins, mean: sum / n, worst, baseMean: base / baseN }],
  );
}

/** By the calendar year of the occurrence. */
export function byYear(looked: Looked): Part[] {
  const years = [...new Set(looked.trades.map(({ sample, trade }) => yearOf(sample.days[trade.t]!)))].sort();
  const placesOf = oncePerCalendar((days) => Int32Array.from(days, (day) => years.indexOf(yearOf(day))));
  return partsBy(looked, years.map(String), placesOf);
}

/** What is known of the market at each session of a calendar: at its close, or at the close before where it is entered at the open. */
export function marketContext(market: Market, atOpen: boolean) {
  const { direction, volatility } = market.perSession(regimeColumns);
  const r21 = simpleReturn(market.perSession(referenceColumns).close, 21);
  const late = atOpen ? 1 : 0;
  /** The session of the market that is known of at each session of a calendar, -1 before the first. */
  const sessionsOn = oncePerCalendar((days) => {
    let k = -1;
    return Int32Array.from(days, (day) => {
      while (k + 1 < market.sessions.length && market.sessions[k + 1]! <= day) k++;
      return k - late;
    });
  });
  return { direction, volatility, r21, sessionsOn };
}

export type MarketContext = ReturnType<typeof marketContext>;

/** By the direction that the market had. */
export function byRegime(looked: Looked, context: MarketContext): Part[] {
  const { direction, sessionsOn } = context;
  const places = oncePerCalendar((days) => sessionsOn(days).map((s) => direction[s] ?? -1));
  return partsBy(looked, DIRECTIONS, places);
}

/** By what the market had done over 21 sessions: thirds of the sessions that were asked. */
export function byWhatCameBefore(looked: Looked, context: MarketContext): Part[] {
  const { r21, sessionsOn } = context;
  const asked = new Uint8Array(r21.length);
  for (const { days, counts } of looked.pools) {
    sessionsOn(days).forEach((s, own) => {
      if (s >= 0 && counts[own]! > 0) asked[s] = 1;
    });
  }
  const sorted = r21.filter((x, s) => asked[s] === 1 && !Number.isNaN(x)).sort();
  const [low, high] = [quantileOfSorted(sorted, 1 / 3), quantileOfSorted(sorted, 2 / 3)];
  const names = [
    `lowest third, below ${signedPercent(low)}`,
    `middle third, ${signedPercent(low)} to ${signedPercent(high)}`,
    `highest third, above ${signedPercent(high)}`,
  ];
  const places = oncePerCalendar((days) =>
    sessionsOn(days).map((s) => {
      const x = r21[s] ?? NaN;
      return Number.isNaN(x) ? -1 : x < low ? 0 : x <= high ? 1 : 2;
    }),
  );
  return partsBy(looked, names, places);
}

/** What follows from a calendar alone, worked out once for each; most instruments share one. */
function oncePerCalendar(make: (days: Int32Array) => Int32Array): (days: Int32Array) => Int32Array {
  const made: { readonly days: Int32Array; readonly own: Int32Array }[] = [];
  return (days) => {
    let known = made.find((m) => isSameCalendar(m.days, days));
    if (!known) made.push((known = { days, own: make(days) }));
    return known.own;
  };
}
