import type { BarColumn } from "../columns/panel";

export const ENTRIES = ["open", "close", "next open"] as const;
/** At the open or close of the session t of an occurrence, or at the open of the one after. */
export type Entry = (typeof ENTRIES)[number];

/** What is done at each occurrence. */
export interface TradePlan {
  readonly entry: Entry;
  /** Sessions from that of the entry to that of the exit. */
  readonly hold: number;
  /** The exit at the open or the close of its session. */
  readonly exit: "open" | "close";
  /** 1 bought and sold, -1 sold short and covered. */
  readonly side: 1 | -1;
  /** Cost a side, in basis points. */
  readonly costBp: number;
}

export type TradedBars = Readonly<Record<Exclude<BarColumn, "volume">, Float64Array>>;

export interface Trade {
  /** Session of the occurrence, and those of the entry and of the planned exit. */
  readonly t: number;
  readonly entered: number;
  readonly planned: number;
  readonly entryPrice: number;
  /** The session of the sale: earlier than planned where the instrument had no bar then; -1 while it is open. */
  readonly sold: number;
  readonly exitPrice: number;
  /** Signed and after cost, a fraction; NaN while open. */
  readonly result: number;
  /** Worst and best signed move from the entry on the way, before cost; NaN while open. */
  readonly adverse: number;
  readonly favourable: number;
}

/** Moments in order: the open of a session, then its close. */
export const moment = (session: number, at: "open" | "close") => 2 * session + (at === "close" ? 1 : 0);
export const entryMoment = (plan: TradePlan, t: number) =>
  plan.entry === "close" ? moment(t, "close") : moment(entrySession(plan, t), "open");
export const exitMoment = (plan: TradePlan, t: number) => moment(entrySession(plan, t) + plan.hold, plan.exit);
export const entrySession = ({ entry }: Pick<TradePlan, "entry">, t: number) => (entry === "next open" ? t + 1 : t);

/**
 * Whether a plan can be carried out: an exit after its entry.
 * @returns what is wrong with it, in words; undefined where nothing is
 */
export function planProblem({ entry, hold, exit }: Pick<TradePlan, "entry" | "hold" | "exit">): string | undefined {
  if (hold > 0) return undefined;
  if (exit === "open") return "An exit at the open needs at least one session held.";
  return entry === "close" ? "An entry at the close needs at least one session held." : undefined;
}

/**
 * The trade of one occurrence.
 * Formula: result = side x (exit / entry - 1) - 2 x cost / 10,000; without a bar on the exit session sold at the last close
 * before it; an open that is missing is the last close before that session (method 8, I01-I05, Q21).
 * @param bars of one instrument on its market's calendar, to the as-of session
 * @param plan what is done
 * @param t session of the occurrence
 * @returns undefined without a bar (or its open) to enter on; an open trade where the exit lies after the last session
 */
export function tradeAt(bars: TradedBars, plan: TradePlan, t: number): Trade | undefined {
  const { close } = bars;
  const entered = entrySession(plan, t);
  const planned = entered + plan.hold;
  if (entered >= close.length) return openTrade(t, entered, planned, NaN);
  const entryPrice = (plan.entry === "close" ? close : bars.open)[entered]!;
  if (entryPrice !== entryPrice || Number.isNaN(close[entered])) return undefined;
  if (planned >= close.length) return openTrade(t, entered, planned, entryPrice);
  const sold = saleSession(bars, plan, entered, planned);
  const exitPrice = sold < 0 ? entryPrice : sold === planned && plan.exit === "open" ? bars.open[sold]! : close[sold]!;
  const last = sold < 0 ? entered : sold;
  let low = exitPrice;
  let high = exitPrice;
  const end = plan.exit === "open" ? Math.min(last, planned - 1) : last;
  for (let s = plan.entry === "close" ? entered + 1 : entered; s <= end; s++) {
    // Without a bar neither is below nor above.
    if (bars.low[s]! < low) low = bars.low[s]!;
    if (bars.high[s]! > high) high = bars.high[s]!;
  }
  const { side } = plan;
  const worst = side * ((side > 0 ? low : high) / entryPrice - 1);
  const best = side * ((side > 0 ? high : low) / entryPrice - 1);
  return {
    t,
    entered,
    planned,
    entryPrice,
    sold: last,
    exitPrice,
    result: side * (exitPrice / entryPrice - 1) - (2 * plan.costBp) / 10_000,
    adverse: Math.min(0, worst),
    favourable: Math.max(0, best),
  };
}

function openTrade(t: number, entered: number, planned: number, entryPrice: number): Trade {
  return { t, entered, planned, entryPrice, sold: -1, exitPrice: NaN, result: NaN, adverse: NaN, favourable: NaN };
}

/** The session of the sale; -1 where there never was another bar, so that nothing was won or lost. */
function saleSession({ close, open }: TradedBars, { exit }: TradePlan, entered: number, planned: number): number {
  if (exit === "open" && !Number.isNaN(open[planned]) && !Number.isNaN(close[planned])) return planned;
  let s = exit === "open" ? planned - 1 : planned;
  while (s > entered && Number.isNaN(close[s])) s--;
  return s >= entered && !Number.isNaN(close[s]) ? s : -1;
}

/**
 * The result of the plan on every session, as `tradeAt` has it.
 * @param bars of one instrument to the as-of session
 * @param plan what is done
 * @returns a signed fraction after cost by session of the occurrence; NaN where there is no entry or no exit yet
 */
export function resultsOf(bars: TradedBars, plan: TradePlan): Float64Array {
  const { close, open } = bars;
  const out = new Float64Array(close.length).fill(NaN);
  const entries = plan.entry === "close" ? close : open;
  const late = plan.entry === "next open" ? 1 : 0;
  const cost = (2 * plan.costBp) / 10_000;
  // The last session up to each with a close.
  const lastBar = new Int32Array(close.length);
  for (let s = 0, last = -1; s < close.length; s++) lastBar[s] = last = Number.isNaN(close[s]) ? last : s;
  for (let t = 0; t + late + plan.hold < close.length; t++) {
    const entered = t + late;
    const price = entries[entered]!;
    if (price !== price || lastBar[entered] !== entered) continue;
    const planned = entered + plan.hold;
    let exit = plan.exit === "open" && lastBar[planned] === planned ? open[planned]! : NaN;
    if (exit !== exit) {
      const s = lastBar[plan.exit === "open" ? planned - 1 : planned]!;
      exit = s >= entered ? close[s]! : price;
    }
    out[t] = plan.side * (exit / price - 1) - cost;
  }
  return out;
}

/**
 * Occurrences that do not overlap: walking forward, one is dropped when its entry comes before the exit of the last kept
 * one; an entry at the very moment of that exit is kept (method 8, I08).
 * @param sessions of the occurrences, ascending
 * @param plan what is done
 */
export function withoutOverlaps(sessions: Iterable<number>, plan: TradePlan): number[] {
  const kept: number[] = [];
  let until = -Infinity;
  for (const t of sessions) {
    if (entryMoment(plan, t) < until) continue;
    kept.push(t);
    until = exitMoment(plan, t);
  }
  return kept;
}
