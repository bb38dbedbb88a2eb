import type { Knex } from "knex";

/* drawings(id, market, subject, name), drawing_versions(drawing_id, made, body) */

export interface DrawingRow {
  readonly id: string;
  readonly market: string;
  readonly subject: string;
  readonly name: string;
}

export interface VersionRow {
  readonly drawing_id: string;
  /** Epoch day from which it is in force. */
  readonly made: number;
  readonly body: string;
}

/** The drawings on one chart, or on all, in the order in which they were made. */
export async function listDrawingRows(db: Knex, markets: readonly string[], subject?: string): Promise<DrawingRow[]> {
  return db<DrawingRow>("drawings").modify(onCharts, markets, subject).orderByRaw("rowid");
}

/** The markets on whose charts there are drawings; an empty one for what belongs to none. */
export async function listDrawnMarkets(db: Knex): Promise<string[]> {
  return db<DrawingRow>("drawings").distinct().orderBy("market").pluck("market");
}

export async function findDrawingRow(db: Knex, id: string): Promise<DrawingRow | undefined> {
  return db<DrawingRow>("drawings").where({ id }).first();
}

/** Every form of the drawings on one chart, or on all. */
export async function listVersionRows(db: Knex, markets: readonly string[], subject?: string): Promise<VersionRow[]> {
  return db<VersionRow>("drawing_versions")
    .whereIn("drawing_id", db("drawings").select("id").modify(onCharts, markets, subject))
    .orderBy(["drawing_id", "made"]);
}

function onCharts(query: Knex.QueryBuilder, markets: readonly string[], subject: string | undefined): void {
  void query.whereIn("market", [...markets]);
  if (subject !== undefined) void query.where({ subject });
}

export async function upsertDrawingRow(db: Knex, row: DrawingRow): Promise<void> {
  await db("drawings").insert(row).onConflict("id").merge();
}

/** Puts other versions in the place of all that a drawing has. */
export async function replaceVersionRows(db: Knex, id: string, rows: readonly Omit<VersionRow, "drawing_id">[]): Promise<void> {
  await db("drawing_versions").where({ drawing_id: id }).delete();
  await db("drawing_versions").insert(rows.map((row) => ({ ...row, drawing_id: id })));
}

export async function removeDrawingRow(db: Knex, id: string): Promise<void> {
  await db("drawings").where({ id }).delete();
}
