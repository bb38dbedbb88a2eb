import type { Desk } from "../ask/desk.server";
import { withConnection, write } from "../db.server";
import { Conflict } from "../errors";
import { forLog, log } from "../log.server";
import { countReserve, doMembershipsMove, findSessionInProgress, membershipsNow, writeStep } from "../stores/feed-store.server";
import { isImportRunning } from "../transfer/import-jobs.server";
import { getDataVersion } from "../stores/meta-store.server";
import { growingBar } from "./growing-bar";

/** Steps of a session, its close the last. */
export const STEPS = 4;
/** Seconds between two steps while the clock runs. */
export const CLOCK_SPEEDS = [10, 5, 2, 1] as const;

/** Where the feed stands. */
export interface FeedState {
  /** Raised by every delivery; whoever shows older data asks again. */
  readonly version: number;
  /** Sessions left in the reserve, the one in progress among them, and the day of the next (or present) one. */
  readonly left: number;
  readonly next: number | undefined;
  /** How many steps of that session have been delivered, of how many. */
  readonly step: number;
  readonly steps: number;
  /** Seconds between two steps, undefined while the clock stands. */
  readonly clock: number | undefined;
}

/** How often it is looked whether another process has written, in milliseconds. */
const WATCH_MS = 3_000;

type Listener = (state: FeedState) => void;

/** The stand-in for a market-data feed: delivers the sessions of the reserve one after another, each in steps. */
export class Feed {
  readonly #listeners = new Set<Listener>();
  #queue: Promise<unknown> = Promise.resolve();
  #timer: NodeJS.Timeout | undefined;
  #clock: number | undefined;

  /** The data version that was told last. */
  #told = 0;
  #watch: NodeJS.Timeout | undefined;

  constructor(private readonly desk: Desk) {
    this.#watchVersion();
  }

  async state(): Promise<FeedState> {
    const { db } = this.desk;
    const { left, next } = await countReserve(db);
    const progress = await findSessionInProgress(db);
    const { dataVersion } = await this.desk.status();
    return { version: dataVersion, left, next, step: progress?.step ?? 0, steps: STEPS, clock: this.#clock };
  }

  /** Is told after every delivery and whenever the clock is set; gives back the way to stop listening. */
  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /**
   * Delivers the next step of the session.
   * @throws Conflict when the reserve is empty or an import is running
   */
  step(): Promise<FeedState> {
    return this.#inTurn(async () => {
      await this.#deliver((step) => step);
      return this.#tell();
    });
  }

  /**
   * Delivers the session in progress, or the next one, to its close.
   * @throws Conflict when the reserve is empty or an import is running
   */
  close(): Promise<FeedState> {
    return this.#inTurn(async () => {
      await this.#deliver(() => STEPS);
      return this.#tell();
    });
  }

  /** Sets the clock: a step every so many seconds, or none. It stops by itself when nothing is left to deliver. */
  async setClock(seconds: number | undefined): Promise<FeedState> {
    clearInterval(this.#timer);
    this.#clock = seconds;
    if (seconds !== undefined) {
      this.#timer = setInterval(() => {
        this.step().catch((error: unknown) => {
          log.warn(forLog(error), "the feed's clock stopped");
          void this.setClock(undefined);
        });
      }, seconds * 1000);
      this.#timer.unref();
    }
    return this.#tell();
  }

  /** Tells everyone who listens where the data stand, after something else than the feed has changed them. */
  announce(): Promise<FeedState> {
    return this.#tell();
  }

  stop(): void {
    clearInterval(this.#timer);
    clearInterval(this.#watch);
  }

  /** Another process may write as well: its changes are told while anyone listens. */
  #watchVersion(): void {
    this.#watch = setInterval(() => {
      if (this.#listeners.size === 0) return;
      getDataVersion(this.desk.db).then(
        (version) => (version > this.#told ? this.#tell() : undefined),
        () => undefined,
      );
    }, WATCH_MS);
    this.#watch.unref();
  }

  /** One delivery after another, whoever asks for them. */
  #inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.#queue.then(work);
    this.#queue = done.catch(() => undefined);
    return done;
  }

  async #deliver(until: (step: number) => number): Promise<void> {
    if (isImportRunning()) throw new Conflict("An import is running; the feed waits until it has ended.");
    const { db } = this.desk;
    const markets = await this.desk.markets;
    await write(db, () =>
      withConnection(db, (connection) => {
        // From here to the end nothing else runs: the write and the growth in memory are one.
        const written = writeStep(connection, ({ session, step }) => {
          const reached = until(step);
          const last = reached >= STEPS;
          return { reached, last, bars: session.bars.map((bar) => growingBar(bar, last ? 1 : reached / STEPS)) };
        });
        if (!written) throw new Conflict("Every session of the reserve has been delivered.");
        // A run that begins or has ended around this session changes the members; one that lasts does not.
        const settled = Math.min(...Array.from(markets.values(), ({ panel }) => panel.sessions[panel.sessions.length - 1]!));
        const moved = written.step === 1 && doMembershipsMove(connection, settled);
        this.desk.grow(markets, { ...written, memberships: moved ? membershipsNow(connection) : undefined });
      }),
    );
  }

  async #tell(): Promise<FeedState> {
    const state = await this.state();
    this.#told = state.version;
    for (const listener of this.#listeners) listener(state);
    return state;
  }
}
