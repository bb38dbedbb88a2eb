import type { Knex } from "knex";
import { z } from "zod";
import { savedDrawing, type SavedDrawing } from "@studies/chart/drawings/drawing-schema";
import { write } from "./db.server";
import { Invalid, NotFound } from "./errors";
import {
  findDrawingRow,
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
  const rows = await listDrawingRows(db, [market, ""], subject);
  const versions = await listVersionRows(
    db,
    rows.map((row) => row.id),
  );
  return rows.map(({ id, name }) => ({
    id,
    name,
    versions: versions
      .filter((v) => v.drawing_id === id)
      .map((v) => ({ made: v.made, ...(JSON.parse(v.body) as Omit<SavedDrawing["versions"][number], "made">) })),
  }));
}

/**
 * Puts a drawing on a chart as it is given, in the place of what it was.
 * @param text the drawing as JSON
 * @throws Invalid for what is no drawing, for a name that another on the chart has, and for one too many
 */
export async function putDrawing(db: Knex, on: DrawnOn, text: string): Promise<void> {
  const parsed = savedDrawing.safeParse(parseJson(text));
  if (!parsed.success) throw new Invalid("This cannot be drawn.", z.prettifyError(parsed.error).split("\n"));
  const { id, name, versions } = parsed.data;
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

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Invalid("What is to be drawn is not JSON.");
  }
}
