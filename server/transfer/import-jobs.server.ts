import { databasePath } from "../db.server";
import { inWords } from "../database-errors";
import { Conflict, Unavailable } from "../errors";
import type { IngestWork } from "../ingest/ingest";
import { IngestPool } from "../ingest/ingest-pool";
import type { Job, JobState } from "../jobs/job";
import { findJob, startJob } from "../jobs/jobs.server";
import { forLog, log } from "../log.server";
import type { ImportReport } from "./import.server";

/** An import under way, or one that is over, with its report where it came to one. */
export interface ImportState extends JobState {
  readonly report?: ImportReport;
}

const MOST_MINUTES = 15;

// Survives the reloading of modules in development.
const globals = globalThis as unknown as { yubrinImport?: Job<ImportReport> };

/**
 * Starts an import in threads of its own; one at a time.
 * @param work what is imported
 * @returns its job
 * @throws Conflict while another import is running
 */
export function startImport(work: Omit<IngestWork, "database">): Job<ImportReport> {
  if (isImportRunning()) throw new Conflict("Another import is still running.");
  const job = startJob<ImportReport>({
    run: (tell, signal) => importInThreads(work, tell, signal),
    say: sayIngestFailure("an import failed"),
  });
  globals.yubrinImport = job;
  return job;
}

/** A failure of work on files, in words for a person; the log has the rest. */
export function sayIngestFailure(what: string): (error: unknown) => string {
  return (error) => {
    log.error(forLog(error), what);
    const said = inWords(error, databasePath());
    return said instanceof Error && said.name === "Unavailable" ? said.message : "The log says where.";
  };
}

async function importInThreads(
  work: Omit<IngestWork, "database">,
  tell: (share: number) => void,
  stopped: AbortSignal,
): Promise<ImportReport> {
  const pool = new IngestPool();
  const late = AbortSignal.timeout(MOST_MINUTES * 60_000);
  try {
    const signal = AbortSignal.any([stopped, late]);
    return await pool.run("import", { ...work, database: databasePath() }, { tell, signal });
  } catch (error) {
    if (late.aborted)
      throw new Unavailable(`It took more than ${MOST_MINUTES} minutes; npm run import takes as long as it needs.`);
    throw error;
  } finally {
    await pool.close();
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
