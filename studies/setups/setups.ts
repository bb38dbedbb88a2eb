import { isBelow, type Bracket, type BracketSide } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { KnownInstrument, Market } from "@studies/market/market";
import { rotationOf, SECTORS_WEEKLY } from "@studies/rotation/rotation-of-set";
import { universeOf, type UniverseOf } from "@studies/scans/universe";
import { findGroup } from "@studies/sets/group-key";
import { tableOf, type Column } from "@studies/table";
import { capital, count, fitting, list } from "@studies/words/words";
import { clusterOf, type Cluster } from "./clusters";
import { groupClimaxesNow, kindsNow, setupsOf, type InstrumentSetup } from "./setup-rows";
import { ANY_KINDS, ofKind, type AnyKind } from "./setup-words";

export const SIDES = ["either", "long", "short"] as const;
export const WITHIN = ["all", "inside", "outside"] as const;

/** A setup for the next session. */
export interface SetupRow {
  readonly kind: AnyKind;
  /** Of an instrument; of a group the key by which it is asked for. */
  readonly ticker: string;
  readonly isGroup: boolean;
  readonly name: string;
  readonly sector: string;
  readonly industry: string;
  /** Phase of its sector [of an industry its own] in the rotation, "" where there is none. */
  readonly phase: string;
  readonly isInFocus: boolean;
  readonly figure: number;
  readonly close: number;
  readonly high: number;
  readonly low: number;
  /** ATR(14). */
  readonly range: number;
  /** A group has no bracket, nor has a session without highs, lows and an ATR. */
  readonly long?: BracketSide;
  readonly short?: BracketSide;
}

export interface KindOfSetups {
  readonly kind: AnyKind;
  /** In the universe, and those that pass what is asked. */
  readonly found: number;
  readonly rows: readonly SetupRow[];
  readonly cluster: Cluster | undefined;
}

/** What is set up for the next session among a universe: by kind, each with its bracket. */
export const setups = defineStudy({
  name: "setups",
  about:
    "Which members of a universe are set up for the next session, by kind, each with a bracket for both sides, where they gather, and which groups had a volume climax.",
  params: z.object({
    for: z.string().max(4000).default("").describe("key of a group, funds or indexes [all members of the market]"),
    focus: z.string().max(4000).default("").describe("key of the group in focus"),
    within: z.enum(WITHIN).default("all").describe("inside or outside the focus"),
    kind: z
      .enum(["", ...ANY_KINDS] as [string, ...string[]])
      .default("")
      .describe("one kind [all]"),
    side: z.enum(SIDES).default("either").describe("whose reward to risk must be large enough"),
    reward: z.coerce.number().min(0).max(20).default(2).describe("least reward to risk of the first target"),
  }),
  cost: "heavy",
  examples: [
    {},
    { for: "sector:$sector", side: "short", reward: 1, focus: "sector:$sector", within: "inside" },
    { for: "funds", reward: 0, focus: "sector:$sector", within: "outside" },
    { for: "indexes", reward: 0, kind: "doji" },
  ],
  ask(market, params) {
    const universe = universeOf(market, params.for);
    const members = universe.present.map((one) => one.instrument);
    const inFocus = focusOf(market, params.focus);
    const shown = (index: number) => params.within === "all" || inFocus(index) === (params.within === "inside");
    const phases = universe.of === "stocks" ? phasesOf(market, "sector") : new Map<string, string>();
    const wanted = (kind: AnyKind) => params.kind === "" || params.kind === kind;
    const byKind = new Map<AnyKind, { found: KnownInstrument[]; rows: SetupRow[] }>();
    const kindOf = (kind: AnyKind) => byKind.get(kind) ?? byKind.set(kind, { found: [], rows: [] }).get(kind)!;
    let instruments = 0;
    const looked = members.filter((one) => shown(one.index));
    for (const instrument of looked) {
      const kinds = kindsNow(market, instrument);
      if (kinds.length > 0) instruments++;
      for (const kind of kinds) kindOf(kind).found.push(instrument);
      for (const own of setupsOf(market, instrument, kinds.filter(wanted))) {
        if (passes(own.bracket, params)) kindOf(own.kind).rows.push(rowOf(own, phases, inFocus(instrument.index)));
      }
    }
    if (universe.of === "stocks") addGroups(market, looked, kindOf, wanted);
    const places = (all: readonly KnownInstrument[]) =>
      all.map(({ sector, industry }) => ({ sector: sector ?? "", industry: industry ?? "" }));
    const kinds = ANY_KINDS.flatMap((kind): KindOfSetups[] => {
      const own = byKind.get(kind);
      if (!own || (own.found.length === 0 && own.rows.length === 0)) return [];
      return [
        {
          kind,
          found: Math.max(own.found.length, own.rows.length),
          rows: own.rows.sort(byReward(params.side)),
          cluster: clusterOf(places(own.found), places(members)),
        },
      ];
    });
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      universe: universe.name,
      of: universe.of,
      size: members.length,
      within: params.within,
      hasFocus: params.focus !== "",
      kind: params.kind,
      side: params.side,
      reward: params.reward,
      /** Members that are of any kind. */
      instruments,
      kinds,
    };
  },
  reading: (r): Sentence[] => readingOf(r),
  table: (r) =>
    tableOf(
      TABLE,
      r.kinds.flatMap((k) => k.rows),
    ),
});

