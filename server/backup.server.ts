import fs from "node:fs";
import { Readable } from "node:stream";
import Database from "better-sqlite3";
import { isoDate } from "@core";
import { databasePath } from "./db.server";
import { NotFound } from "./errors";
import { writtenFile } from "./transfer/written-file.server";

export interface Backup {
  /** How the file is called: "yubrin-2026-03-14.db". */
  readonly name: string;
  readonly bytes: number;
  /** What is in it; the copy is removed once it was read or given up. */
  readonly stream: ReadableStream<Uint8Array>;
}

/**
 * A copy of the whole database as it is at one moment, by SQLite's own online backup: it holds up nothing that is written
 * meanwhile.
 * @throws NotFound for a database that has no file
 */
export async function makeBackup(file = databasePath()): Promise<Backup> {
  if (!fs.existsSync(file)) throw new NotFound("There is no database file to save.");
  const reading = await writtenFile(async (copy) => {
    // A connection of its own, so that a server that is read from goes on.
    const connection = new Database(file, { readonly: true });
    try {
      await connection.backup(copy);
    } finally {
      connection.close();
    }
  });
  const today = isoDate(Math.floor(Date.now() / 86_400_000));
  return {
    name: `yubrin-${today}.db`,
    bytes: fs.statSync(reading.path).size,
    stream: Readable.toWeb(reading) as ReadableStream<Uint8Array>,
  };
}
