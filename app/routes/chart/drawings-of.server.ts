import { listDrawings } from "@server/drawings.server";
import { openDesk } from "~/ask.server";

/** The drawings on the chart of an instrument or a group, with every form they have had. */
export async function drawingsOf(market: string, subject: string) {
  const { db } = await openDesk();
  return listDrawings(db, { market, subject });
}
