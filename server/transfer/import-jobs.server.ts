import { randomUUID } from "node:crypto";
import { MessageChannel } from "node:worker_threads";
import { LRUCache } from "lru-cache";
import { Piscina } from "piscina";
import { databasePath } from "../db.server";
import { Conflict } from "../errors";
import { inWords } from "../database-errors";
import { forLog, log } from "../log.server";
import workerUrl from "../workers/import.worker.ts?node-worker";
import type { ImportJob } from "../workers/import.worker";
import { removeUploadFolder } from "./upload-folders.server";
import type { ImportReport, ImportRequest } from "./import.server";

/** An import under way, or one that has ended: with a report, stopped, or failed by a fault of the server. */
export interface ImportState {
  readonly id: string;
  share: number;
  state: "running" | "ended" | "stopped" | "failed";
  report?: ImportReport;
  /** Why it failed. */
  reason?: string;
}

interface Running extends ImportState {
  readonly abort: AbortController;
}

const MOST_MINUTES = 15;

// Survives the reloading of modules in development.
const kept = globalThis as unknown as { yubrinImports?: LRUCache<string, Running> };
const jobs = (kept.yubrinImports ??= new LRUCache<string, Running>({ max: 20 }));

/**
 * Starts an import in a thread of its own; one at a time.
 * @param request the files to import
 * @param folder the folder they were uploaded to, removed at the end
 * @returns the id to ask for its state
 * @throws Conflict while another import is running
 */
export function startImport(request: ImportRequest, folder: string): string {
  if (isImportRunning()) throw new Conflict("Another import is still running.");
  const job: Running = { id: randomUUID(), share: 0, state: "running", abort: new AbortController() };
  jobs.set(job.id, job);
  void run(job, request, folder);
  return job.id;
}

async function run(job: Running, request: ImportRequest, folder: string): Promise<void> {
  const pool = new Piscina<ImportJob, ImportReport>({ filename: workerUrl, maxThreads: 1 });
  const { port1, port2 } = new MessageChannel();
  port1.on("message", (share: number) => (job.share = share));
  const late = setTimeout(() => {
    job.abort.abort();
  }, MOST_MINUTES * 60_000);
  try {
    job.report = await pool.run(
      { database: databasePath(), request, port: port2 },
      { transferList: [port2], signal: job.abort.signal },
    );
    job.state = "ended";
  } catch (error) {
    job.state = job.abort.signal.aborted ? "stopped" : "failed";
    if (job.state === "failed") {
      log.error(forLog(error), "an import failed");
      const said = inWords(error, databasePath());
      job.reason = said instanceof Error && said.name === "Unavailable" ? said.message : "The log says where.";
    }
  } finally {
    clearTimeout(late);
    port1.close();
    await pool.destroy();
    removeUploadFolder(folder);
  }
}

export function isImportRunning(): boolean {
  for (const job of jobs.values()) if (job.state === "running") return true;
  return false;
}

/** State of an import, undefined when there is none by that id. */
export function findImport(id: string): ImportState | undefined {
  const job = jobs.get(id);
  if (!job) return undefined;
  const { abort: _abort, ...state } = job;
  return state;
}

/** Stops an import: nothing of it stays. */
export function stopImport(id: string): void {
  jobs.get(id)?.abort.abort();
}
