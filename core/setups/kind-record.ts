import { ratioIntervals } from "../stats/ratio-interval";

/** Sessions that a setup is held in its record. */
export const RECORD_HOLD = 5;
/** Sessions of the calendar whose cases are drawn together, and how many of those hang together. */
const STRETCH = 5;
const BLOCK = 4 * Math.ceil((RECORD_HOLD + 1) / STRETCH);

/** What all members of a universe made that were bought after each session. */
export interface UniverseBase {
  /** Mean return and share of winners by session; NaN where nothing was bought or its exit is not reached. */
  readonly mean: Float64Array;
  readonly wins: Float64Array;
}

/** An instrument while it belonged to a universe. */
export interface Member {
  /** First and last sessions of its membership, inclusive, ascending. */
  readonly runs: readonly (readonly [from: number, to: number])[];
  /** What a purchase after each session made; NaN where there was none or it is not over. */
  readonly results: Float64Array;
}

/**
 * Formula: equal weights over the members of a session that have a result (method 11, R21).
 * @param members all that ever belonged to the universe
 * @param sessions of the calendar
 */
export function universeBase(members: readonly Member[], sessions: number): UniverseBase {
  const [sum, wins, count] = [0, 0, 0].map(() => new Float64Array(sessions)) as [Float64Array, Float64Array, Float64Array];
  for (const { runs, results } of members) {
    for (const [from, to] of runs) {
      for (let s = from; s <= to; s++) {
        const x = results[s]!;
        if (x !== x) continue;
        sum[s]! += x;
        count[s]!++;
        if (x > 0) wins[s]!++;
      }
    }
  }
  return { mean: sum.map((x, s) => x / count[s]!), wins: wins.map((x, s) => x / count[s]!) };
}

/** Occurrences of a kind of setup, in any order. */
export interface SetupCases {
  readonly sessions: readonly number[];
  /** NaN while its exit is not reached. */
  readonly results: readonly number[];
}

/** What a kind of setup has been worth against all members of its universe at the same moments. */
export interface KindRecord {
  readonly n: number;
  /** Mean return, that less the universe's, and its 95% interval; fractions. */
  readonly mean: number;
  readonly edge: number;
  readonly interval: readonly [number, number];
  readonly worst: number;
  /** Share of wins, that of the universe at the same moments, and the interval of the difference. */
  readonly winRate: number;
  readonly baseWinRate: number;
  readonly winInterval: readonly [number, number];
}

/**
 * The record of a kind over some of its occurrences.
 * Formula: edge = mean of (return - base), wins likewise; sums and counts by stretches of five sessions of the calendar, from that of
 * the first occurrence to the last one of the span, are resampled together in blocks of 4 ceil((h + 1)/5) (method 11, R21, R22).
 * @param cases of the kind; those whose exit is not reached are passed over
 * @param base what all members made, by session of the calendar to the end of the span
 * @param isIn whether a session belongs to the span [all]
 */
export function kindRecord(cases: SetupCases, base: UniverseBase, isIn: (session: number) => boolean = () => true): KindRecord {
  const sessions = base.mean.length;
  const counted: number[] = [];
  let earliest = Infinity;
  for (const [c, session] of cases.sessions.entries()) {
    if (!isIn(session) || Number.isNaN(cases.results[c])) continue;
    counted.push(c);
    earliest = Math.min(earliest, session);
  }
  const n = counted.length;
  const first = Math.floor(earliest / STRETCH);
  const stretches = n === 0 ? 0 : Math.floor((sessions - 1) / STRETCH) - first + 1;
  const [edges, wins, counts] = [0, 0, 0].map(() => new Float64Array(stretches)) as [Float64Array, Float64Array, Float64Array];
  let [sum, won, baseWon, edge] = [0, 0, 0, 0];
  let worst = NaN;
  for (const c of counted) {
    const session = cases.sessions[c]!;
    const result = cases.results[c]!;
    const k = Math.floor(session / STRETCH) - first;
    const isWon = result > 0 ? 1 : 0;
    const own = result - base.mean[session]!;
    edges[k]! += own;
    wins[k]! += isWon - base.wins[session]!;
    counts[k]!++;
    edge += own;
    sum += result;
    won += isWon;
    baseWon += base.wins[session]!;
    if (!(result >= worst)) worst = result;
  }
  const [interval, winInterval] = ratioIntervals([edges, wins], counts, BLOCK) as [
    readonly [number, number],
    readonly [number, number],
  ];
  return {
    n,
    mean: sum / n,
    edge: edge / n,
    interval,
    worst,
    winRate: won / n,
    baseWinRate: baseWon / n,
    winInterval,
  };
}
