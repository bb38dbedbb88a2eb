import { definedRows, isoDate, laneSignals, quickFlip, reEntries, sma, steadyFlip, whatFollowed, type ReEntryState } from "@core";
import { z } from "zod";
import { PRESSURE_STRETCHED, PRESSURE_WASHED_OUT } from "./breadth-zones";
import { compositeColumn, referenceColumns } from "./columns";
import { defineStudy, type Figure, type Link, type Sentence } from "./define-study";
import { LANES, type Lane } from "./lane-names";
import type { Market } from "./market";
import { signalRecords, signalSummary, type SignalRecord, type SignalSummary } from "./signal-records";
import { laneColumns, pressureColumn } from "./timing-columns";
import { count, date, fixed, list, signed, signedPercent } from "./words";

export interface LaneNow {
  readonly lane: Lane;
  /** 1 Up, -1 Down, 0 before its first signal. */
  readonly state: number;
  /** Session of its last signal as an epoch day, sessions since, and what the composite did since. */
  readonly since: number;
  readonly age: number;
  readonly change: number;
  /** Whether it turned on the as-of session itself. */
  readonly fresh: boolean;
  /** Composite level beyond which the next close alone would turn it, NaN where there is none. */
  readonly flip: number;
}

export interface PressureNow {
  readonly pressure: number;
  readonly before: number;
  readonly average3: number;
  /** "washed out", "stretched" or "". */
  readonly zone: string;
}

export interface LaneSignals {
  readonly lane: string;
  /** How many there have been; the latest of them, and how all finished ones came out. */
  readonly count: number;
  readonly latest: readonly SignalRecord[];
  readonly up: SignalSummary;
  readonly down: SignalSummary;
}

const LATEST = 12;

/** The signals of a lane or timing system: the latest, and all finished ones in short. */
export function signalsOf(lane: string, records: readonly SignalRecord[]): LaneSignals {
  const [up, down] = [signalSummary(records, 1), signalSummary(records, -1)];
  return { lane, count: records.length, latest: records.slice(-LATEST), up, down };
}

/** The lanes at the as-of session. */
export function lanesNow(market: Market): LaneNow[] {
  const states = market.perSession(laneColumns);
  const { level } = market.perSession(compositeColumn);
  const { t, sessions } = market;
  return LANES.map((lane) => {
    const column = states[lane];
    const last = laneSignals(column).at(-1);
    const flip =
      lane === "Quick" ? (column[t] === 0 ? NaN : quickFlip(level)) : lane === "Steady" ? steadyFlip(level, column[t]!) : NaN;
    return {
      lane,
      state: column[t]!,
      since: last ? sessions[last.session]! : NaN,
      age: last ? t - last.session : NaN,
      change: last ? level[t]! / level[last.session]! - 1 : NaN,
      fresh: last?.session === t,
      flip,
    };
  });
}

export function pressureNow(market: Market): PressureNow {
  const { pressure } = market.perSession(pressureColumn);
  const now = pressure[market.t]!;
  return {
    pressure: now,
    before: pressure[market.t - 1] ?? NaN,
    average3: sma(pressure, 3)[market.t]!,
    zone: now >= PRESSURE_STRETCHED ? "stretched" : now <= PRESSURE_WASHED_OUT ? "washed out" : "",
  };
}

interface TimingAnswer {
  readonly reEntry: { readonly episodes: readonly { readonly day: number; readonly depth: number }[] };
}

const RE_ENTRY_HORIZONS = [5, 10, 21] as const;

