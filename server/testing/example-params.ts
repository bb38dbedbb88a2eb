import type { Dataset } from "@core/columns/dataset";

/** The session of its first stock on which plans of examples are made, and near whose close their prices are. */
const MADE = 45;

/**
 * Puts names of a made world in the place of `$sector`, `$industry`, `$group`, `$stock`, `$fund` and `$index` in a study's example, and
 * a day with prices around its close in that of `$made`, `$price`, `$above` and `$below`.
 */
export function exampleParams(world: Dataset, example: object): Record<string, unknown> {
  const first = world.bars.find((b) => b.ticker === "ALBRO")!.days[0]!;
  const home = world.instruments.filter((i) => i.market === "ALDANE");
  const stock = home.find((i) => i.kind === "stock" && i.listed === first && i.delisted === null)!;
  const bars = world.bars.find((b) => b.ticker === stock.ticker)!;
  const price = (times: number) => (bars.close[MADE]! * times).toFixed(2);
  const names: Record<string, string> = {
    $sector: stock.sector!,
    $industry: stock.industry!,
    $group: "ALBIG",
    $stock: stock.ticker,
    $fund: home.find((i) => i.kind === "fund")?.ticker ?? "NONE",
    $index: "ALBRO",
    $made: String(bars.days[MADE]),
    $price: price(1),
    $above: price(1.05),
    $below: price(0.95),
  };
  return JSON.parse(JSON.stringify(example).replace(/\$\w+/g, (name) => names[name] ?? name)) as Record<string, unknown>;
}
