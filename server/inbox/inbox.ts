import { createHash } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { watch, type FSWatcher } from "chokidar";
import type { Knex } from "knex";
import { count } from "@studies/words/words";
import { write } from "../db.server";
import { importGiven } from "../ingest/import-given.server";
import type { Ingest } from "../ingest/ingest";
import type { Mapping } from "../ingest/mapping";
import { findArrival, insertArrivals, type ArrivedFile } from "../stores/arrivals-store.server";
import type { ImportReport } from "../transfer/import.server";
import { makeUploadFolder, removeUploadFolder } from "../transfer/upload-folders.server";

export interface InboxOptions {
  readonly db: Knex;
  readonly database: string;
  /** The watched folder; made where it is missing. */
  readonly folder: string;
  readonly ingest: Ingest;
  /** What new tickers get, where it is not as the last time. */
  readonly choose?: Partial<Mapping>;
  /** Is told what became of files that came together. */
  readonly onDone?: (outcome: InboxOutcome) => void;
  /** Is told of what should not happen; the folder is watched on. */
  readonly onError?: (error: unknown) => void;
  /** How long a file must have stayed as it is to count as whole, in milliseconds [1,500]. */
  readonly settleMs?: number;
}

export interface InboxOutcome {
  readonly imported: readonly string[];
  readonly refused: readonly { readonly name: string; readonly reasons: readonly string[] }[];
  readonly words: string;
}

interface WholeFile extends ArrivedFile {
  readonly path: string;
}

export const DONE = "done";
export const REFUSED = "refused";
/** Files that are not finished, by the names that programs give them meanwhile. */
const UNFINISHED = /^\.|\.(part|partial|tmp|crdownload|download|swp)$|~$/i;
/** Reasons that a note beside a refused file lists. */
const MOST_REASONS = 200;
/** Of one file: it is taken in beside the work of others. */
const MOST_BYTES = 1_000_000_000;
/** How often those that are whole wait for others that still grow, each time as long as a file must stay as it is. */
const MOST_WAITS = 8;

/**
 * A folder whose files are imported when they are whole, all that came together at once, and then moved: to `done`, or to
 * `refused` with a note beside. That a file was imported is written in the transaction of its import, so that one that a
 * killed process has left is moved only, and nothing is imported twice.
 */
export class Inbox {
  readonly #waiting = new Set<string>();
  readonly #stopped = new AbortController();
  #watcher: FSWatcher | undefined;
  #timer: NodeJS.Timeout | undefined;
  #working: Promise<void> = Promise.resolve();
  #waits = 0;

  constructor(private readonly options: InboxOptions) {}

  /** Begins to watch, with the files that lie there already. */
  async start(): Promise<void> {
    const { folder, settleMs = 1_500 } = this.options;
    for (const own of [folder, path.join(folder, DONE), path.join(folder, REFUSED)]) fs.mkdirSync(own, { recursive: true });
    const watcher = watch(folder, {
      depth: 0,
      ignored: (file, stats) => file !== folder && (stats?.isDirectory() === true || UNFINISHED.test(path.basename(file))),
      awaitWriteFinish: { stabilityThreshold: settleMs, pollInterval: Math.min(200, settleMs) },
    });
    this.#watcher = watcher;
    watcher.on("add", (file) => {
      this.#take(file);
    });
    watcher.on("change", (file) => {
      this.#take(file);
    });
    watcher.on("error", (error) => {
      this.options.onError?.(error);
    });
    await new Promise<void>((resolve) => watcher.once("ready", resolve));
  }

  /** Ends watching; an import that is under way is stopped, and undone with its transaction. */
  async stop(): Promise<void> {
    clearTimeout(this.#timer);
    this.#stopped.abort();
    await this.#watcher?.close();
    await this.#working;
  }

  #isStopped(): boolean {
    return this.#stopped.signal.aborted;
  }

