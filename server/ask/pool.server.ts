import path from "node:path";
import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import type { DerivedColumns, MarketData } from "@studies/market/market-data";
import workerUrl from "../workers/study.worker.ts?node-worker";
import type { GrownData, StudyJob, WorkerAnswer } from "../workers/study.worker";
import type { Said } from "./study-job";

export interface StudyPool {
  /** Names the program that derives columns: the built worker carries a hash of what it is made of. */
  readonly code: string;
  /** What was said, and the columns that were derived for it and are worth keeping. */
  run(
    data: MarketData,
    job: Pick<StudyJob, "study" | "params" | "t">,
  ): Promise<{ said: Said; fresh: Record<string, DerivedColumns> }>;
  close(): Promise<void>;
}

type Threads = Piscina<StudyJob, WorkerAnswer | "needs data" | "needs all data">;

/**
 * Worker threads that answer heavy studies. A market always has the same thread, so that its derived columns are there
 * once only; there are as many threads as the machine runs at once, and markets take turns at them.
 */
export function startPool(): StudyPool {
  const threads: Threads[] = [];
  const threadOf = new Map<string, Threads>();
  const forMarket = (market: string): Threads => {
    let own = threadOf.get(market);
    if (!own) {
      own = threads[threadOf.size % availableParallelism()];
      if (!own) threads.push((own = new Piscina({ filename: workerUrl, minThreads: 1, maxThreads: 1 })));
      threadOf.set(market, own);
    }
    return own;
  };
  return {
    code: path.basename(workerUrl),
    async run(data, { study, params, t }) {
      const pool = forMarket(data.market.market);
      const job: StudyJob = { study, params, t, market: data.market.market, version: data.version };
      const answer = await pool.run(job);
      if (typeof answer !== "string") return answer;
      // A worker that holds what these data grew from needs only what has changed since.
      const { instruments: _instruments, derived: _derived, abroad, ...rest } = data;
      const grown: GrownData = { ...rest, ...(abroad ? { abroad: { ...abroad, derived: {} } } : {}) };
      const second = await pool.run({ ...job, data: grown });
      return typeof second === "string" ? ((await pool.run({ ...job, data })) as WorkerAnswer) : second;
    },
    close: async () => {
      await Promise.all(threads.map((thread) => thread.destroy()));
    },
  };
}
