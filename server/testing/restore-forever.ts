import fs from "node:fs";
import { databasePath, openDatabase } from "../db.server";
import { restoreDatabase } from "../restore.server";

/* Restores two backups by turns until it is killed; says on a line which is restored. */

const [folder = "", ...backups] = process.argv.slice(2);
const db = await openDatabase(databasePath(), { busyMs: 5_000 });
for (let k = 0; ; k++) {
  const copy = `${folder}/copy-${k}.db`;
  fs.copyFileSync(backups[k % backups.length]!, copy);
  console.log(`begins ${k % backups.length}`);
  await restoreDatabase(db, copy);
  console.log(`restored ${k % backups.length}`);
  fs.rmSync(copy, { force: true });
}
