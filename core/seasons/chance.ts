/**
 * The chance of at least so many wins among some drawn without replacement.
 * Formula: P(X >= k), X hypergeometric: n drawn from M of which W won; each term from the one before (method 7, H07).
 * @param k wins that are asked for
 * @param n drawn, at most M
 * @param of M, from which they are drawn
 * @param won W of them
 * @returns a fraction
 * @example Math.round(6 * atLeast(2, 2, 4, 2)) // => 1
 */
export function atLeast(k: number, n: number, of: number, won: number): number {
  const least = Math.max(0, n - (of - won));
  const most = Math.min(n, won);
  if (k <= least) return 1;
  if (k > most) return 0;
  // In logs, as the counts grow large; then down the terms from k to the most there can be.
  let term = Math.exp(logChoose(won, k) + logChoose(of - won, n - k) - logChoose(of, n));
  let sum = 0;
  for (let x = k; x <= most; x++) {
    sum += term;
    term *= ((won - x) * (n - x)) / ((x + 1) * (of - won - n + x + 1));
  }
  return Math.min(1, sum);
}

/** Logs of the factorials, as far as they were asked for. */
const logs = [0];

function logFactorial(n: number): number {
  while (logs.length <= n) logs.push(logs[logs.length - 1]! + Math.log(logs.length));
  return logs[n]!;
}

const logChoose = (n: number, k: number) => logFactorial(n) - logFactorial(k) - logFactorial(n - k);