function focusOf(market: Market, key: string): (index: number) => boolean {
  if (key === "" || findGroup(key) === undefined) return () => false;
  return (index) => market.groups.isIn(key, index, market.t);
}

/** The phase of every industry or sector by its name. */
function phasesOf(market: Market, set: "industry" | "sector"): Map<string, string> {
  const { rows } = rotationOf(market, { ...SECTORS_WEEKLY, set, samples: 1 });
  return new Map(rows.map((row) => [row.name, row.phase]));
}

function rowOf(
  { instrument, bracket, figure, ...own }: InstrumentSetup,
  phases: ReadonlyMap<string, string>,
  isInFocus: boolean,
): SetupRow {
  const { ticker, name, sector, industry } = instrument;
  return {
    ...own,
    ...bracket,
    figure: figure(),
    ticker,
    isGroup: false,
    name,
    sector: sector ?? "",
    industry: industry ?? "",
    phase: phases.get(sector ?? "") ?? "",
    isInFocus,
  };
}

type Asked = { readonly side: (typeof SIDES)[number]; readonly reward: number };

/** Whether the side that is asked for, or either, is worth so much for its risk (R20). */
function passes(bracket: Bracket | undefined, { side, reward }: Asked): boolean {
  if (reward === 0 || !bracket) return reward === 0;
  const { long, short } = bracket;
  const sides = side === "long" ? [long] : side === "short" ? [short] : [long, short];
  return sides.some((s) => s.rewardToRisk === s.rewardToRisk && !isBelow(s.rewardToRisk, reward));
}

function byReward(side: Asked["side"]) {
  const best = ({ long, short }: SetupRow) => {
    const known = [side === "short" ? NaN : long?.rewardToRisk, side === "long" ? NaN : short?.rewardToRisk];
    return Math.max(...known.map((x) => (x === undefined || Number.isNaN(x) ? -1 : x)));
  };
  return (a: SetupRow, b: SetupRow) => best(b) - best(a) || (a.ticker < b.ticker ? -1 : 1);
}

/** Groups with a volume climax to which some of the members belong. */
function addGroups(
  market: Market,
  members: readonly KnownInstrument[],
  kindOf: (kind: AnyKind) => { rows: SetupRow[] },
  wanted: (kind: AnyKind) => boolean,
): void {
  const found = groupClimaxesNow(market).filter(({ level, name }) => members.some((one) => one[level] === name));
  if (found.length === 0) return;
  const phases = { sector: phasesOf(market, "sector"), industry: phasesOf(market, "industry") };
  for (const { level, side, name, key, figure } of found) {
    const kind: AnyKind = `${level} volume climax at a ${side}`;
    if (!wanted(kind)) continue;
    const place = level === "sector" ? { sector: name, industry: "" } : { sector: "", industry: name };
    const none = { close: NaN, high: NaN, low: NaN, range: NaN };
    const phase = phases[level].get(name) ?? "";
    kindOf(kind).rows.push({ kind, ticker: key, isGroup: true, name, ...place, phase, isInFocus: false, figure, ...none });
  }
}

