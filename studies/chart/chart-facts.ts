import { simpleReturnAt } from "@core";
import { stopSideColumn } from "@studies/columns/trailing-stops";
import { strengthOfGroups } from "@studies/cross-section/strength-of-groups";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { FUNDAMENTAL_FIELDS, type FundamentalField } from "@studies/market/market-data";
import type { Shown } from "./shown";

const NOTHING_KNOWN = Object.fromEntries(FUNDAMENTAL_FIELDS.map((field) => [field, NaN])) as Record<FundamentalField, number>;

/** Row of the bar n bars before a row, -1 for none. */
function barsBack(close: Float64Array, t: number, n: number): number {
  let bars = 0;
  for (let s = t - 1; s >= 0; s--) if (!Number.isNaN(close[s]) && ++bars === n) return s;
  return -1;
}

/** What is known on the last session: of its closes, against the index on its own sessions, and of a stock. */
export function factsOf({ part: market, instrument, days }: Shown, closes: Float64Array, reference: Float64Array | undefined) {
  const t = closes.length - 1;
  const r63 = simpleReturnAt(closes, t, 63);
  const stock = instrument?.kind === "stock" ? instrument : undefined;
  const industries = stock ? strengthOfGroups(market, "industry") : [];
  const trend = stock ? trendOfStocks(market).get(stock.index) : undefined;
  return {
    close: closes[t]!,
    lastBar: days[closes.findLastIndex((c) => !Number.isNaN(c))] ?? NaN,
    r1: simpleReturnAt(closes, t, 1),
    r5: simpleReturnAt(closes, t, 5),
    r21: simpleReturnAt(closes, t, 21),
    r63,
    r126: simpleReturnAt(closes, t, 126),
    /** r(63) less what the index made between the same two days. */
    excess63: reference ? r63 - (reference[t]! / reference[barsBack(closes, t, 63)]! - 1) : NaN,
    trend: trend?.trend ?? NaN,
    stance: trend?.stance ?? "",
    stopSide: instrument ? market.perInstrument(stopSideColumn, instrument.index)[market.lastSessionOf(instrument.index)]! : NaN,
    industryStrength: industries.find((g) => g.name === stock?.industry)?.strength ?? NaN,
    ...(instrument ? market.fundamentals(instrument.index) : NOTHING_KNOWN),
  };
}
