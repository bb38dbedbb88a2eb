import { listItems } from "@server/items.server";
import type { Plotted } from "@studies/chart/plots/drawn";
import { plotOf } from "@studies/chart/plots/plot";
import { openDesk } from "~/ask.server";

/** The analyst's own timing systems of a market, by name: as a plot asks for them. */
export async function systemPlots(market: string): Promise<ReadonlyMap<string, string>> {
  const { db } = await openDesk();
  const saved = (await listItems(db, "timing-system")).filter((s) => s.body.market === market);
  return new Map(
    saved.map(({ name, body: { on, up, down } }) => [name, `system_${JSON.stringify({ name, on, up, down })}`] as const),
  );
}

/** A plot of an own system by its name, as the study takes it: with the rules; any other as it is. */
export function withRules(text: string, systems: ReadonlyMap<string, string>): string {
  const { kind, values, hidden } = plotOf(text);
  const rules = kind === "system" ? systems.get(values.join("_")) : undefined;
  return rules === undefined ? text : `${hidden ? "-" : ""}${rules}`;
}

/** The plots that were drawn, each by its text in the address, where own systems stand by their names. */
export function named(plots: readonly Plotted[], asked: readonly string[] | undefined): Plotted[] {
  const texts = asked?.filter((text) => text !== "none");
  return plots.map((plot, k) => ({ ...plot, text: texts?.[k] ?? plot.text }));
}
