import { group } from "d3-array";
import type { Knex } from "knex";
import { isoDate } from "@core";
import { listNameOf, savedAlert, type AskedAlert, type SavedAlert } from "@studies/alerts/alert-schema";
import type { AlertRow } from "@studies/alerts/alerts";
import { clipped } from "@studies/words/words";
import type { Desk } from "./ask/desk.server";
import { write } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { listLists } from "./lists.server";
import { parsedJson } from "./parsed-json.server";
import {
  findAlertRow,
  insertAlertEvents,
  insertAlertRow,
  listAlertEventRows,
  listAlertRows,
  markEventsSeen,
  moveJudged,
  removeAlertRow,
} from "./stores/alerts-store.server";

/** Sessions that are judged after the fact at most; what came longer ago is no alert any more. */
const MOST_SESSIONS = 250;

/** The alerts of a market, or of all, each with its events, the latest first. */
export async function listAlerts(db: Knex, market?: string): Promise<SavedAlert[]> {
  const rows = await listAlertRows(db, market);
  if (rows.length === 0) return [];
  const eventsOf = group(await listAlertEventRows(db), (e) => e.alert_id);
  return rows.map(({ id, name, market: own, rule, target, judged }) => ({
    version: 1,
    ...{ name, market: own, judged, on: target },
    ...(rule === null ? {} : { rule: JSON.parse(rule) as NonNullable<SavedAlert["rule"]> }),
    events: (eventsOf.get(id) ?? []).map(({ session, ticker, seen }) => ({ session, ticker, seen: seen === 1 })),
  }));
}

/**
 * Saves a new alert, or puts back one that was removed with the events it had.
 * @param text the alert as JSON
 * @throws Invalid for what is no alert, with the place, and for a name that another one has
 */
export async function saveAlert(db: Knex, text: string): Promise<void> {
  const { name, market, rule, on, judged, events } = parsedJson(text, savedAlert, "This cannot be kept as an alert.");
  if (!rule && listNameOf(on) === undefined) throw new Invalid("An alert needs a clause, or a list whose arrivals it tells.");
  await write(db, () =>
    db.transaction(async (trx) => {
      if (await findAlertRow(trx, name)) throw new Invalid(`There is an alert called "${name}" already.`);
      const id = await insertAlertRow(trx, { name, market, rule: rule ? JSON.stringify(rule) : null, target: on, judged });
      await insertAlertEvents(
        trx,
        events.map(({ session, ticker, seen }) => ({ alert_id: id, session, ticker, seen: Number(seen) })),
      );
    }),
  );
}

/**
 * Removes an alert.
 * @returns the whole of it as JSON, so that it can be put back
 * @throws NotFound when there is none of that name
 */
export async function removeAlert(db: Knex, name: string): Promise<string> {
  const row = await findAlertRow(db, name);
  const alert = (await listAlerts(db)).find((one) => one.name === name);
  if (!row || !alert) throw new NotFound(`There is no alert "${clipped(name)}".`);
  await write(db, () => removeAlertRow(db, row.id));
  return JSON.stringify(alert);
}

/** Marks all events of a market as seen. */
export async function markAlertsSeen(db: Knex, market: string): Promise<void> {
  const ids = (await listAlertRows(db, market)).map((row) => row.id);
  if (ids.length > 0) await write(db, () => markEventsSeen(db, ids));
}

/** Alerts as the study takes them: with the lists that they name, as they are kept now. */
export async function askedAlerts(db: Knex, alerts: readonly SavedAlert[]): Promise<AskedAlert[]> {
  const lists = alerts.some(({ on }) => listNameOf(on) !== undefined) ? await listLists(db) : [];
  return alerts.map(({ name, rule, on, market }) => {
    const list = lists.find((one) => one.name === listNameOf(on) && one.market === market);
    return { name, on, ...(rule ? { rule } : {}), ...(list ? { list } : {}) };
  });
}

/**
 * Judges every alert of a market at each session that is over and was not judged yet. What came on a session, and that it is judged,
 * is written at once and only by whom it finds unjudged: nothing is lost or told twice, whoever is killed or asks at the same time.
 */
export async function judgeAlerts(desk: Desk, market: string): Promise<void> {
  const { db } = desk;
  const due = await listAlertRows(db, market);
  if (due.length === 0) return;
  const sessions = await desk.settledSessions(market);
  const latest = sessions.at(-1);
  if (latest === undefined || due.every((row) => row.judged >= latest)) return;
  const asked = group(await askedAlerts(db, await listAlerts(db, market)), (one) => one.name);
  const from = Math.max(0, sessions.length - MOST_SESSIONS);
  const judged = new Map(due.map((row) => [row.id, row.judged]));
  for (const session of sessions.subarray(from)) {
    const own = due.filter((row) => judged.get(row.id)! < session);
    if (own.length === 0) continue;
    const alerts = own.flatMap((row) => asked.get(row.name) ?? []);
    const params = { alerts: JSON.stringify(alerts) };
    const said = await desk.ask<{ readonly rows: readonly AlertRow[] }>({
      study: "alerts",
      params,
      market,
      asOf: isoDate(session),
    });
    const firedBy = new Map(said.result.rows.map((row) => [row.name, row.fired]));
    for (const row of own) {
      const events = (firedBy.get(row.name) ?? []).map((ticker) => ({ alert_id: row.id, session, ticker, seen: 0 }));
      await write(db, () =>
        db.transaction(async (trx) => {
          if (await moveJudged(trx, row.id, judged.get(row.id)!, session)) await insertAlertEvents(trx, events);
        }),
      );
      judged.set(row.id, session);
    }
  }
}
