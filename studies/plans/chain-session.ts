import { firstFrom, historicalVolatility, sma, type ChainSession } from "@core";
import type { PlannedInstrument } from "./followed-plan";

/**
 * What the chain of a day is made from: a bar of that day itself; undefined without one (S06). Columns are worked out once for all days.
 */
export function chainSessions({
  part,
  instrument,
  days,
  bars,
}: Pick<PlannedInstrument, "part" | "instrument" | "days" | "bars">): (day: number) => ChainSession | undefined {
  let columns: { vol: Float64Array; averageVolume: Float64Array } | undefined;
  return (day) => {
    const s = firstFrom(days, day);
    if (days[s] !== day || Number.isNaN(bars.close[s])) return undefined;
    columns ??= { vol: historicalVolatility(bars.close, 63), averageVolume: sma(bars.volume, 50) };
    return {
      ticker: instrument.ticker,
      day,
      close: bars.close[s]!,
      vol: columns.vol[s]!,
      averageVolume: columns.averageVolume[s]!,
      holidays: new Set(part.holidays.filter((h) => h.known <= day).map((h) => h.day)),
    };
  };
}
