import {
  align,
  percentileRanksAmong,
  ranksAmong,
  simpleReturnAt,
  stayingPower,
  strengthReturnsAt,
  strengthTable,
  weeklySamples,
  type StrengthRow,
} from "@core";
import type { Market } from "@studies/market/market";
import { ownDays } from "@studies/market/own-calendar";

/** What strength needs of a member: its levels on the sessions of its part, and when it belonged to the set. */
export interface StrengthSeries {
  readonly part: Market;
  readonly levels: Float64Array;
  belongsAt(s: number): boolean;
}

export interface SeriesStrength extends StrengthRow {
  readonly r1: number;
  /** Mean of Strength at the last ten weekly samples. */
  readonly staying: number;
  /** Rank five sessions ago among those that belonged then, NaN where it had no combined return. */
  readonly rankBefore: number;
}

/**
 * Strength of the members of a set at the as-of session; those that belonged to it only earlier count at their time.
 * @param market whose sessions are asked
 * @param series all that ever belonged
 * @returns a row for each that belongs now, in their order, and undefined for the others
 */
export function strengthOfSeries(market: Market, series: readonly StrengthSeries[]): (SeriesStrength | undefined)[] {
  const { t, sessions } = market;
  const onto = series.map((one) => positionsOn(market, one));
  const at = (i: number, s: number) => (onto[i] ? (onto[i][s] ?? NaN) : s);
  const returnsAt = (i: number, s: number) => strengthReturnsAt(series[i]!.levels, at(i, s));
  const belongs = (i: number, s: number) => series[i]!.belongsAt(at(i, s));
  const present = Array.from(series.keys()).filter((i) => belongs(i, t));
  const now = strengthTable(present.map((i) => returnsAt(i, t)));
  // Ranked among those that belonged on that session and had a bar on it, whether or not they do now (method 5, Z09).
  const combinedAt = (s: number) =>
    series.map((_, i) => {
      const [, , r63, r126] = returnsAt(i, s);
      return 0.5 * r63 + 0.5 * r126;
    });
  const ofThen = (combined: readonly number[], s: number) => combined.map((x, i) => (belongs(i, s) ? x : NaN));
  const samples = weeklySamples(sessions, t).map((s) => {
    const combined = combinedAt(s);
    return percentileRanksAmong(combined, ofThen(combined, s));
  });
  const earlier = t >= 5 ? combinedAt(t - 5) : [];
  const before = ranksAmong(earlier, ofThen(earlier, t - 5));
  const rows: (SeriesStrength | undefined)[] = series.map(() => undefined);
  present.forEach((i, k) => {
    rows[i] = {
      ...now[k]!,
      r1: Number.isNaN(at(i, t)) ? NaN : simpleReturnAt(series[i]!.levels, at(i, t), 1),
      staying: stayingPower(samples.map((ranks) => ranks[i]!)),
      rankBefore: before[i] ?? NaN,
    };
  });
  return rows;
}

/** For each session of the market the session of the series' own part that stands for it; undefined where they are the same. */
function positionsOn(market: Market, { part, levels }: StrengthSeries): Float64Array | undefined {
  if (part === market) return undefined;
  const [, days] = ownDays(part, levels);
  const places = Float64Array.from(levels.keys()).filter((s) => part.row.market !== "" || !Number.isNaN(levels[s]));
  return align(places, days, market.sessions);
}
