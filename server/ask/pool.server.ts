import { availableParallelism } from "node:os";
import { Piscina } from "piscina";
import type { MarketData } from "@studies/market-data";
import workerUrl from "../workers/study.worker.ts?node-worker";
import type { StudyJob } from "../workers/study.worker";
import type { Said } from "./study-job";

export interface StudyPool {
  run(data: MarketData, job: Omit<StudyJob, "data" | "market" | "version">): Promise<Said>;
  close(): Promise<void>;
}

/** Worker threads that answer heavy studies; one thread is left to the server. */
export function startPool(): StudyPool {
  const pool = new Piscina<StudyJob, Said | "needs data">({
    filename: workerUrl,
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 60_000,
  });
  return {
    async run(data, { study, params, t }) {
      const job: StudyJob = { study, params, t, market: data.market.market, version: data.version };
      const said = await pool.run(job);
      if (said !== "needs data") return said;
      return (await pool.run({ ...job, data })) as Said;
    },
    close: () => pool.destroy(),
  };
}
