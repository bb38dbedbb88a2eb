import { randomUUID } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import type { Knex } from "knex";
import { LRUCache } from "lru-cache";
import { databasePath } from "../db.server";
import { Conflict, NotFound } from "../errors";
import type { Job, JobState } from "../jobs/job";
import { startJob } from "../jobs/jobs.server";
import type { ImportRequest } from "../transfer/import.server";
import { sayIngestFailure, startImport } from "../transfer/import-jobs.server";
import { removeUploadFolder } from "../transfer/upload-folders.server";
import type { DryRun } from "./dry-run.server";
import { tickerOfFile } from "./file-tickers";
import { IngestPool } from "./ingest-pool";
import type { FilesSeen } from "./look-at-files";
import { importRequest, knownForm, knownTickers, lackIn, type KnownForm } from "./known-form.server";
import type { Mapping } from "./mapping";

/* Files that were given and not imported yet: what is seen in them, what they are taken for, and what would come of it. */

/** Files of one form among those that were given. */
export interface IncomingForm {
  readonly signature: string;
  readonly files: number;
  /** Names of the first files, and the tickers that they would have where no column says them. */
  readonly names: readonly string[];
  readonly tickers: readonly string[];
  readonly carrier: string;
  readonly headers: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly mapping: Mapping;
  readonly dateForms: readonly string[];
  /** Whether it is taken as the last files of its form were. */
  readonly isRemembered: boolean;
  /** What has to be chosen before it can be tried; none where all is clear. */
  readonly lack: string | undefined;
  /** Ticker of a lone file, where it is not that of its name. */
  readonly ticker: string | undefined;
}

export interface IncomingState {
  readonly id: string;
  readonly job: JobState;
  readonly given: number;
  /** Files of the open formats. */
  readonly own: readonly string[];
  readonly unreadable: FilesSeen["unreadable"];
  readonly forms: readonly IncomingForm[];
  readonly dryRun: DryRun | undefined;
}

interface Incoming {
  readonly id: string;
  readonly folder: string;
  readonly given: number;
  seen: FilesSeen | undefined;
  forms: KnownForm[];
  job: Job<DryRun | undefined>;
}

/** What is neither imported nor looked at for so long is thrown away. */
const PATIENCE_MS = 45 * 60_000;
const ROWS_SHOWN = 6;
const NAMES_SHOWN = 6;

// Survives the reloading of modules in development.
const globals = globalThis as unknown as { yubrinIncoming?: LRUCache<string, Incoming> };
const incoming = (globals.yubrinIncoming ??= new LRUCache<string, Incoming>({
  max: 8,
  ttl: PATIENCE_MS,
  updateAgeOnGet: true,
  ttlAutopurge: true,
  dispose(one, _id, reason) {
    if (reason === "set") return;
    one.job.stop();
    removeUploadFolder(one.folder);
  },
}));

/**
 * Looks at files that were given.
 * @param db the database
 * @param files where they lie, within the folder
 * @param folder is removed with them
 * @returns the id under which they are found
 */
export function startIncoming(
  db: Knex,
  files: readonly { readonly path: string; readonly name: string }[],
  folder: string,
): string {
  const id = randomUUID();
  const one: Incoming = { id, folder, given: files.length, seen: undefined, forms: [], job: undefined as never };
  const unpacked = path.join(folder, "unpacked");
  fs.mkdirSync(unpacked);
  one.job = startTry(db, one, async (pool, signal) => {
    one.seen = await pool.look(files, unpacked, signal);
    one.forms = await Promise.all(one.seen.forms.map((form) => knownForm(db, form)));
  });
  incoming.set(id, one);
  return id;
}

