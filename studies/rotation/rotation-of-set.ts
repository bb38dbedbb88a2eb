import {
  positionScore,
  PHASES,
  phaseOf,
  atSamples,
  rotation as rotate,
  type Sampling,
  stepAt,
  samplesOf,
  rotationEvents,
  ROTATION_WINDOWS,
} from "@core";
import { type SetWanted, peersOf, isNow, type Peer, levelsOn } from "@studies/sets/peer-set";
import { groupsTitle } from "@studies/sets/group-members";
import { withBase, inBase, benchmarkOf } from "@studies/sets/benchmark";
import { samplesIn, shareOf, temperamentsOf, pairOf } from "./rotation-shares";
import type { RotationRow, PastEvent } from "./rotation-row";
import type { Market } from "@studies/market/market";

/** Samples after which an EMA(3) knows nothing of how it began, twice, and room for halts. */
const FADING = 200;
/** Samples that are looked through for turns and failed moves. */
const EVENT_SAMPLES = 8;
const NAMES_OF_SAMPLE = { daily: "session", weekly: "week", monthly: "month" } as const;

/** Which set is compared with what, and how often. */
export interface RotationChoice extends SetWanted {
  readonly every: Sampling;
  /** "index" for the index of the set, "flat", "mean" for the average of the set, or a ticker. */
  readonly bench: string;
  /** Currencies only: ticker of the base, empty for the home currency. */
  readonly base: string;
  /** Samples to give. */
  readonly samples: number;
  /** Keys of a pair [the highest and the lowest score]. */
  readonly long?: string | undefined;
  readonly short?: string | undefined;
}

/** The sectors against their index week by week. */
export const SECTORS_WEEKLY: RotationChoice = {
  set: "sector",
  every: "weekly",
  bench: "index",
  base: "",
  samples: 104,
  leveraged: false,
};

/** Relative trend and momentum of the members of a set (method 6), with what follows of them. */
export function rotationOf(market: Market, wanted: RotationChoice) {
  const { set, every } = wanted;
  const all = withBase(market, peersOf(market, wanted), wanted);
  const benchmark = inBase(market, benchmarkOf(market, set, wanted.bench), wanted);
  const peers = all.filter((p) => benchmark.key === "" || (p.key !== benchmark.key && p.ticker !== benchmark.key));
  const { days, t } = benchmark;
  const { inProgress, sessions: whole } = samplesOf(days, t, every);
  const windows = ROTATION_WINDOWS[every];
  // What lies before the warm-up of the first shown sample has no weight left in it.
  const sessions = whole.subarray(Math.max(0, whole.length - wanted.samples - 2 * windows.n - windows.k - FADING));
  const levels = peers.map((p) => sampledLevels(p, days, sessions));
  const reference = benchmark.kind === "mean" ? meanLog(levels) : atSamples(benchmark.close, sessions).map(Math.log);
  const flat = benchmark.kind === "flat";
  const logs = levels.map((own) => own.map(Math.log));
  const belongs = membership(peers, days, sessions);
  const plain = rotate(logs, belongs, windows);
  const relative = flat ? plain : rotate(lessEach(logs, reference), belongs, windows);
  const last = sessions.length - 1;
  const start = Math.max(0, sessions.length - wanted.samples);
  const present = peers.flatMap((p, i) => (isNow(p) ? [i] : []));
  const rows = present.map((i): RotationRow => {
    const [trend, momentum] = [relative.trend[i]!, relative.momentum[i]!];
    const phase = phaseOf(trend[last] ?? NaN, momentum[last] ?? NaN);
    return {
      ...facts(peers[i]!),
      trend: trend.slice(start),
      momentum: momentum.slice(start),
      flatTrend: plain.trend[i]!.slice(start),
      flatMomentum: plain.momentum[i]!.slice(start),
      phase: phase ?? "",
      since: phase === undefined ? 0 : samplesIn(phase, trend, momentum),
      fromHub: Math.hypot(trend[last] ?? NaN, momentum[last] ?? NaN),
      ...(last >= 0 ? stepAt(trend, momentum, last) : { direction: NaN, step: NaN }),
      score: positionScore(trend[last] ?? NaN, momentum[last] ?? NaN),
    };
  });
  // What a sample in progress shows may change until it is over; it is not among past events.
  const finished = inProgress ? last - 1 : last;
  const events = present.flatMap((i): PastEvent[] =>
    rotationEvents(relative.trend[i]!, relative.momentum[i]!, finished - EVENT_SAMPLES + 1, finished).map((e) => ({
      key: peers[i]!.key,
      name: peers[i]!.name,
      kind: e.kind,
      day: days[sessions[e.sample]!]!,
      ago: finished - e.sample,
    })),
  );
  const sorted = rows.sort((a, b) => (b.trend.at(-1) ?? NaN) - (a.trend.at(-1) ?? NaN) || (a.name < b.name ? -1 : 1));
  const ordered = [...sorted.filter((r) => r.phase !== ""), ...sorted.filter((r) => r.phase === "")];
  const levelOf = new Map(present.map((i) => [peers[i]!.key, levels[i]!]));
  return {
    asOf: market.asOf,
    set,
    in: wanted.in ?? "",
    inName: wanted.in === undefined ? "" : groupsTitle([wanted.in], market),
    every,
    sampleName: NAMES_OF_SAMPLE[every],
    bench: wanted.bench,
    benchmarkName: benchmark.name,
    benchmarkKind: benchmark.kind,
    base: wanted.base,
    /** Last day of each shown sample; the last may be of a week or month that is not over. */
    days: Int32Array.from(sessions.subarray(start), (s) => days[s]!),
    inProgress,
    /** Samples that there are to date. */
    known: whole.length,
    rows: ordered,
    phases: PHASES.map((phase) => shareOf(ordered, phase)),
    temperaments: temperamentsOf(ordered),
    events: events.sort((a, b) => a.ago - b.ago || (a.name < b.name ? -1 : 1)),
    pair: pairOf(ordered, levelOf, start, wanted),
  };
}

