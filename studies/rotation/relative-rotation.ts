import { atSamples, rotation, ROTATION_WINDOWS, samplesOf, type Sampling } from "@core";
import { benchmarkOf, inBase, withBase } from "@studies/sets/benchmark";
import { levelsOn, peersOf, type Peer, type SetWanted } from "@studies/sets/peer-set";
import type { Market } from "@studies/market/market";

/** Samples after which an EMA(3) knows nothing of how it began, twice, and room for halts. */
const FADING = 200;
/** Which set is compared with what, and how often. */
export interface SetAgainst extends SetWanted {
  readonly every: Sampling;
  /** "index" for the index of the set, "flat", "mean" for the average of the set, or a ticker. */
  readonly bench: string;
  /** Currencies only: ticker of the base, empty for the home currency. */
  readonly base: string;
}

/**
 * Relative trend and momentum of all that ever belonged to a set, against its benchmark and against a flat line.
 * @param shown of the last so many samples, with what their warm-up needs before them
 */
export function relativeRotation(market: Market, wanted: SetAgainst, shown: number) {
  const { set, every } = wanted;
  const all = withBase(market, peersOf(market, wanted), wanted);
  const benchmark = inBase(market, benchmarkOf(market, set, wanted.bench), wanted);
  const peers = all.filter((p) => benchmark.key === "" || (p.key !== benchmark.key && p.ticker !== benchmark.key));
  const { days, t } = benchmark;
  const { inProgress, sessions: whole } = samplesOf(days, t, every);
  const windows = ROTATION_WINDOWS[every];
  // What lies before the warm-up of the first shown sample has no weight left in it.
  const sessions = whole.subarray(Math.max(0, whole.length - shown - 2 * windows.n - windows.k - FADING));
  const levels = peers.map((p) => sampledLevels(p, days, sessions));
  const reference = benchmark.kind === "mean" ? meanLog(levels) : atSamples(benchmark.close, sessions).map(Math.log);
  const logs = levels.map((own) => own.map(Math.log));
  const belongs = membership(peers, days, sessions);
  const plain = rotation(logs, belongs, windows);
  const relative = benchmark.kind === "flat" ? plain : rotation(lessEach(logs, reference), belongs, windows);
  return { benchmark, peers, levels, whole, sessions, inProgress, plain, relative };
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
