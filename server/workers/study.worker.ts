import { handOn } from "@studies/market";
import type { MarketData } from "@studies/market-data";
import { STUDIES } from "@studies/registry";
import { runStudy, type Said } from "../ask/study-job";

/** A question for a worker. The data come along only when the worker has said that it lacks them. */
export interface StudyJob {
  readonly study: string;
  readonly params: Record<string, unknown>;
  readonly market: string;
  readonly version: number;
  readonly t: number;
  readonly data?: MarketData;
}

const held = new Map<string, MarketData>();

export default function run(job: StudyJob): Said | "needs data" {
  if (job.data) {
    const earlier = held.get(job.market);
    if (earlier) handOn(earlier, job.data);
    held.set(job.market, job.data);
  }
  const data = held.get(job.market);
  if (data?.version !== job.version) return "needs data";
  const study = STUDIES.get(job.study);
  if (!study) throw new Error(`no study "${job.study}" in the worker`);
  return runStudy(study, data, job.t, job.params);
}
