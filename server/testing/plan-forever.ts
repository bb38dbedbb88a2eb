import { Desk } from "../ask/desk.server";
import { databasePath, openDatabase } from "../db.server";
import { Feed } from "../feed/feed.server";
import { getPlan, updatePlan } from "../plans.server";

/*
 * Delivers one step after another and changes a plan after every session, until it is killed or nothing is left; says each on a line.
 */

const PLAN = "planofkills";
const desk = new Desk(await openDatabase(databasePath()));
const feed = new Feed(desk);
for (;;) {
  const { left, step } = await feed.step();
  // A session that is over has no step any more.
  if (step === 0) {
    const { plan, revision } = await getPlan(desk.db, PLAN);
    const made = (await desk.settledSessions(plan.market)).at(-1)!;
    const last = plan.versions.at(-1)!;
    const stop = last.long!.stop + 0.001;
    const versions = [
      ...plan.versions.filter((v) => v.made < made),
      { ...last, made, written: made, long: { ...last.long, stop } },
    ];
    await updatePlan(desk.db, JSON.stringify({ ...plan, versions }), revision);
  }
  console.log(`${left} ${step}`);
  if (left === 0) break;
}
