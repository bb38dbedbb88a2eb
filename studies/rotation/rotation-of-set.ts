import { positionScore, PHASES, phaseOf, stepAt, rotationEvents } from "@core";
import { isNow, type Peer } from "@studies/sets/peer-set";
import { groupsTitle } from "@studies/sets/group-members";
import { relativeRotation, type SetAgainst } from "./relative-rotation";
import { samplesIn, shareOf, temperamentsOf, pairOf } from "./rotation-shares";
import type { RotationRow, PastEvent } from "./rotation-row";
import type { Market } from "@studies/market/market";

/** Samples that are looked through for turns and failed moves. */
const EVENT_SAMPLES = 8;
const NAMES_OF_SAMPLE = { daily: "session", weekly: "week", monthly: "month" } as const;

/** Which set is compared with what, and how often. */
export interface RotationChoice extends SetAgainst {
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
  const { benchmark, peers, levels, whole, sessions, inProgress, plain, relative } = relativeRotation(
    market,
    wanted,
    wanted.samples,
  );
  const { days } = benchmark;
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
