import path from "node:path";
import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import { Stopped } from "@studies/define-study";
import type { MarketData } from "@studies/market/market-data";
import workerUrl from "../workers/study.worker.ts?node-worker";
import type { ColumnCost, GrownData, StudyJob, WorkerAnswer } from "../workers/answer-job";
import { newControl, shareOf, stopThrough } from "./study-job";
import { GIVES_WAY, TaskOrder } from "./task-order";

export type PoolJob = Pick<StudyJob, "study" | "params" | "t" | "drawn">;

export interface LongOptions {
  /** Is told the share done. */
  readonly tell: (share: number) => void;
  readonly signal: AbortSignal;
}

export interface StudyPool {
  /** Names the program that derives columns: the built worker carries a hash of what it is made of. */
  readonly code: string;
  /**
   * What was said to a heavy question, and the columns that were derived for it and are worth keeping.
   * @param givesWay whether those that somebody waits for are answered before [no]
   */
  run(data: MarketData, job: PoolJob, givesWay?: boolean): Promise<WorkerAnswer>;
  /** The same to a long one, in a lane of its own. */
  runLong(data: MarketData, job: PoolJob, options: LongOptions): Promise<WorkerAnswer>;
  /** What the derived columns take that the threads hold. */
  costs(): Promise<ColumnCost[]>;
  close(): Promise<void>;
}

type Threads = Piscina<StudyJob | "costs", WorkerAnswer | "needs data" | "needs all data" | ColumnCost[]>;

const TELL_MS = 150;
/** How long a study that is to stop may take to hear of it before its thread is ended. */
const STOP_MS = 5_000;

/**
 * Worker threads that answer studies. A market always has the same thread for heavy ones, so that its derived columns are
 * there once only; there are as many threads as the machine runs at once, and markets take turns at them. Long ones have a
 * thread for themselves, which goes when nothing is asked of it.
 */
export function startPool(url: string = workerUrl): StudyPool {
  const newThread = (idle: { minThreads: number; idleTimeout?: number }): Threads =>
    // Waiting by atomics, answers were now and then not heard of before the next question.
    new Piscina({ filename: url, maxThreads: 1, atomics: "disabled", taskQueue: new TaskOrder(), ...idle });
  const threads: Threads[] = [newThread({ minThreads: 1 })];
  const threadOf = new Map<string, Threads>();
  const forMarket = (market: string): Threads => {
    let own = threadOf.get(market);
    if (!own) {
      own = threads[threadOf.size % availableParallelism()];
      if (!own) threads.push((own = newThread({ minThreads: 1 })));
      threadOf.set(market, own);
    }
    return own;
  };
  const long = newThread({ minThreads: 0, idleTimeout: 120_000 });
  return {
    code: path.basename(url),
    run: (data, job, givesWay) => ask(forMarket(data.market.market), data, givesWay ? { ...job, ...GIVES_WAY } : job),
    async runLong(data, job, { tell, signal }) {
      const control = newControl();
      const kill = new AbortController();
      let lastWait: NodeJS.Timeout | undefined;
      const stop = () => {
        stopThrough(control);
        lastWait = setTimeout(() => {
          kill.abort();
        }, STOP_MS);
      };
      if (signal.aborted) throw new Stopped("stopped before it began");
      signal.addEventListener("abort", stop);
      const telling = setInterval(() => {
        tell(shareOf(control));
      }, TELL_MS);
      try {
        return await ask(long, forLongLane(data), { ...job, control }, kill.signal);
      } finally {
        clearInterval(telling);
        clearTimeout(lastWait);
        signal.removeEventListener("abort", stop);
      }
    },
    costs: async () => (await Promise.all(threads.map((thread) => thread.run("costs")))).flat() as ColumnCost[],
    close: async () => {
      await Promise.all([...threads, long].map((thread) => thread.destroy()));
    },
  };
}

/**
 * Data as a thread takes them that is not the market's own: a lineage of its own a version, and of what was derived only what is
 * final, as that of a session in progress is written by the market's own thread in the memory they share.
 */
function forLongLane(data: MarketData): MarketData {
  const final = Object.entries(data.derived ?? {}).filter(([, { sessions }]) => sessions === data.panel.sessions.length);
  return { ...data, lineage: `${data.lineage}:${data.version}`, derived: Object.fromEntries(final) };
}

/** Asks a thread; what it lacks of the data is sent after. */
async function ask(
  thread: Threads,
  data: MarketData,
  wanted: PoolJob & Pick<StudyJob, "control">,
  signal?: AbortSignal,
): Promise<WorkerAnswer> {
  const job: StudyJob = { ...wanted, market: data.market.market, version: data.version };
  const run = (own: StudyJob) =>
    thread.run(own, signal ? { signal } : {}) as Promise<WorkerAnswer | "needs data" | "needs all data">;
  const answer = await run(job);
  if (typeof answer !== "string") return answer;
  // A worker that holds what these data grew from needs only what has changed since.
  const { instruments: _instruments, derived: _derived, worldwide, ...rest } = data;
  const grown: GrownData = { ...rest, ...(worldwide ? { worldwide: { ...worldwide, derived: {} } } : {}) };
  const second = await run({ ...job, data: grown });
  return typeof second === "string" ? ((await run({ ...job, data })) as WorkerAnswer) : second;
}
