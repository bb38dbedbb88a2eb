import {
  benchmarkReturn,
  blockOfWeeks,
  gateDifference,
  marketGateDifference,
  MONTH_NAMES,
  returnsOfMembers,
  selectionReturns,
  selections,
  worstMonth,
  type BenchmarkBars,
  type GatedWeeks,
  type Order,
} from "@core";
import type { TellShare } from "@studies/define-study";
import type { GateAt } from "./gate";
import type { Gate } from "./ready-gates";
import { madeAt, type UniverseAt } from "./scan-at";
import { weeklyRecord, type WeeklyRecord } from "./weekly-record";

/** What a gate adds to those before it, or to none. */
export interface GateAdds {
  /** Of weekly returns. */
  readonly mean: number;
  readonly interval: readonly [number, number];
  /** Of a gate of the market: its two parts; the interval is that of timing. */
  readonly parts?: { readonly cash: number; readonly timing: number } | undefined;
}

/** What going through some gates made. */
export interface GatesRow {
  readonly kind: "none" | "alone" | "in order";
  /** Places of its gates in their order; none for the universe as it is. */
  readonly gates: readonly number[];
  /** Over all weeks, those in cash with a return of 0. */
  readonly excess: WeeklyRecord;
  /** Over the weeks invested: gross against all members at the same moments. */
  readonly beyond: WeeklyRecord;
  readonly worstMonth: { readonly mean: number; readonly month: string };
  /** Share of the weeks invested, and how many were bought then, on average. */
  readonly invested: number;
  readonly bought: number;
  /** What its last gate adds to the others. */
  readonly adds?: GateAdds | undefined;
}

export interface GatesAsked {
  readonly gates: readonly Gate[];
  readonly ranked?: { readonly values: readonly Float64Array[]; readonly most: number; readonly order: Order } | undefined;
  readonly hold: number;
  readonly costBp: number;
  readonly benchmark: BenchmarkBars;
  readonly days: Int32Array;
  readonly tell?: TellShare | undefined;
}

interface Through extends GatedWeeks {
  readonly bought: Int32Array;
  readonly gross: Float64Array;
}

/** What buying week by week made without gates, through each alone, and through all of them in their order (method 12, P09, R43 to R48). */
export function gateRows(universe: UniverseAt, found: readonly GateAt[], asked: GatesAsked): GatesRow[] {
  const { members, at } = universe;
  const { gates, hold, benchmark } = asked;
  const made = madeAt(
    universe,
    at.map((s) => s + 1 + hold),
  );
  const base = returnsOfMembers(made, members).gross;
  const against = Float64Array.from(at, (s) => benchmarkReturn(benchmark, s, s + 1 + hold));
  let done = 0;
  const through = (places: readonly number[]): Through => {
    // None, each alone, and those in order.
    asked.tell?.(done++ / (2 * gates.length + 1));
    const passes = members.map((own, i) => {
      const row = own.slice();
      for (const g of places) {
        const through = found[g]!.passes[i]!;
        for (let k = 0; k < row.length; k++) row[k]! &= through[k]!;
      }
      return row;
    });
    const { bought, gross } = selectionReturns(made, selections(at.length, { members, passes, ranked: asked.ranked }));
    return {
      bought,
      gross,
      made: gross.map((x) => (x === x ? x - (2 * asked.costBp) / 10_000 : 0)),
      invested: Uint8Array.from(bought, (n) => (n > 0 ? 1 : 0)),
    };
  };
  const rowOf = (kind: GatesRow["kind"], places: readonly number[], own: Through, before?: Through): GatesRow => {
    const excess = own.made.map((x, k) => x - against[k]!);
    const beyond = own.gross.map((x, k) => x - base[k]!).filter((_, k) => own.invested[k] === 1);
    const worst = worstMonth(excess, asked.days);
    return {
      kind,
      gates: places,
      excess: weeklyRecord(excess, hold),
      beyond: weeklyRecord(beyond, hold),
      worstMonth: { mean: worst.mean, month: MONTH_NAMES[worst.month] ?? "" },
      invested: at.length === 0 ? NaN : beyond.length / at.length,
      bought: beyond.length === 0 ? NaN : own.bought.reduce((sum, n) => sum + n, 0) / beyond.length,
      adds: before && addsOf(gates[places.at(-1)!]!, own, before, hold),
    };
  };
  const none = through([]);
  const alone = gates.map((_, g) => through([g]));
  const rows = [rowOf("none", [], none), ...alone.map((own, g) => rowOf("alone", [g], own, none))];
  let before = alone[0];
  for (let g = 1; g < gates.length; g++) {
    const places = Array.from({ length: g + 1 }, (_, k) => k);
    const own = through(places);
    rows.push(rowOf("in order", places, own, before));
    before = own;
  }
  return rows;
}

function addsOf({ level }: Gate, own: GatedWeeks, before: GatedWeeks, hold: number): GateAdds {
  const block = blockOfWeeks(hold);
  if (level !== "market") return gateDifference(own, before, block);
  const { mean, cash, timing, interval } = marketGateDifference(own, before, block);
  return { mean, interval, parts: { cash, timing } };
}
