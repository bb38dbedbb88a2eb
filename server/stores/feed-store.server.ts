import type { Database } from "better-sqlite3";
import { newStamp, type Stamps } from "./meta-store.server";
import type { Knex } from "knex";
import type { MembershipRow, ReserveBar, ReserveSession } from "@core/columns/dataset";
import { putDelivered } from "./delivered-store.server";
import { toMembership, type JoinedMembership } from "./memberships-store.server";
import { findMeta } from "./meta-store.server";

/* feed_reserve(day, payload): sessions that only the feed stand-in may deliver; meta session_in_progress: "day:step". */

const IN_PROGRESS = "session_in_progress";

export interface SessionInProgress {
  readonly day: number;
  /** How many of its steps have been delivered. */
  readonly step: number;
}

/** The session that has been delivered in part, undefined when none has. */
export async function findSessionInProgress(db: Knex): Promise<SessionInProgress | undefined> {
  return parsed(await findMeta(db, IN_PROGRESS));
}

function parsed(text: string | undefined): SessionInProgress | undefined {
  const [day, step] = (text ?? "").split(":").map(Number);
  return day && step ? { day, step } : undefined;
}

/** Day of the next session of the reserve (the one in progress, while one is) and how many there are. */
export async function countReserve(db: Knex): Promise<{ readonly left: number; readonly next: number | undefined }> {
  const [row] = await db("feed_reserve").select<{ n: number; day: number | null }[]>(
    db.raw("count(*) as n"),
    db.raw("min(day) as day"),
  );
  return { left: row?.n ?? 0, next: row?.day ?? undefined };
}

/** What the next step of the feed would deliver. */
export interface NextStep {
  readonly session: ReserveSession;
  readonly step: number;
}

/*
 * The feed writes a whole session in one synchronous transaction on the driver's own connection: the rest of the
 * server meets the data before it or after it, never between.
 */

/** The next session of the reserve and the step that comes next; undefined when all have been delivered. */
function nextStep(connection: Database): NextStep | undefined {
  const row = connection.prepare("SELECT day, payload FROM feed_reserve ORDER BY day LIMIT 1").get() as
    { day: number; payload: string } | undefined;
  if (!row) return undefined;
  const meta = connection.prepare("SELECT value FROM meta WHERE key = ?").get(IN_PROGRESS) as { value: string } | undefined;
  const progress = parsed(meta?.value);
  return { session: JSON.parse(row.payload) as ReserveSession, step: progress?.day === row.day ? progress.step + 1 : 1 };
}

/** The data version within the transaction. */
function versionNow(connection: Database): number {
  const row = connection.prepare("SELECT value FROM meta WHERE key = 'data_version'").get() as { value: string } | undefined;
  return Number(row?.value ?? 0);
}

/** Up to which step a session is to be delivered, and what its bars are by then. */
export interface StepWanted {
  readonly reached: number;
  readonly last: boolean;
  readonly bars: readonly ReserveBar[];
}

/** A step as it was written. */
export interface StepWritten extends StepWanted {
  readonly session: ReserveSession;
  /** The step that came next before it was written. */
  readonly step: number;
  /** The new data version. */
  readonly version: number;
  readonly stamps: Stamps;
}

/**
 * Writes one or more steps of the next session: its bars so far; with the first step its joins; with the last its leaves,
 * endings and fundamentals, and the session leaves the reserve. Raises the data version. Which step comes next is found
 * within the transaction, so that another process that delivers beside this one doubles nothing.
 * @param choose says what is to be delivered of what comes next
 * @returns what was written; undefined when the reserve is empty
 */
export function writeStep(connection: Database, choose: (next: NextStep) => StepWanted): StepWritten | undefined {
  return connection
    .transaction((): StepWritten | undefined => {
      const next = nextStep(connection);
      if (!next) return undefined;
      const { session, step } = next;
      const wanted = choose(next);
      const rows = connection.prepare("SELECT id, ticker FROM instruments").all() as { id: number; ticker: string }[];
      const ids = new Map(rows.map((r) => [r.ticker, r.id]));
      putDelivered(connection, session.day, wanted.bars, ids);
      if (step === 1) putJoins(connection, session, ids);
      const put = connection.prepare(
        "INSERT INTO meta (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value",
      );
      if (wanted.last) {
        close(connection, session, ids);
        connection.prepare("DELETE FROM meta WHERE key = ?").run(IN_PROGRESS);
      } else put.run(IN_PROGRESS, `${session.day}:${wanted.reached}`);
      const version = versionNow(connection) + 1;
      put.run("data_version", String(version));
      const data = newStamp();
      put.run("data_stamp", data);
      const history = connection.prepare("SELECT value FROM meta WHERE key = 'history_stamp'").get() as { value: string };
      return { ...wanted, session, step, version, stamps: { data, history: history.value } };
    })
    .immediate();
}

/** Whether any membership begins after a day, or ends on it or later. */
export function doMembershipsMove(connection: Database, day: number): boolean {
  return connection.prepare("SELECT 1 FROM memberships WHERE from_day > ? OR to_day >= ? LIMIT 1").get(day, day) !== undefined;
}

/** All memberships as they stand in the transaction. */
export function membershipsNow(connection: Database): MembershipRow[] {
  const rows = connection
    .prepare(
      "SELECT m.group_name, m.kind, i.ticker, m.from_day, m.to_day, m.weight FROM memberships m JOIN instruments i ON i.id = m.instrument_id ORDER BY m.group_name, i.ticker, m.from_day",
    )
    .all() as JoinedMembership[];
  return rows.map(toMembership);
}

function putJoins(connection: Database, { joins }: ReserveSession, ids: ReadonlyMap<string, number>): void {
  const put = connection.prepare(
    "INSERT INTO memberships (group_name, kind, instrument_id, from_day, to_day, weight) VALUES (?, ?, ?, ?, NULL, ?)",
  );
  for (const join of joins) {
    const id = ids.get(join.ticker);
    if (id !== undefined) put.run(join.group, join.kind, id, join.from, join.weight);
  }
}

function close(connection: Database, session: ReserveSession, ids: ReadonlyMap<string, number>): void {
  const leave = connection.prepare(
    "UPDATE memberships SET to_day = ? WHERE group_name = ? AND instrument_id = ? AND to_day IS NULL",
  );
  for (const { group, ticker } of session.leaves) leave.run(session.day, group, ids.get(ticker));
  const end = connection.prepare("UPDATE instruments SET delisted = ? WHERE ticker = ?");
  for (const ticker of session.delisted) end.run(session.day, ticker);
  const known = connection.prepare(
    "INSERT INTO fundamentals (instrument_id, known, eps, eps_expected, growth, sales_growth, dividend, shares, next_report) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
  );
  for (const f of session.fundamentals) {
    const id = ids.get(f.ticker);
    if (id !== undefined)
      known.run(id, f.known, f.eps, f.epsExpected, f.growth, f.salesGrowth, f.dividend, f.shares, f.nextReport);
  }
  connection.prepare("DELETE FROM feed_reserve WHERE day = ?").run(session.day);
}
