import type { CrossSection } from "@studies/market/cross-section";
import type { KnownInstrument, Market } from "@studies/market/market";

/** Market value at the instrument's own last session, in its currency; NaN where unknown. */
export function marketValue(part: Market, { index }: KnownInstrument): number {
  return part.crossSection(marketValues)[index]!;
}

/** Close x shares known then, else those that are constant (method 6, G07), by position in the panel. */
const marketValues: CrossSection<Float64Array> = {
  name: "market-value",
  derive(part) {
    const values = new Float64Array(Math.max(-1, ...part.instruments.map((i) => i.index)) + 1).fill(NaN);
    for (const { index, kind, marketValueShares } of part.instruments) {
      const close = part.bars("close", index)[part.lastSessionOf(index)] ?? NaN;
      const known = kind === "stock" ? part.fundamentals(index).shares : NaN;
      values[index] = close * (Number.isNaN(known) ? (marketValueShares ?? NaN) : known);
    }
    return values;
  },
};
