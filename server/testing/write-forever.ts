import { databasePath, openDatabase, withConnection, write } from "../db.server";
import { importBriefs, updateBrief } from "../briefs.server";
import { undoChange } from "../data-changes.server";
import { saveItem } from "../items.server";
import { saveList } from "../lists.server";
import { writeStep } from "../stores/feed-store.server";
import { listChanges } from "../stores/changes-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import { writeDataset } from "../transfer/write-dataset.server";

/*
 * Writes everything that a server writes, one after another, until it is killed; says each on a line once it is done.
 * The argument is where the counting of kept things goes on.
 */

const db = await openDatabase(databasePath());
const one = (x: number) => Float64Array.of(x);
for (let n = Number(process.argv[2] ?? 0) + 1; ; n++) {
  await saveItem(db, {
    kind: "breadth-zones",
    name: "counted",
    body: JSON.stringify({ version: 1, crowded: 50 + (n % 50), washed: n % 50 }),
  });
  const members = ["AAA", "BBB"].map((ticker) => ({ ticker, added: null }));
  await saveList(db, JSON.stringify({ version: 1, name: `list ${n}`, market: "ALDANE", members }));
  console.log(`kept ${n}`);
  // A brief with two calls in one file, then a change of it: its revision is the count of its headings.
  const id = `brief${String(n).padStart(5, "0")}`;
  const heading = (k: number) => ({ type: "heading", id: `heading0${k}`, text: `${id} ${k}` });
  const brief = { version: 1, id, market: "ALDANE", purpose: "Note", title: "", asOf: 20_000 + n, parts: [heading(1)] };
  const call = (k: number) => ({
    ...{ version: 1, id: `call${n}of${k}`.padStart(12, "0"), market: "ALDANE", subject: "AAA", direction: "up" },
    ...{ horizon: 5, made: 20_000 + n, written: 20_000 + n, reason: "" },
  });
  await importBriefs(db, JSON.stringify({ yubrin: "briefs", version: 1, briefs: [brief], calls: [call(1), call(2)] }));
  await updateBrief(db, JSON.stringify({ ...brief, parts: [heading(1), heading(2)] }), 1);
  console.log(`briefed ${id}`);
  const step = await write(db, () =>
    withConnection(db, (connection) =>
      writeStep(connection, ({ session, step }) => ({ reached: step, last: step >= 4, bars: session.bars })),
    ),
  );
  if (step) console.log(`step ${step.session.day} ${step.step}`);
  const [first] = await listInstruments(db);
  const empty = { markets: [], instruments: [], membership: [], holidays: [], fundamentals: [] };
  const bar = { ticker: first!.ticker, open: one(n), high: one(n), low: one(n), close: one(n), volume: one(n) };
  await writeDataset(db, { ...empty, bars: [{ ...bar, days: Int32Array.of(20_000 + (n % 5)) }] }, { words: `import ${n}` });
  console.log(`import ${n}`);
  if (n % 3 === 0) {
    const [latest] = await listChanges(db);
    if (latest) await undoChange(db, latest.id);
    console.log(`undone ${n}`);
  }
}
