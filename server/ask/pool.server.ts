import path from "node:path";
import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import type { DerivedColumns, MarketData } from "@studies/market-data";
import workerUrl from "../workers/study.worker.ts?node-worker";
import type { StudyJob, WorkerAnswer } from "../workers/study.worker";
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
  const pool = new Piscina<StudyJob, WorkerAnswer | "needs data">({
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
      if (answer !== "needs data") return answer;
      return (await pool.run({ ...job, data })) as WorkerAnswer;
    },
    close: () => pool.destroy(),
  };
}
