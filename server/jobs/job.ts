import { randomUUID } from "node:crypto";

/** Where a job stands, as everyone who watches it hears. */
export interface JobState {
  readonly id: string;
  /** Done, 0 to 1. */
  readonly share: number;
  readonly state: "running" | "ended" | "stopped" | "failed";
  /** Why it failed, for a person. */
  readonly reason?: string;
}

export interface JobWork<R> {
  /**
   * Does the work.
   * @param tell is told the share done, 0 to 1
   * @param signal is raised when the job is stopped; the work then ends as soon as it can, by whatever error
   */
  run(tell: (share: number) => void, signal: AbortSignal): Promise<R>;
  /** A failure in words for a person. */
  say(error: unknown): string;
  /** Stopped by itself when nobody watches it any more. */
  readonly onlyWhileWatched?: boolean;
}

/** How long a job that nobody watches waits for someone to come (back): a page that is being loaded, or loaded again. */
const PATIENCE_MS = 10_000;

/** Work that takes long: tells how far it is, and can be stopped. */
export class Job<R = unknown> {
  readonly id = randomUUID();
  /** Resolves when the job is over, however it came out; never rejects. */
  readonly over: Promise<void>;
  #share = 0;
  #state: JobState["state"] = "running";
  #reason: string | undefined;
  #result: R | undefined;
  #error: unknown;
  readonly #abort = new AbortController();
  readonly #watchers = new Set<(state: JobState) => void>();
  readonly #onlyWhileWatched: boolean;
  #leaving: NodeJS.Timeout | undefined;

  constructor(work: JobWork<R>) {
    this.#onlyWhileWatched = work.onlyWhileWatched ?? false;
    this.#waitForSomeone();
    this.over = this.#run(work);
  }

  get state(): JobState {
    return {
      id: this.id,
      share: this.#share,
      state: this.#state,
      ...(this.#reason === undefined ? {} : { reason: this.#reason }),
    };
  }

  /** What came of it, once it has ended. */
  get result(): R | undefined {
    return this.#result;
  }

  /** Waits for what comes of it, as one who watches it. Rejects with the error of a job that failed or was stopped. */
  async wait(): Promise<R> {
    const leave = this.watch(() => undefined);
    try {
      await this.over;
    } finally {
      leave();
    }
    if (this.#state !== "ended") throw this.#error;
    return this.#result as R;
  }

  /** Hears of every change; gives back the way to leave. */
  watch(watcher: (state: JobState) => void): () => void {
    clearTimeout(this.#leaving);
    this.#watchers.add(watcher);
    return () => {
      if (this.#watchers.delete(watcher) && this.#watchers.size === 0) this.#waitForSomeone();
    };
  }

  get isWatched(): boolean {
    return this.#watchers.size > 0;
  }

  /** Whether it works on, and was not told to stop: what can be joined. */
  get isOpen(): boolean {
    return this.#state === "running" && !this.#abort.signal.aborted;
  }

  stop(): void {
    this.#abort.abort();
  }

  #waitForSomeone(): void {
    if (!this.#onlyWhileWatched || this.#state !== "running") return;
    this.#leaving = setTimeout(() => {
      this.stop();
    }, PATIENCE_MS);
    this.#leaving.unref();
  }

  async #run(work: JobWork<R>): Promise<void> {
    try {
      this.#result = await work.run((share) => {
        // A hundredth more is worth telling.
        if (share - this.#share < 0.01 || this.#state !== "running") return;
        this.#share = share;
        this.#tell();
      }, this.#abort.signal);
      this.#state = "ended";
    } catch (error) {
      this.#error = error;
      this.#state = this.#abort.signal.aborted ? "stopped" : "failed";
      if (this.#state === "failed") this.#reason = work.say(error);
    } finally {
      clearTimeout(this.#leaving);
      this.#tell();
    }
  }

  #tell(): void {
    for (const watcher of this.#watchers) watcher(this.state);
  }
}
