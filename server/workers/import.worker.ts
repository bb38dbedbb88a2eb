import type { MessagePort } from "node:worker_threads";
import { openDatabase } from "../db.server";
import { importFiles, type ImportReport, type ImportRequest } from "../transfer/import.server";

export interface ImportJob {
  readonly database: string;
  readonly request: ImportRequest;
  /** Is told the share done, 0 to 1. */
  readonly port: MessagePort;
}

/** Imports beside the server, with a connection of its own; when the thread is stopped, its transaction is undone. */
export default async function run({ database, request, port }: ImportJob): Promise<ImportReport> {
  const db = await openDatabase(database, { busyMs: 10_000 });
  let told = 0;
  try {
    return await importFiles(db, request, (share) => {
      if (share - told < 0.01) return;
      told = share;
      port.postMessage(share);
    });
  } finally {
    port.close();
    await db.destroy();
  }
}
