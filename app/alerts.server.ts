import { askedAlerts, judgeAlerts, listAlerts } from "@server/alerts.server";
import { getDesk } from "@server/desk-of-app.server";
import { forLog, log } from "@server/log.server";
import { countUnseenEvents } from "@server/stores/alerts-store.server";
import type { SavedAlert } from "@studies/alerts/alert-schema";
import { alerts, type AlertRow } from "@studies/alerts/alerts";
import { directory } from "@studies/frame/directory";
import { askFor, findFor } from "./ask.server";

/** An alert as a screen shows it: what it watches, for whom it comes and has come. */
export interface AlertShown extends AlertRow {
  readonly on: string;
  /** Until the date in view, the latest first. */
  readonly events: SavedAlert["events"];
}

/** The alerts of a market, judged up to its last session that is over (`settled`), and what they say at the date in view. */
export async function alertsHere(
  request: Request,
): Promise<{ readonly alerts: readonly AlertShown[]; readonly provisional: boolean; readonly settled: number }> {
  const { market, asOf, provisional } = await askFor(request, directory, {});
  const desk = await getDesk();
  await judgeAlerts(desk, market);
  const { db } = desk;
  const saved = await listAlerts(db, market);
  const settled = (await desk.settledSessions(market)).at(-1) ?? asOf;
  if (saved.length === 0) return { alerts: [], provisional, settled };
  const said = await findFor(request, alerts, { alerts: JSON.stringify(await askedAlerts(db, saved)) });
  const rows = new Map((said?.result.rows ?? []).map((row) => [row.name, row]));
  return {
    provisional,
    settled,
    alerts: saved.flatMap(({ name, on, events }): AlertShown[] => {
      const row = rows.get(name);
      return row ? [{ ...row, on, events: events.filter((e) => e.session <= asOf) }] : [];
    }),
  };
}

/** How many events of a market nobody has seen yet; undefined where nothing is watched. */
export async function countUnseen(market: string): Promise<number | undefined> {
  const desk = await getDesk();
  try {
    await judgeAlerts(desk, market);
  } catch (error) {
    // The frame around every screen asks this: what was judged before is told all the same, and Lists says what is wrong.
    log.error(forLog(error), "alerts could not be judged");
  }
  return countUnseenEvents(desk.db, market);
}
