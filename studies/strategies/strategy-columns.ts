import { isoDate } from "@core/columns/epoch-day";
import type { StrategyTrade } from "@core/strategies/strategy-trades";
import type { Column } from "@studies/table";
import type { StrategyOn } from "./strategy-of";

/** A trade of an instrument. */
export type TradeRow = Omit<StrategyTrade, "signal" | "entered" | "left"> & {
  readonly ticker: string;
  /** Epoch days; the exit is NaN while it is open. */
  readonly signal: number;
  readonly entered: number;
  readonly left: number;
  /** Of one that is open, the move from the entry to the present close, signed by its side. */
  readonly running: number;
};

const day = (x: number) => (Number.isNaN(x) ? "" : isoDate(x));

/** What is told of a trade. */
export const TRADE_COLUMNS: readonly Column<TradeRow>[] = [
  { key: "ticker", label: "instrument", unit: "text", value: (t) => t.ticker },
  { key: "entered", label: "entered", unit: "text", value: (t) => day(t.entered) },
  { key: "at", label: "at", unit: "price", value: (t) => t.entryPrice },
  { key: "stop", label: "stop", unit: "price", value: (t) => t.stop },
  { key: "units", label: "shares", unit: "count", value: (t) => t.units },
  { key: "left", label: "left", unit: "text", value: (t) => day(t.left) },
  { key: "exit", label: "at", unit: "price", value: (t) => t.exitPrice },
  { key: "why", label: "by", unit: "text", about: "Rule, stop, time, or the end of its listing", value: (t) => t.why },
  {
    key: "net",
    label: "net",
    unit: "change",
    about: "After cost; of one that is open the move so far",
    value: (t) => (Number.isNaN(t.net) ? t.running : t.net),
  },
  { key: "r", label: "R", unit: "sigma", about: "In planned risks", value: (t) => t.r },
  { key: "money", label: "money", unit: "number", value: (t) => t.money },
];

/** An instrument of those over which it was tried. */
export type StrategyRow = Omit<StrategyOn, "trades" | "days" | "close" | "line" | "from"> & {
  readonly since: number;
  readonly open: boolean;
};

/** What is told of an instrument over a list. */
export const ROW_COLUMNS: readonly Column<StrategyRow>[] = [
  { key: "ticker", label: "instrument", unit: "text", value: (r) => r.ticker },
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "n", label: "trades", unit: "count", value: (r) => r.n },
  { key: "rate", label: "won", unit: "fraction", value: (r) => r.rate },
  { key: "low", label: "at least", unit: "fraction", about: "Lower end of the 95% interval", value: (r) => r.interval[0] },
  { key: "high", label: "at most", unit: "fraction", about: "Upper end of the 95% interval", value: (r) => r.interval[1] },
  { key: "expectancy", label: "a trade", unit: "change", about: "Mean net result", value: (r) => r.expectancy },
  { key: "expectancyR", label: "in R", unit: "sigma", value: (r) => r.expectancyR },
  { key: "total", label: "made", unit: "change", about: "Fully invested, compounding", value: (r) => r.total },
  { key: "drawdown", label: "deepest fall", unit: "fraction", value: (r) => r.drawdown },
  { key: "inMarket", label: "in the market", unit: "fraction", about: "Share of sessions", value: (r) => r.timeInMarket },
  { key: "holding", label: "holding", unit: "change", value: (r) => r.holding },
  { key: "worst", label: "worst trade", unit: "change", value: (r) => r.worst },
];
