/** Strongest first; what has no rank last, by name. */
export function byRank(a: { rank: number; name: string }, b: { rank: number; name: string }): number {
  const rank = (x: number) => (Number.isNaN(x) ? Infinity : x);
  return rank(a.rank) === rank(b.rank) ? (a.name < b.name ? -1 : 1) : rank(a.rank) - rank(b.rank);
}
