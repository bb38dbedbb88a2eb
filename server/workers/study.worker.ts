import { handOn, takeFresh } from "@studies/market/derived";
import type { DerivedColumns, MarketData } from "@studies/market/market-data";
import { STUDIES } from "@studies/registry";
import { runStudy, type Said } from "../ask/study-job";

/** A question for a worker. The data come along only when the worker has said that it lacks them. */
export interface StudyJob {
  readonly study: string;
  readonly params: Record<string, unknown>;
  readonly market: string;
  readonly version: number;
  readonly t: number;
  readonly data?: MarketData | GrownData;
}

const held = new Map<string, MarketData>();

/** What was said, and the columns that were derived on the way and are worth keeping for a later run. */
export interface WorkerAnswer {
  readonly said: Said;
  readonly fresh: Record<string, DerivedColumns>;
}

/** What a worker that holds data of the same lineage needs of those that grew from them. */
export type GrownData = Omit<MarketData, "instruments" | "derived">;

function isWhole(data: MarketData | GrownData): data is MarketData {
  return "instruments" in data;
}

function sameMembers(a: Pick<MarketData, "memberships">, b: Pick<MarketData, "memberships">): boolean {
  return a.memberships === b.memberships;
}

/** What is made of memberships once is kept by these very objects. */
function membersOf({ groups, universe }: MarketData): Pick<MarketData, "groups" | "universe"> {
  return { groups, universe };
}

export default function run(job: StudyJob): WorkerAnswer | "needs data" | "needs all data" {
  if (job.data) {
    const earlier = held.get(job.market);
    if (earlier?.lineage === job.data.lineage) {
      const grown = { ...earlier, ...job.data, ...(sameMembers(earlier, job.data) ? membersOf(earlier) : {}) };
      handOn(earlier, grown);
      held.set(job.market, grown);
    } else if (isWhole(job.data)) held.set(job.market, job.data);
    else return "needs all data";
  }
  const data = held.get(job.market);
  if (data?.version !== job.version) return "needs data";
  const study = STUDIES.get(job.study);
  if (!study) throw new Error(`no study "${job.study}" in the worker`);
  return { said: runStudy(study, data, job.t, job.params), fresh: takeFresh(data) };
}
