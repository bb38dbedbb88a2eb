import { isBelow, type Bracket } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import type { KnownInstrument, Market } from "@studies/market/market";
import { rotationOf, SECTORS_WEEKLY } from "@studies/rotation/rotation-of-set";
import { universeOf } from "@studies/scans/universe";
import { findGroup } from "@studies/sets/group-key";
import { tableOf } from "@studies/table";
import { clusterOf } from "./clusters";
import { SETUP_COLUMNS, type SetupRow } from "./setup-columns";
import { setupsReading, SIDES, WITHIN, type Asked, type KindOfSetups } from "./setups-reading";
import { groupClimaxesNow, kindsNow, setupsOf, type InstrumentSetup } from "./setup-rows";
import { ANY_KINDS, type AnyKind } from "./setup-words";

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
    if (universe.of === "stocks") addGroups(market, looked, { kindOf, wanted, sectorPhases: phases });
    const places = (all: readonly KnownInstrument[]) =>
      all.map(({ sector, industry }) => ({ sector: sector ?? "", industry: industry ?? "" }));
    const allPlaces = places(members);
    const kinds = ANY_KINDS.flatMap((kind): KindOfSetups[] => {
      const own = byKind.get(kind);
      if (!own || (own.found.length === 0 && own.rows.length === 0)) return [];
      return [
        {
          kind,
          found: Math.max(own.found.length, own.rows.length),
          rows: own.rows.sort(byReward(params.side)),
          cluster: clusterOf(places(own.found), allPlaces),
        },
      ];
    });
    return {
      asOf: market.asOf,
      universe: universe.name,
      of: universe.of,
      size: members.length,
      within: params.within,
      kind: params.kind,
      side: params.side,
      reward: params.reward,
      /** Members that are of any kind. */
      instruments,
      kinds,
    };
  },
  reading: (r) => setupsReading(r),
  table: (r) =>
    tableOf(
      SETUP_COLUMNS,
      r.kinds.flatMap((k) => k.rows),
    ),
  pictures: {
    kinds: {
      name: "How many are set up, kind by kind",
      draw: (r) => ({
        ...{ kind: "bars", unit: "count" },
        rows: r.kinds.map((kind) => ({ name: kind.kind, value: kind.found, ink: "indigo" as const })),
      }),
    },
  },
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

interface Adding {
  readonly kindOf: (kind: AnyKind) => { rows: SetupRow[] };
  readonly wanted: (kind: AnyKind) => boolean;
  readonly sectorPhases: ReadonlyMap<string, string>;
}

/** Groups with a volume climax to which some of the members belong. */
function addGroups(market: Market, members: readonly KnownInstrument[], { kindOf, wanted, sectorPhases }: Adding): void {
  const found = groupClimaxesNow(market).filter(({ level, name }) => members.some((one) => one[level] === name));
  if (found.length === 0) return;
  const phases = { sector: sectorPhases, industry: phasesOf(market, "industry") };
  for (const { level, side, name, key, figure } of found) {
    const kind: AnyKind = `${level} volume climax at a ${side}`;
    if (!wanted(kind)) continue;
    const place = level === "sector" ? { sector: name, industry: "" } : { sector: "", industry: name };
    const none = { close: NaN, high: NaN, low: NaN, range: NaN };
    const phase = phases[level].get(name) ?? "";
    kindOf(kind).rows.push({ kind, ticker: key, isGroup: true, name, ...place, phase, isInFocus: false, figure, ...none });
  }
}
