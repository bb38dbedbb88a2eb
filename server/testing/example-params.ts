import type { Dataset } from "@core/columns/dataset";

/** Puts names of a made world in the place of `$sector`, `$industry`, `$group`, `$stock`, `$fund` and `$index` in a study's example. */
export function exampleParams(world: Dataset, example: object): Record<string, unknown> {
  const first = world.bars.find((b) => b.ticker === "ALBRO")!.days[0]!;
  const home = world.instruments.filter((i) => i.market === "ALDANE");
  const stock = home.find((i) => i.kind === "stock" && i.listed === first && i.delisted === null)!;
  const names: Record<string, string> = {
    $sector: stock.sector!,
    $industry: stock.industry!,
    $group: "ALBIG",
    $stock: stock.ticker,
    $fund: home.find((i) => i.kind === "fund")?.ticker ?? "NONE",
    $index: "ALBRO",
  };
  return JSON.parse(JSON.stringify(example).replace(/\$\w+/g, (name) => names[name] ?? name)) as Record<string, unknown>;
}
