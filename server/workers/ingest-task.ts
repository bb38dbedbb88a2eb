import type { MessagePort } from "node:worker_threads";
import type { FormRead } from "../ingest/take-forms";
import { lookAtFiles, type FilesSeen } from "../ingest/look-at-files";
import { dryRun, type DryRun } from "../ingest/dry-run.server";
import { readBatch, type ReadBatch } from "../ingest/read-forms";
import { openDatabase } from "../db.server";
import { importFiles, type ImportReport, type ImportRequest } from "../transfer/import.server";

/** Work on files that are taken in, done beside the server. */
export type IngestTask =
  | { readonly do: "look"; readonly files: readonly { readonly path: string; readonly name: string }[]; readonly folder: string }
  | { readonly do: "read"; readonly batch: ReadBatch; readonly port: MessagePort }
  | {
      readonly do: "try" | "import";
      readonly database: string;
      readonly request: ImportRequest;
      readonly read: readonly FormRead[];
      readonly port: MessagePort;
    };

export type IngestResult<T extends IngestTask["do"]> = {
  look: FilesSeen;
  read: FormRead;
  try: DryRun;
  import: ImportReport;
}[T];

/** Messages about progress are not sent more often than this, in milliseconds. */
const PAUSE_MS = 50;

export async function runIngestTask(task: IngestTask): Promise<FilesSeen | FormRead | DryRun | ImportReport> {
  switch (task.do) {
    case "look":
      return lookAtFiles(task.files, task.folder);
    case "read":
      return told(task.port, (tell) => readBatch(task.batch, tell));
    case "try":
    case "import": {
      const { database, request, read } = task;
      return told(task.port, async (progress) => {
        // A connection of its own: when the thread is stopped, its transaction is undone.
        const db = await openDatabase(database, { busyMs: 10_000 });
        try {
          return await (task.do === "try"
            ? dryRun(db, request, { read, progress })
            : importFiles(db, request, { read, progress }));
        } finally {
          await db.destroy();
        }
      });
    }
  }
}

async function told<R>(port: MessagePort, work: (tell: (reached: number) => void) => Promise<R>): Promise<R> {
  let last = 0;
  try {
    return await work((reached) => {
      const now = performance.now();
      if (now - last < PAUSE_MS) return;
      last = now;
      port.postMessage(reached);
    });
  } finally {
    port.close();
  }
}