/** Tries what the files would bring, where nothing has to be asked first. */
function startTry(
  db: Knex,
  one: Incoming,
  before: (pool: IngestPool, signal: AbortSignal) => Promise<void> = () => Promise.resolve(),
): Job<DryRun | undefined> {
  return startJob<DryRun | undefined>({
    run: async (tell, signal) => {
      const pool = new IngestPool();
      try {
        await before(pool, signal);
        if (one.forms.some((known) => lackIn(known) !== undefined)) return undefined;
        if (one.forms.length === 0 && one.seen?.own.length === 0) return undefined;
        const work = { database: databasePath(), request: requestOf(one, false), known: await knownTickers(db) };
        return await pool.run("try", work, { tell, signal });
      } finally {
        await pool.close();
      }
    },
    say: sayIngestFailure("files could not be looked at"),
  });
}

function requestOf(one: Incoming, onlyGood: boolean): ImportRequest {
  return importRequest(one.seen?.own ?? [], one.forms, { onlyGood });
}

/** State of files that were given, undefined when they are not known any more. */
export function findIncoming(id: string): IncomingState | undefined {
  const one = incoming.get(id);
  if (!one) return undefined;
  return {
    id,
    job: one.job.state,
    given: one.given,
    own: (one.seen?.own ?? []).map((file) => file.name),
    unreadable: one.seen?.unreadable ?? [],
    forms: one.forms.map(shown),
    dryRun: one.job.result,
  };
}

function shown(known: KnownForm): IncomingForm {
  const { form, mapping, isRemembered, ticker } = known;
  const { carrier, headers, rows } = form.layout;
  const first = form.files.slice(0, NAMES_SHOWN);
  return {
    signature: form.signature,
    files: form.files.length,
    names: first.map((file) => file.name),
    tickers: first.map((file) => ticker ?? tickerOfFile(file.name, mapping)),
    carrier: carrier.type === "text" ? carrier.delimiter : carrier.type,
    headers,
    rows: rows.slice(0, ROWS_SHOWN),
    mapping,
    dateForms: form.dateForms,
    isRemembered,
    lack: lackIn(known),
    ticker,
  };
}

function getIncoming(id: string): Incoming {
  const one = incoming.get(id);
  if (!one) throw new NotFound("Those files are not here any more: choose them again. Nothing was changed.");
  return one;
}

/**
 * Takes the files of a form for something else, and tries it.
 * @throws NotFound when they are not here any more
 */
export function changeMapping(db: Knex, id: string, place: number, mapping: Mapping, ticker: string | undefined): void {
  const one = getIncoming(id);
  const known = one.forms[place];
  if (!known) throw new NotFound("There is no such form among the files.");
  one.job.stop();
  Object.assign(known, { mapping, ticker, isConfirmed: true, isRemembered: false });
  one.job = startTry(db, one);
}

/**
 * Tries again what was stopped.
 * @throws NotFound when the files are not here any more
 */
export function tryAgain(db: Knex, id: string): void {
  const one = getIncoming(id);
  if (one.seen === undefined) throw new NotFound("The files were not looked at to the end: put them away and choose them again.");
  if (one.job.state.state !== "running") one.job = startTry(db, one);
}

/**
 * Imports files that were given, and remembers what they were taken for.
 * @param onlyGood leaves out the rows that have a problem
 * @returns the id of the job
 * @throws NotFound when they are not here any more; Conflict while something has to be chosen, or another import runs
 */
export async function importIncoming(db: Knex, id: string, onlyGood: boolean): Promise<string> {
  const one = getIncoming(id);
  const lack = one.forms.map(lackIn).find((reason) => reason !== undefined);
  if (lack !== undefined) throw new Conflict(lack);
  if (one.job.state.state === "running") throw new Conflict("The files are still being looked at.");
  const work = { request: requestOf(one, onlyGood), known: await knownTickers(db) };
  const job = startImport(work);
  void job.over.then(() => {
    if (job.result?.imported) incoming.delete(id);
  });
  return job.id;
}

/** Throws files away that were given. */
export function discardIncoming(id: string): void {
  incoming.delete(id);
}