function facts({ key, name, ticker, family, temperament, value, down }: Peer) {
  return { key, name, ticker, family, temperament, value, down };
}

function sampledLevels(peer: Peer, days: Int32Array, sessions: Int32Array): Float64Array {
  if (days === peer.part.sessions) return atSamples(peer.levels, sessions);
  const onDays = levelsOn(peer, days);
  return Float64Array.from(sessions, (s) => onDays[s]!);
}

function lessEach(columns: readonly Float64Array[], less: Float64Array): Float64Array[] {
  return columns.map((own) => {
    const out = new Float64Array(own.length);
    for (let s = 0; s < out.length; s++) out[s] = own[s]! - less[s]!;
    return out;
  });
}

/** ln of the geometric mean of the levels at each sample, over those that have one. */
function meanLog(levels: readonly Float64Array[]): Float64Array {
  const samples = levels[0]?.length ?? 0;
  let before = 0;
  let level = 0;
  // Chained: one that begins late enters with its changes, not with its level.
  return Float64Array.from({ length: samples }, (_, s) => {
    const moves = s === 0 ? [] : levels.map((own) => Math.log(own[s]! / own[s - 1]!)).filter((x) => !Number.isNaN(x));
    before = level;
    level = moves.length > 0 ? before + moves.reduce((sum, x) => sum + x, 0) / moves.length : before;
    return level;
  });
}

/** Which peers belonged to the set at each sample. */
function membership(peers: readonly Peer[], days: Int32Array, sessions: Int32Array): (i: number, s: number) => boolean {
  const sessionOf = new Map<Market, Int32Array>();
  for (const { part } of peers) {
    if (sessionOf.has(part)) continue;
    let own = -1;
    const found = new Int32Array(sessions.length);
    for (let s = 0; s < found.length; s++) {
      while (own + 1 < part.sessions.length && part.sessions[own + 1]! <= days[sessions[s]!]!) own++;
      found[s] = own;
    }
    sessionOf.set(part, found);
  }
  const table = peers.map((peer) => {
    const own = sessionOf.get(peer.part)!;
    const belongs = new Uint8Array(own.length);
    for (let s = 0; s < own.length; s++) belongs[s] = peer.belongsAt(own[s]!) ? 1 : 0;
    return belongs;
  });
  return (i, s) => table[i]![s] === 1;
}
