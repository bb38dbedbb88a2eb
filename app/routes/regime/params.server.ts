import { openDesk } from "~/ask.server";
import { findItem } from "@server/items.server";
import { OSCILLATORS, type OscillatorName } from "@studies/words/oscillator-names";

const DEFAULT_PANES: readonly OscillatorName[] = ["rsi"];

/** What the address asks for; what it leaves out is as it was kept. */
export async function regimeParams(request: Request) {
  const search = new URL(request.url).searchParams;
  const { db } = await openDesk();
  const set = search.has("set") ? search.getAll("set") : ((await findItem(db, "exposure-set", "default"))?.set ?? []);
  const panes = search.has("panes")
    ? search.getAll("panes").filter((p): p is OscillatorName => p in OSCILLATORS)
    : ((await findItem(db, "oscillators", "default"))?.panes ?? DEFAULT_PANES);
  return { set, panes: panes.slice(0, 4), history: Number(search.get("history") ?? 378) || 378, by: search.get("by") ?? "both" };
}
