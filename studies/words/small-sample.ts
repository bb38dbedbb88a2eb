const SMALLEST_SAMPLE = 20;
const FEWEST_RUNS = 10;

/**
 * Whether so few cases deserve a word: fewer than 20, or, of sessions that follow each other, fewer than 10 runs (the
 * sessions of one run are not independent of each other, however many they are).
 */
export function isSmallSample(cases: number, runs = Infinity): boolean {
  return cases < SMALLEST_SAMPLE || runs < FEWEST_RUNS;
}