interface Told extends Asked {
  readonly universe: string;
  readonly of: UniverseOf;
  readonly size: number;
  readonly within: (typeof WITHIN)[number];
  readonly kind: string;
  readonly instruments: number;
  readonly kinds: readonly KindOfSetups[];
}

const MOST_KINDS = 3;

function readingOf({ universe, of, size, within, instruments, kinds, side, reward, kind }: Told): Sentence[] {
  const noun = of === "indexes" ? "index" : of.slice(0, -1);
  const among = `${within === "all" ? "" : `${within} the focus `}in ${universe}`;
  if (size === 0) return [[`No ${noun} belongs to ${universe} at this close.`]];
  const own = kinds.filter((k) => k.found > 0 && (kind === "" || k.kind === kind));
  if (instruments === 0 || own.length === 0)
    return [[`Nothing ${among} is set up for the next session${kind === "" ? "" : `: no ${kind}`}.`]];
  const most = [...own].sort((a, b) => b.found - a.found).slice(0, MOST_KINDS);
  const passing = new Set(own.flatMap((k) => k.rows.map((row) => row.ticker))).size;
  const first: Sentence = [
    { figure: count(instruments, noun, of) },
    ` of ${size} ${among} ${instruments === 1 ? "is" : "are"} set up for the next session, ${instruments === 1 ? "" : "above all "}${list(most.map((k) => ofKind(k.found, k.kind)))}`,
    ".",
  ];
  const second: Sentence[] =
    reward === 0
      ? []
      : [
          [
            { figure: passing === 0 ? "None" : String(passing) },
            ` of them ${passing === 1 ? "offers" : "offer"} at least ${reward === 1 ? "as much as" : `${reward} times`} the risk${side === "either" ? "" : ` to the ${side} side`}.`,
          ],
        ];
  const clusters = [...own]
    .filter((k) => k.cluster)
    .sort((a, b) => b.cluster!.inGroup - a.cluster!.inGroup)
    .slice(0, 2)
    .map((k): Sentence => [
      { figure: `${capital(String(k.cluster!.inGroup))} of ${ofKind(k.found, k.kind)}` },
      ` are in ${k.cluster!.name}.`,
    ]);
  return fitting([first, ...second, ...clusters]);
}

const side = (label: "long" | "short"): Column<SetupRow>[] => [
  { key: `${label} entry`, label: `${label} entry`, unit: "price", value: (r) => r[label]?.entry ?? null },
  { key: `${label} stop`, label: `${label} stop`, unit: "price", value: (r) => r[label]?.stop ?? null },
  { key: `${label} target`, label: `${label} target`, unit: "price", value: (r) => r[label]?.targets[0] ?? null },
  {
    key: `${label} reward to risk`,
    label: `${label} reward to risk`,
    unit: "number",
    value: (r) => r[label]?.rewardToRisk ?? null,
  },
];

const TABLE: readonly Column<SetupRow>[] = [
  { key: "kind", label: "kind", unit: "text", value: (r) => r.kind },
  { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "sector", label: "sector", unit: "text", value: (r) => r.sector },
  { key: "industry", label: "industry", unit: "text", value: (r) => r.industry },
  { key: "phase", label: "phase", unit: "text", value: (r) => r.phase },
  { key: "figure", label: "figure", unit: "number", about: "What makes it one of its kind", value: (r) => r.figure },
  { key: "close", label: "close", unit: "price", value: (r) => r.close },
  { key: "high", label: "high", unit: "price", value: (r) => r.high },
  { key: "low", label: "low", unit: "price", value: (r) => r.low },
  { key: "atr", label: "ATR(14)", unit: "price", value: (r) => r.range },
  ...side("long"),
  ...side("short"),
];
