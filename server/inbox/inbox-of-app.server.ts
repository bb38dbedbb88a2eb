import path from "node:path";
import { databasePath } from "../db.server";
import { getDesk, getFeed } from "../desk-of-app.server";
import { Conflict } from "../errors";
import { setTimeout as sleep } from "node:timers/promises";
import type { Ingest, IngestOptions, IngestWork } from "../ingest/ingest";
import { IngestPool } from "../ingest/ingest-pool";
import { forLog, log } from "../log.server";
import { startImport } from "../transfer/import-jobs.server";
import type { IngestResult } from "../workers/ingest-task";
import { Inbox } from "./inbox";

// Survives the reloading of modules in development.
const globals = globalThis as unknown as { yubrinInbox?: Promise<Inbox> };

/** The watched folder of this server: `YUBRIN_INBOX`; undefined for none. */
export function inboxFolder(): string | undefined {
  const folder = process.env["YUBRIN_INBOX"];
  return folder ? path.resolve(folder) : undefined;
}

/** Begins to watch the folder, where there is one. */
export async function startInbox(): Promise<void> {
  const folder = inboxFolder();
  if (folder === undefined) return;
  globals.yubrinInbox ??= makeInbox(folder);
  await globals.yubrinInbox;
}

async function makeInbox(folder: string): Promise<Inbox> {
  const { db } = await getDesk();
  const inbox = new Inbox({
    db,
    database: databasePath(),
    folder,
    ingest: beside,
    onDone: ({ imported, refused }) => {
      log.info({ imported: imported.length, refused: refused.length }, "files came by the watched folder");
      void getFeed().then((feed) => feed.announce());
    },
    onError: (error) => {
      log.error(forLog(error), "the watched folder");
    },
  });
  await inbox.start();
  return inbox;
}

export async function stopInbox(): Promise<void> {
  await (await globals.yubrinInbox)?.stop();
}

const BUSY_MS = 500;

/** Threads beside the server; imports are those of the server, one at a time, so that the feed waits for them. */
const beside: Ingest = {
  async look(files, folder, signal) {
    const pool = new IngestPool();
    try {
      return await pool.look(files, folder, signal);
    } finally {
      await pool.close();
    }
  },
  async run<T extends "try" | "import">(_what: T, work: IngestWork, { signal }: IngestOptions): Promise<IngestResult<T>> {
    for (;;) {
      let stop: (() => void) | undefined;
      try {
        const job = startImport(work);
        stop = () => {
          job.stop();
        };
        signal.addEventListener("abort", stop);
        return (await job.wait()) as IngestResult<T>;
      } catch (error) {
        if (!(error instanceof Conflict) || signal.aborted) throw error;
        await sleep(BUSY_MS);
      } finally {
        // The word to stop is heard for as long as the server runs; a job that is over listens no more.
        if (stop) signal.removeEventListener("abort", stop);
      }
    }
  },
};
