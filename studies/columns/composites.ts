import { composite } from "@core";
import { highLowClose } from "./panel-series";
import { type PerSession, deriveWhole } from "@studies/market/derived";
import { isPassing, WHOLE_MARKET } from "@studies/sets/group-key";
import { belongingTo } from "@studies/sets/member-runs";

/** An equal-weighted index of a group's members. */
function levelOf(name: string, key: string): PerSession<{ level: Float64Array }> {
  return {
    name,
    ephemeral: isPassing(key),
    derive: (data) => ({ level: composite(data.panel, belongingTo(data, key)) }),
    extend(data, { level }, from) {
      composite(data.panel, belongingTo(data, key), level, from);
    },
  };
}

/** The market composite. */
export const compositeColumn = levelOf("composite", WHOLE_MARKET);

/** The series of a group: the composite of its members; of a sector or industry, those of the universe. */
export function groupSeries(key: string): PerSession<{ level: Float64Array }> {
  return levelOf(`series:${key}`, key);
}

/** High, low and close of the broad index; where the market has none, the composite's level without highs and lows. */
export const referenceColumns: PerSession<{ high: Float64Array; low: Float64Array; close: Float64Array }> = {
  name: "reference",
  derive(data) {
    const index = data.instruments.findIndex((i) => i.ticker === data.market.broadIndex);
    if (index >= 0 && data.panel.first[index]! >= 0) return highLowClose(data.panel, index);
    const close = deriveWhole(data, compositeColumn).level;
    const none = new Float64Array(close.length).fill(NaN);
    return { high: none, low: none, close };
  },
};
