import { judgeAlerts } from "../alerts.server";
import { Desk } from "../ask/desk.server";
import { databasePath, openDatabase } from "../db.server";
import { Feed } from "../feed/feed.server";

/* Delivers one step after another and judges the alerts after each, until it is killed or nothing is left; says each on a line. */

const desk = new Desk(await openDatabase(databasePath()));
const feed = new Feed(desk);
for (;;) {
  const { left, step } = await feed.step();
  await judgeAlerts(desk, "ALDANE");
  console.log(`${left} ${step}`);
  if (left === 0) break;
}
