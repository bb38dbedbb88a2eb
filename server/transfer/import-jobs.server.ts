import { MessageChannel } from "node:worker_threads";
import { Piscina } from "piscina";
import { databasePath } from "../db.server";
import { inWords } from "../database-errors";
import { Conflict, Unavailable } from "../errors";
import type { Job, JobState } from "../jobs/job";
import { findJob, startJob } from "../jobs/jobs.server";
import { forLog, log } from "../log.server";
import workerUrl from "../workers/import.worker.ts?node-worker";
import type { ImportJob } from "../workers/import.worker";
import type { ImportReport, ImportRequest } from "./import.server";
import { removeUploadFolder } from "./upload-folders.server";

/** An import under way, or one that is over, with its report where it came to one. */
export interface ImportState extends JobState {
  readonly report?: ImportReport;
}

const MOST_MINUTES = 15;

// Survives the reloading of modules in development.
const globals = globalThis as unknown as { yubrinImport?: Job<ImportReport> };

/**
 * Starts an import in a thread of its own; one at a time.
 * @param request the files to import
 * @param folder the folder they were uploaded to, removed at the end
 * @returns the id of its job
 * @throws Conflict while another import is running
 */
export function startImport(request: ImportRequest, folder: string): string {
  if (isImportRunning()) throw new Conflict("Another import is still running.");
  const job = startJob<ImportReport>({
    run: (tell, signal) => importInThread(request, folder, tell, signal),
    say(error) {
      log.error(forLog(error), "an import failed");
      const said = inWords(error, databasePath());
      return said instanceof Error && said.name === "Unavailable" ? said.message : "The log says where.";
    },
  });
  globals.yubrinImport = job;
  return job.id;
}

async function importInThread(
  request: ImportRequest,
  folder: string,
  tell: (share: number) => void,
  stopped: AbortSignal,
): Promise<ImportReport> {
  const pool = new Piscina<ImportJob, ImportReport>({ filename: workerUrl, maxThreads: 1 });
  const { port1, port2 } = new MessageChannel();
  port1.on("message", tell);
  const late = AbortSignal.timeout(MOST_MINUTES * 60_000);
  try {
    return await pool.run(
      { database: databasePath(), request, port: port2 },
      { transferList: [port2], signal: AbortSignal.any([stopped, late]) },
    );
  } catch (error) {
    if (late.aborted)
      throw new Unavailable(`It took more than ${MOST_MINUTES} minutes; npm run import takes as long as it needs.`);
    throw error;
  } finally {
    port1.close();
    await pool.destroy();
    removeUploadFolder(folder);
  }
}

export function isImportRunning(): boolean {
  return globals.yubrinImport?.state.state === "running";
}

/** State of an import, undefined when there is none by that id. */
export function findImport(id: string): ImportState | undefined {
  const job = findJob(id) as Job<ImportReport> | undefined;
  return job && { ...job.state, ...(job.result === undefined ? {} : { report: job.result }) };
}
