import fs from "node:fs";
import path from "node:path";
import { Piscina } from "piscina";
import type { Derivation, MarketData } from "@studies/market/market-data";
import { forLog, log } from "../log.server";
import type { Stamps } from "../stores/meta-store.server";
import workerUrl from "../workers/snapshot.worker.ts?node-worker";
import type { SnapshotJob } from "../workers/snapshot.worker";

type Markets = ReadonlyMap<string, MarketData>;
type Derived = Readonly<Record<string, Derivation>>;

interface Snapshot {
  readonly code: string;
  readonly stamps: Stamps;
  readonly markets: readonly (readonly [code: string, data: MarketData])[];
}

/** What a snapshot has of the data as they are now: all of them, or the columns that still hold. */
export interface Found {
  readonly markets?: Map<string, MarketData>;
  readonly derived?: ReadonlyMap<string, Derived>;
}

/** After so long without a change a snapshot is worth writing. */
const QUIET_MS = 6_000;

/**
 * A snapshot of the markets in memory beside the database, so that the next start reads it instead of bars and deriving columns
 * anew. It is of data with the same stamps and of the same program, or it is not used; what cannot be read or written
 * costs time, never an answer.
 */
export class Snapshots {
  readonly #file: string;
  #held: { readonly stamps: Stamps; readonly markets: Markets } | undefined;
  #timer: NodeJS.Timeout | undefined;
  #writing: Promise<void> = Promise.resolve();
  #isClosed = false;
  /** What stood beside the database when this began, being read. */
  #found: Promise<unknown> | undefined;

  /**
   * @param database path of the database
   * @param code names the program that derives columns
   */
  constructor(
    database: string,
    private readonly code: string,
    private readonly quietMs = QUIET_MS,
  ) {
    this.#file = `${database}-snapshot`;
    this.#found = inThread({ file: this.#file, read: { code } }).catch((error: unknown) => {
      log.warn(forLog(error), "the snapshot could not be read");
      return undefined;
    });
  }

  /** What the snapshot that stood here at the start has of data with these stamps; it is given once. */
  async take(stamps: Stamps, version: number): Promise<Found> {
    const found = (await this.#found) as Partial<Snapshot> | undefined;
    this.#found = undefined;
    if (found?.code !== this.code || found.stamps?.history !== stamps.history || !found.markets) return {};
    if (found.stamps.data === stamps.data) {
      const awoken = new Map<MarketData, MarketData>();
      return { markets: new Map(found.markets.map(([code, data]) => [code, awake(data, version, awoken)])) };
    }
    return { derived: new Map(found.markets.map(([code, data]) => [code, perSession(data.derived ?? {})])) };
  }

  /**
   * Takes the markets that are in memory now.
   * @param isWritten whether the snapshot holds them already
   */
  hold(stamps: Stamps, markets: Markets, isWritten: boolean): void {
    this.#held = { stamps, markets };
    if (!isWritten) this.noteChange();
  }

  /** Something is in memory that the snapshot does not have: it is written when there has been quiet for a while. */
  noteChange(): void {
    clearTimeout(this.#timer);
    if (this.#isClosed) return;
    this.#timer = setTimeout(() => {
      this.#writing = this.#writing.then(() => this.#write());
    }, this.quietMs);
    this.#timer.unref();
  }

  /** Waits for what is being written. */
  async close(): Promise<void> {
    this.#isClosed = true;
    clearTimeout(this.#timer);
    await this.#writing;
  }

  /** Removes what processes that are gone left unfinished. */
  #sweep(): void {
    const folder = path.dirname(this.#file);
    for (const name of fs.readdirSync(folder)) {
      const file = path.join(folder, name);
      if (!file.startsWith(`${this.#file}.`)) continue;
      if (Date.now() - fs.statSync(file).mtimeMs > ABANDONED_MS) fs.rmSync(file, { force: true });
    }
  }

  async #write(): Promise<void> {
    const held = this.#held;
    if (!held || this.#isClosed) return;
    const value: Snapshot = { code: this.code, stamps: held.stamps, markets: [...held.markets] };
    const unfinished = `${this.#file}.${process.pid}`;
    try {
      this.#sweep();
      await inThread({ file: unfinished, write: { value } });
      // Data that grew meanwhile grew in the memory that was being written.
      if (this.#held?.stamps.data === held.stamps.data) fs.renameSync(unfinished, this.#file);
    } catch (error) {
      log.warn(forLog(error), "no snapshot was written; the next start takes longer");
    } finally {
      fs.rmSync(unfinished, { force: true });
    }
  }
}

/** Older than this, an unfinished file is of a process that was ended while it wrote. */
const ABANDONED_MS = 600_000;

/** Runs a job in a thread of its own, which ends with it. */
async function inThread(job: SnapshotJob): Promise<unknown> {
  const thread = new Piscina<SnapshotJob, unknown>({ filename: workerUrl, maxThreads: 1, atomics: "disabled" });
  try {
    return await thread.run(job);
  } finally {
    await thread.destroy();
  }
}

/** Data of a snapshot as they are in memory: with the version of this run, and room for the sessions to come. */
function awake(data: MarketData, version: number, awoken: Map<MarketData, MarketData>): MarketData {
  const found = awoken.get(data);
  if (found) return found;
  const { sessions, stride } = data.panel;
  const roomy = new Int32Array(new SharedArrayBuffer(4 * stride));
  roomy.set(sessions);
  const made: MarketData = {
    ...data,
    version,
    lineage: `${version}:${data.market.market}`,
    memberships: version,
    panel: { ...data.panel, sessions: roomy.subarray(0, sessions.length) },
    ...(data.worldwide ? { worldwide: awake(data.worldwide, version, awoken) } : {}),
  };
  awoken.set(data, made);
  return made;
}

/** Columns a session fit any panel of the same history; those an instrument only the one that they were made for. */
function perSession(derived: Derived): Derived {
  return Object.fromEntries(Object.entries(derived).filter(([, { value }]) => !(value instanceof Float64Array)));
}
