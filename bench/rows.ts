/** Prints a row: a job, its time, and the reference or budget beside it. */
export type Row = (job: string, ms: number | string, reference?: string) => void;

export const row: Row = (job, ms, reference = "") => {
  const shown = typeof ms === "number" ? ms.toFixed(ms < 10 ? 2 : 0) : ms;
  console.log(`${job.padEnd(70)} ${shown.padStart(16)}  ${reference}`);
};

export function quantile(values: readonly number[], q: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!;
}

/** A result, and the ms that it took. */
export function timed<T>(work: () => T): [T, number] {
  const start = performance.now();
  const result = work();
  return [result, performance.now() - start];
}

/** The shortest of some runs. */
export function shortest(rounds: number, work: () => unknown): number {
  return Math.min(...Array.from({ length: rounds }, () => timed(work)[1]));
}