/** Composite, Pressure, the four lanes with their signals and what would change them, and re-entry episodes. */
export const timing = defineStudy({
  name: "timing",
  about:
    "The market composite with its Pressure, four lanes of signals from fast to slow, what would change each, and re-entry episodes.",
  params: z.object({
    washed: z.coerce.number().min(-100).max(0).default(PRESSURE_WASHED_OUT).describe("Pressure at or below this is a wash-out"),
    history: z.coerce.number().int().min(20).max(20_000).default(504).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [{}, { washed: -30, history: 120 }],
  ask(market, { washed, history }) {
    const { level } = market.perSession(compositeColumn);
    const { pressure } = market.perSession(pressureColumn);
    const states = market.perSession(laneColumns);
    const { close } = market.perSession(referenceColumns);
    const { t, sessions } = market;
    const start = Math.max(0, t + 1 - history);
    const hunt = reEntries(pressure, states.Checked, washed);
    const episodes = hunt.episodes.map((e) => ({
      day: sessions[e.session]!,
      depth: e.depth,
      sinceLowest: e.session - e.lowest,
      returns: RE_ENTRY_HORIZONS.map((h) => (e.session + h <= t ? close[e.session + h]! / close[e.session]! - 1 : NaN)),
    }));
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      marketName: market.row.name,
      index: market.referenceName,
      composite: { now: level[t]!, r1: level[t]! / level[t - 1]! - 1, r5: level[t]! / level[t - 5]! - 1 },
      pressureNow: pressureNow(market),
      lanes: lanesNow(market).map((lane) => ({ ...lane, next: nextWords(lane, level[t]!) })),
      records: LANES.map((lane) => signalsOf(lane, signalRecords(states[lane], level, sessions))),
      days: sessions.slice(start),
      level: level.slice(start),
      pressure: pressure.slice(start),
      states: LANES.map((lane) => states[lane].slice(start)),
      reEntry: {
        washed,
        episodes,
        hunt: huntWords(hunt, sessions, t),
        followed: whatFollowed(
          close,
          hunt.episodes.map((e) => e.session),
          definedRows(pressure),
          RE_ENTRY_HORIZONS,
        ),
      },
    };
  },
  reading(r) {
    return [lanesSentence(r.lanes), pressureSentence(r.pressureNow), ...reEntrySentence(r)];
  },
  table: (r) => ({
    columns: ["date", "composite", "pressure", ...LANES].map((label) => ({ key: label, label })),
    rows: Array.from(r.days, (day, k) => [isoDate(day), r.level[k]!, r.pressure[k]!, ...r.states.map((s) => s[k]!)]),
  }),
});

/** "All four timing lanes, from Quick to Long, are down" or "Of the four timing lanes Quick is up; Checked, Steady and Long are down". */
export function lanesWords(lanes: readonly LaneNow[], to?: Link): (string | Figure)[] {
  const figure = (text: string): Figure => (to ? { figure: text, to } : { figure: text });
  const states = [
    [1, "up"],
    [-1, "down"],
    [0, "without a signal"],
  ] as const;
  const groups = states
    .map(([state, word]) => ({ word, names: lanes.filter((l) => l.state === state).map((l) => l.lane) }))
    .filter((g) => g.names.length > 0);
  const [first] = groups;
  if (groups.length === 1 && first) {
    const all = `All four timing lanes, from ${lanes[0]!.lane} to ${lanes[lanes.length - 1]!.lane}, are `;
    return first.word === "without a signal" ? [`${all}still `, figure(first.word)] : [all, figure(first.word)];
  }
  return [
    "Of the four timing lanes ",
    ...groups.flatMap(({ word, names }, k) => [
      `${k === 0 ? "" : k === 2 ? " and " : ", "}${list(names)} ${names.length === 1 ? "is" : "are"} `,
      figure(word),
    ]),
  ];
}

/** "Of the four timing lanes Quick and Checked are up, Steady and Long are down; the last to turn was Quick, up 3 sessions ago." */
export function lanesSentence(lanes: readonly LaneNow[], to?: Link): Sentence {
  const said = lanesWords(lanes, to);
  if (lanes.every((l) => l.state === 0)) return [...said, "."];
  const latest = [...lanes].filter((l) => l.state !== 0).sort((a, b) => a.age - b.age)[0]!;
  const when = latest.age === 0 ? "on this session" : `${count(latest.age, "session")} ago`;
  return [...said, `; the last to turn was ${latest.lane}, ${latest.state === 1 ? "up" : "down"} ${when}.`];
}

export function pressureSentence({ pressure, before, zone }: PressureNow, to?: Link): Sentence {
  if (Number.isNaN(pressure)) return ["Breadth pressure needs 252 sessions of breadth and is not known yet."];
  const figure = to ? { figure: signed(pressure, 0), to } : { figure: signed(pressure, 0) };
  const move = Number.isNaN(before)
    ? ""
    : signed(pressure, 0) === signed(before, 0)
      ? ", as on the session before"
      : `, ${pressure > before ? "up" : "down"} from ${signed(before, 0)}`;
  return ["Breadth pressure stands at ", figure, `${zone === "" ? "" : `, which is ${zone}`}${move}.`];
}

function reEntrySentence(r: TimingAnswer): Sentence[] {
  const last = r.reEntry.episodes.at(-1);
  return last
    ? [[`The last re-entry came on ${date(last.day)}, after Pressure had been as low as ${signed(last.depth, 0)}.`]]
    : [];
}

function nextWords(lane: LaneNow, level: number): string {
  if (lane.state === 0) return "waits for its first signal";
  const turn = lane.state === 1 ? "down" : "up";
  const side = lane.state === 1 ? "below" : "above";
  if (!Number.isNaN(lane.flip)) {
    return `turns ${turn} at a close of the composite ${side} ${fixed(lane.flip, 1)} (${signedPercent(lane.flip / level - 1)})`;
  }
  switch (lane.lane) {
    case "Checked":
      return `turns ${turn} when Quick is ${turn}, the composite ${turn === "up" ? "rises" : "falls"} and Pressure is ${turn === "up" ? "above" : "below"} its 3-session average`;
    case "Steady":
      return "no next close alone would turn it: the opposite must hold on two sessions running";
    default:
      return `judged at the week's end: two weeks ${side} the 30-week average, more members ${turn === "up" ? "favoured than avoided" : "avoided than favoured"}`;
  }
}

function huntWords({ armed, washedOut, lowest }: ReEntryState, sessions: Int32Array, t: number): string {
  if (!armed) return "Not armed: Pressure has not been above zero since the last episode.";
  if (!washedOut) return "Armed: waits for a washed-out Pressure.";
  return `Washed out: waits for Checked to turn up; the lowest Pressure was ${count(t - lowest, "session")} ago, on ${date(sessions[lowest]!)}.`;
}
