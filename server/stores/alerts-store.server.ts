import type { Knex } from "knex";

/* alerts(id, name, market, rule, target, judged), alert_events(alert_id, session, ticker, seen) */

export interface AlertStored {
  readonly id: number;
  readonly name: string;
  readonly market: string;
  /** JSON of the rule that must come to hold; null for arrivals in a list. */
  readonly rule: string | null;
  readonly target: string;
  /** Epoch day of the last session that was judged. */
  readonly judged: number;
}

export interface AlertEventStored {
  readonly alert_id: number;
  readonly session: number;
  readonly ticker: string;
  readonly seen: number;
}

/** The alerts of a market, or of all, in the order in which they were made. */
export async function listAlertRows(db: Knex, market?: string): Promise<AlertStored[]> {
  return db<AlertStored>("alerts")
    .where(market === undefined ? {} : { market })
    .orderBy("id");
}

export async function findAlertRow(db: Knex, name: string): Promise<AlertStored | undefined> {
  return db<AlertStored>("alerts").where({ name }).first();
}

/** Events of all alerts, the latest session first. */
export async function listAlertEventRows(db: Knex): Promise<AlertEventStored[]> {
  return db<AlertEventStored>("alert_events").orderBy([{ column: "session", order: "desc" }, "alert_id", "ticker"]);
}

/** How many events of the alerts of a market nobody has seen; undefined where it has no alert. */
export async function countUnseenEvents(db: Knex, market: string): Promise<number | undefined> {
  const ids = await db<AlertStored>("alerts").where({ market }).pluck("id");
  if (ids.length === 0) return undefined;
  const [found] = await db("alert_events").whereIn("alert_id", ids).where({ seen: 0 }).count<{ n: number }[]>({ n: "*" });
  return found!.n;
}

export async function insertAlertRow(db: Knex, row: Omit<AlertStored, "id">): Promise<number> {
  const [id] = (await db("alerts").insert(row)) as [number];
  return id;
}

export async function insertAlertEvents(db: Knex, rows: readonly AlertEventStored[]): Promise<void> {
  if (rows.length > 0) await db.batchInsert("alert_events", [...rows], 200);
}

/** Moves an alert on to a later session, where nobody has done so meanwhile; tells whether it did. */
export async function moveJudged(db: Knex, id: number, from: number, to: number): Promise<boolean> {
  return (await db("alerts").where({ id, judged: from }).update({ judged: to })) === 1;
}

export async function markEventsSeen(db: Knex, ids: readonly number[]): Promise<void> {
  await db("alert_events").whereIn("alert_id", ids).where({ seen: 0 }).update({ seen: 1 });
}

/** Makes the alerts of a market on one thing those on another. */
export async function moveAlertTargets(
  db: Knex,
  { market, from, to }: { readonly market: string; readonly from: string; readonly to: string },
): Promise<void> {
  await db("alerts").where({ market, target: from }).update({ target: to });
}

export async function removeAlertRow(db: Knex, id: number): Promise<void> {
  await db("alerts").where({ id }).delete();
}
