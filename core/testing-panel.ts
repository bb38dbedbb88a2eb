import { membershipRuns, type MembershipRuns, type Panel } from ".";
import { randomBars, seeded } from "./testing";

/** A small panel of random bars with late listings, endings, gaps and ties, and random membership in it. */
export function randomPanel(
  seed: number,
  count: number,
  sessions: number,
): { panel: Panel; spans: MembershipRuns; member: boolean[][] } {
  const random = seeded(seed);
  const column = () => new Float64Array(count * sessions).fill(NaN);
  const panel = {
    sessions: Int32Array.from({ length: sessions }, (_, s) => 12_000 + 7 * Math.floor(s / 5) + (s % 5)),
    count,
    stride: sessions,
    first: new Int32Array(count).fill(-1),
    open: column(),
    high: column(),
    low: column(),
    close: column(),
    volume: column(),
  };
  const member: boolean[][] = [];
  for (let i = 0; i < count; i++) {
    const bars = randomBars(seed * 1000 + i, sessions);
    const lists = i % 4 === 1 ? Math.floor(random() * sessions * 0.5) : 0;
    const ends = i % 5 === 2 ? Math.floor(sessions * (0.6 + 0.3 * random())) : sessions - 1;
    for (let s = lists; s <= ends; s++) {
      if (random() < 0.01) continue;
      for (const name of ["open", "high", "low", "close", "volume"] as const) panel[name][i * sessions + s] = bars[name][s]!;
      if (panel.first[i]! < 0) panel.first[i] = s;
    }
    // A stretch without any change, so that closes equal their averages.
    if (i % 3 === 0) for (let s = 40; s < 48 && s <= ends && s >= lists; s++) panel.close[i * sessions + s] = 33.33;
    const joins = Math.floor(random() * sessions * 0.4);
    const leaves = Math.floor(sessions * (0.5 + 0.5 * random()));
    member.push(Array.from({ length: sessions }, (_, s) => s >= joins && s < leaves && !(s >= 60 && s < 70 && i % 2 === 0)));
  }
  const spans = membershipRuns(member.map((row) => row.flatMap((m, s): [number, number][] => (m ? [[s, s]] : []))));
  return { panel, spans, member };
}

/** The defined closes of an instrument up to a session, in order; empty when it has no bar on that session. */
export function closesTo(panel: Panel, i: number, t: number): number[] {
  const n = panel.sessions.length;
  const own = Array.from(panel.close.subarray(i * n, i * n + t + 1));
  return Number.isNaN(own[t]) ? [] : own.filter((c) => !Number.isNaN(c));
}
