/*
 * What the server costs as it is used: CPU a request at a date that nobody has asked for, and how long readers wait.
 */

/** CPU time of a process so far, all its threads together, in ms. */
export type CpuOf = () => number;

/**
 * CPU a request takes at new dates.
 * @param fetchPage asks for a page at a date
 * @param dates that were not asked for before
 * @returns ms a request
 */
export async function cpuPerRequest(
  fetchPage: (date: string) => Promise<unknown>,
  dates: readonly string[],
  cpu: CpuOf,
): Promise<number> {
  const before = cpu();
  for (const date of dates) await fetchPage(date);
  return (cpu() - before) / dates.length;
}

export interface ReadersOptions {
  readonly readers: number;
  /** Between two requests of one reader. */
  readonly pauseMs: number;
  readonly forMs: number;
}

/**
 * Readers who each step through screens with a pause in between.
 * @param ask asks for the k-th page of a reader
 * @returns how long each request took, in ms
 */
export async function waits(
  ask: (reader: number, k: number) => Promise<unknown>,
  { readers, pauseMs, forMs }: ReadersOptions,
): Promise<number[]> {
  const end = performance.now() + forMs;
  const spent: number[] = [];
  const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
  await Promise.all(
    Array.from({ length: readers }, async (_, reader) => {
      await sleep((pauseMs * reader) / readers);
      for (let k = 0; performance.now() < end; k++) {
        const begun = performance.now();
        await ask(reader, k);
        spent.push(performance.now() - begun);
        await sleep(pauseMs);
      }
    }),
  );
  return spent;
}
