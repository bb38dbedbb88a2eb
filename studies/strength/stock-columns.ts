import { STANDING_COLUMNS } from "./strength-columns";
import type { StockRow } from "./stocks";
import type { Column } from "@studies/table";

/** What is told of a stock. */
export const STOCK_COLUMNS: Column<StockRow>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (s) => s.ticker },
  { key: "name", label: "stock", unit: "text", value: (s) => s.name },
  { key: "sector", label: "sector", unit: "text", value: (s) => s.sector },
  { key: "industry", label: "industry", unit: "text", value: (s) => s.industry },
  { key: "close", label: "close", unit: "price", value: (s) => s.close },
  ...STANDING_COLUMNS,
  {
    key: "trend",
    label: "Trend",
    unit: "score",
    about: "Trend score among the market's members, 0 to 100",
    value: (s) => s.trend,
  },
  {
    key: "stance",
    label: "stance",
    unit: "text",
    about: "Favour, Hold or Avoid: trailing stop, Trend and the strength of the industry",
    value: (s) => s.stance,
  },
];
