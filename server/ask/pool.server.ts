import path from "node:path";
import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import type { DerivedColumns, MarketData } from "@studies/market-data";
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

/** Worker threads that answer heavy studies; one thread is left to the server. */
export function startPool(): StudyPool {
  const pool = new Piscina<StudyJob, WorkerAnswer | "needs data" | "needs all data">({
    filename: workerUrl,
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 60_000,
  });
  return {
    code: path.basename(workerUrl),
    async run(data, { study, params, t }) {
      const job: StudyJob = { study, params, t, market: data.market.market, version: data.version };
      const answer = await pool.run(job);
      if (typeof answer !== "string") return answer;
      // A worker that holds what these data grew from needs only what has changed since.
      const { instruments: _instruments, derived: _derived, abroad, ...rest } = data;
      const grown: GrownData = { ...rest, ...(abroad ? { abroad: { ...abroad, derived: {} } } : {}) };
      const second = await pool.run({ ...job, data: grown });
      return typeof second === "string" ? ((await pool.run({ ...job, data })) as WorkerAnswer) : second;
    },
    close: () => pool.destroy(),
  };
}
