import { laneSignals, quickFlip, sma, steadyFlip } from "@core";
import { PRESSURE_STRETCHED, PRESSURE_WASHED_OUT } from "@studies/breadth/breadth-zones";
import { compositeColumn } from "@studies/columns/composites";
import { laneColumns, pressureColumn } from "@studies/columns/timing";
import type { Figure, Link, Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import type { Column } from "@studies/table";
import { LANES, type Lane } from "@core/timing/lane-names";
import { count, list, signed } from "@studies/words/words";

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

/** What is told of a lane. */
export const LANE_COLUMNS: Column<LaneNow>[] = [
  { key: "lane", label: "lane", unit: "text", value: (l) => l.lane },
  { key: "state", label: "state", unit: "count", value: (l) => l.state },
  { key: "age", label: "since", unit: "count", about: "Sessions since its last signal", value: (l) => l.age },
  { key: "change", label: "composite since", unit: "change", value: (l) => l.change },
  {
    key: "flip",
    label: "turns at",
    unit: "number",
    about: "Level of the composite beyond which the next close alone would turn it",
    value: (l) => l.flip,
  },
];
