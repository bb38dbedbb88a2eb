import { databasePath, openDatabase } from "../db.server";
import { Inbox } from "../inbox/inbox";
import { IngestHere } from "../ingest/ingest-here";

/* Watches the folder that is named until it is killed; says what became of files on a line. */

const db = await openDatabase(databasePath(), { busyMs: 5_000 });
const inbox = new Inbox({
  db,
  database: databasePath(),
  folder: process.argv[2] ?? "",
  ingest: new IngestHere(db),
  choose: { market: "HOME", marketName: "Home" },
  settleMs: 30,
  onDone: ({ imported, refused }) => {
    console.log(`done ${imported.length} ${refused.length}`);
  },
  onError: (error) => {
    console.error(error);
  },
});
await inbox.start();
console.log("watching");