  /** What comes together is imported together: one evening is one change of the data. */
  #take(file: string): void {
    this.#waiting.add(file);
    this.#wait();
  }

  #wait(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      if (this.#waits < MOST_WAITS && this.#isMoreComing()) {
        this.#waits += 1;
        this.#wait();
        return;
      }
      this.#waits = 0;
      this.#working = this.#working.then(() => this.#work());
    }, this.options.settleMs ?? 1_500);
  }

  /** Whether a file lies there that is not known to be whole yet. */
  #isMoreComing(): boolean {
    const { folder } = this.options;
    if (!fs.existsSync(folder)) return false;
    return fs
      .readdirSync(folder, { withFileTypes: true })
      .some((one) => one.isFile() && !UNFINISHED.test(one.name) && !this.#waiting.has(path.join(folder, one.name)));
  }

  async #work(): Promise<void> {
    const paths = [...this.#waiting].sort();
    this.#waiting.clear();
    if (this.#isStopped()) return;
    try {
      const files: WholeFile[] = [];
      for (const file of paths)
        if (fs.existsSync(file)) files.push({ path: file, name: path.basename(file), digest: await digestOf(file) });
      await this.#import(files);
    } catch (error) {
      if (!this.#isStopped()) this.options.onError?.(error);
    }
  }

  async #import(files: readonly WholeFile[]): Promise<void> {
    const { db, onDone } = this.options;
    const refused: { name: string; reasons: string[] }[] = [];
    let left: readonly WholeFile[] = await this.#withoutKnown(files);
    const again = files.filter((file) => !left.includes(file));
    for (const file of again) this.#move(file, DONE);
    let words = "";
    // Files with a problem are refused, and the others imported without them.
    while (left.length > 0) {
      const report = await this.#try(left);
      if (report.imported) {
        words = report.words;
        for (const file of left) this.#move(file, DONE);
        break;
      }
      const bad = left.filter((file) => reasonsOf(report, file.name).length > 0);
      const named = bad.length > 0 ? bad : left;
      for (const file of named) {
        const reasons = reasonsOf(report, file.name);
        const told = reasons.length > 0 ? reasons : report.problems.map(({ reason }) => reason);
        await write(db, () => db.transaction((trx) => insertArrivals(trx, [file], "refused", firstWords(told))));
        this.#refuse(file, told);
        refused.push({ name: file.name, reasons: told });
      }
      left = left.filter((file) => !named.includes(file));
    }
    onDone?.({ imported: left.map((file) => file.name), refused, words });
  }

  /** What was imported before, by a process that was killed before it could move it, or is given once more, is not imported again. */
  async #withoutKnown(files: readonly WholeFile[]): Promise<WholeFile[]> {
    const fresh: WholeFile[] = [];
    for (const file of files) if ((await findArrival(this.options.db, file))?.outcome !== "imported") fresh.push(file);
    return fresh;
  }

  async #try(files: readonly WholeFile[]): Promise<ImportReport> {
    const { db, database, ingest, choose } = this.options;
    const folder = makeUploadFolder();
    try {
      return await importGiven(
        db,
        ingest,
        {
          ...{ files, folder, database, mostBytes: MOST_BYTES },
          arrivals: files.map(({ name, digest }) => ({ name, digest })),
          ...(choose ? { choose } : {}),
        },
        { tell: () => undefined, signal: this.#stopped.signal },
      );
    } finally {
      removeUploadFolder(folder);
    }
  }

  #refuse(file: WholeFile, reasons: readonly string[]): void {
    const lines = reasons.slice(0, MOST_REASONS);
    const more = reasons.length > lines.length ? [`… and ${reasons.length - lines.length} more`] : [];
    fs.writeFileSync(path.join(this.options.folder, REFUSED, `${file.name}.txt`), [...lines, ...more, ""].join("\n"));
    this.#move(file, REFUSED);
  }

  /** Moves a file out of the way; one of the same name that is there already stays, under a name of its own. */
  #move(file: WholeFile, into: string): void {
    const folder = path.join(this.options.folder, into);
    const place = path.join(folder, file.name);
    if (fs.existsSync(place)) {
      const { name, ext } = path.parse(file.name);
      const when = fs.statSync(place).mtime.toISOString().replace(/[:.]/g, "-");
      fs.renameSync(place, path.join(folder, `${name} ${when}${ext}`));
    }
    if (fs.existsSync(file.path)) fs.renameSync(file.path, place);
  }
}

/** What was wrong with a file, or with what was packed in it. */
function reasonsOf({ problems }: ImportReport, name: string): string[] {
  return problems
    .filter(({ file }) => file === name || file.startsWith(`${name}/`) || `${file}.gz` === name)
    .map(({ file, line, reason }) => `${file}${line > 0 ? `, line ${line}` : ""}: ${reason}`);
}

function firstWords(reasons: readonly string[]): string {
  const [first = "it could not be imported"] = reasons;
  return reasons.length > 1 ? `${first} (and ${count(reasons.length - 1, "other problem")})` : first;
}

async function digestOf(file: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(fs.createReadStream(file), hash);
  return hash.digest("hex");
}
