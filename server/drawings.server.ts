import { createHash } from "node:crypto";
import { group } from "d3-array";
import type { Knex } from "knex";
import type { DrawingName } from "@core";
import { savedDrawing, type SavedDrawing } from "@studies/drawings/drawing-schema";
import type { DrawnCharts } from "@studies/drawings/drawn-charts";
import { write } from "./db.server";
import { Invalid, NotFound } from "./errors";
import { parsedJson } from "./parsed-json.server";
import {
  findDrawingRow,
  listDrawnMarkets,
  listDrawingRows,
  listVersionRows,
  removeDrawingRow,
  replaceVersionRows,
  upsertDrawingRow,
} from "./stores/drawings-store.server";

/** On whose chart a drawing is: a market (empty for what belongs to none), and a ticker or the key of a group. */
export interface DrawnOn {
  readonly market: string;
  readonly subject: string;
}

/** So many on one chart. */
const MOST = 200;

/** The drawings on a chart, with every form they have had; what belongs to no market is the same from everywhere. */
export async function listDrawings(db: Knex, { market, subject }: DrawnOn): Promise<SavedDrawing[]> {
  return Object.values(await readCharts(db, [market, ""], subject))[0] ?? [];
}

/** Every drawing, with the chart that it is on. */
export async function listAllDrawings(db: Knex): Promise<(DrawnOn & { readonly drawing: SavedDrawing })[]> {
  const markets = [...new Set(await listDrawnMarkets(db))];
  const charts = await Promise.all(
    markets.map(async (market) =>
      Object.entries(await readCharts(db, [market])).flatMap(([subject, drawings]) =>
        drawings.map((drawing) => ({ market, subject, drawing })),
      ),
    ),
  );
  return charts.flat();
}

/** All that is drawn on the charts of a market, for questions that name it. */
export async function listDrawnCharts(db: Knex, market: string): Promise<DrawnCharts> {
  const charts = await readCharts(db, [market, ""]);
  return { charts, key: createHash("sha256").update(JSON.stringify(charts)).digest("base64url") };
}

async function readCharts(db: Knex, markets: readonly string[], subject?: string): Promise<Record<string, SavedDrawing[]>> {
  const rows = await listDrawingRows(db, markets, subject);
  const versionsOf = group(await listVersionRows(db, markets, subject), (v) => v.drawing_id);
  const charts: Record<string, SavedDrawing[]> = {};
  for (const row of rows) {
    const versions = (versionsOf.get(row.id) ?? []).map(({ made, body }) => ({
      made,
      ...(JSON.parse(body) as Omit<SavedDrawing["versions"][number], "made">),
    }));
    (charts[row.subject] ??= []).push({ id: row.id, name: row.name, versions });
  }
  return charts;
}

/** The names of what is drawn on the charts of a market, and the kinds of what has each: what a clause can speak of. */
export async function listDrawingNames(db: Knex, market: string): Promise<DrawingName[]> {
  const { charts } = await listDrawnCharts(db, market);
  const byName = group(Object.values(charts).flat(), (d) => d.name);
  const kindsOf = (drawings: readonly SavedDrawing[]) => new Set(drawings.flatMap((d) => d.versions.map((v) => v.kind)));
  return [...byName]
    .map(([name, drawings]) => ({ name, kinds: [...kindsOf(drawings)] }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/**
 * Puts a drawing on a chart as it is given, in the place of what it was.
 * @param text the drawing as JSON
 * @throws Invalid for what is no drawing, for a name that another on the chart has, and for one too many
 */
export async function putDrawing(db: Knex, on: DrawnOn, text: string): Promise<void> {
  const { id, name, versions } = parsedJson(text, savedDrawing, "This cannot be drawn.");
  await write(db, () =>
    db.transaction(async (trx) => {
      const others = (await listDrawingRows(trx, [on.market, ""], on.subject)).filter((row) => row.id !== id);
      if (others.some((row) => row.name === name)) throw new Invalid(`There is a drawing called "${name}" here already.`);
      if (others.length >= MOST) throw new Invalid(`A chart has at most ${MOST} drawings.`);
      await upsertDrawingRow(trx, { id, name, ...on });
      const byDay = new Map(versions.map(({ made, ...body }) => [made, { made, body: JSON.stringify(body) }]));
      await replaceVersionRows(trx, id, [...byDay.values()]);
    }),
  );
}

/**
 * Takes a drawing away.
 * @throws NotFound when there is none of that id
 */
export async function removeDrawing(db: Knex, id: string): Promise<void> {
  if (!(await findDrawingRow(db, id))) throw new NotFound("That drawing is not there any more.");
  await write(db, () => removeDrawingRow(db, id));
}
