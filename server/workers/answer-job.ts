import type { Study } from "@studies/define-study";
import type { DrawnCharts } from "@studies/drawings/drawn-charts";
import { derivedColumns, handOn, takeFresh } from "@studies/market/derived";
import type { Derivation, MarketData } from "@studies/market/market-data";
import { bytesOf } from "../ask/bytes-of";
import { runStudy, tellThrough, type Control, type Said } from "../ask/study-job";

/** A question for a worker. The data come along only when the worker has said that it lacks them. */
export interface StudyJob {
  readonly study: string;
  readonly params: Record<string, unknown>;
  readonly market: string;
  readonly version: number;
  readonly t: number;
  readonly drawn?: DrawnCharts | undefined;
  readonly data?: MarketData | GrownData;
  /** Of a long one. */
  readonly control?: Control;
}

/** What was said, and the columns that were derived on the way and are worth keeping for a later run. */
export interface WorkerAnswer {
  readonly said: Said;
  readonly fresh: Record<string, Derivation>;
}

/** What a worker that holds data of the same lineage needs of those that grew from them. */
export type GrownData = Omit<MarketData, "instruments" | "derived">;

const held = new Map<string, MarketData>();

/** What a derived column, or all smaller ones together, takes in a thread. */
export interface ColumnCost {
  readonly market: string;
  readonly column: string;
  readonly bytes: number;
}

const LEAST_BYTES = 2 ** 20;

/** What the derived columns of the markets take that this thread holds, largest first. */
export function columnCosts(): ColumnCost[] {
  const costs: ColumnCost[] = [];
  for (const [market, data] of held) {
    const all = [data, ...(data.worldwide ? [data.worldwide] : [])].flatMap((part) => [...derivedColumns(part)]);
    const own = all.map(([column, value]) => ({ market, column, bytes: bytesOf(value) }));
    const [large, small] = [own.filter((c) => c.bytes >= LEAST_BYTES), own.filter((c) => c.bytes < LEAST_BYTES)];
    costs.push(...large, { market, column: `${small.length} others`, bytes: small.reduce((sum, c) => sum + c.bytes, 0) });
  }
  return costs.sort((a, b) => b.bytes - a.bytes);
}

/** Answers a question in a thread, which holds the data of the markets it was asked about. */
export function answerJob(studies: ReadonlyMap<string, Study>, job: StudyJob): WorkerAnswer | "needs data" | "needs all data" {
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
  const study = studies.get(job.study);
  if (!study) throw new Error(`no study "${job.study}" in the worker`);
  const tell = job.control && tellThrough(job.control);
  tell?.(0);
  return { said: runStudy({ study, data, t: job.t, params: job.params, drawn: job.drawn }, tell), fresh: takeFresh(data) };
}

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
