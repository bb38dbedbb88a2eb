/** Strongest first; what has no rank last, by name. */
export function byRank(a: { rank: number; name: string }, b: { rank: number; name: string }): number {
  const [own, other] = [Number.isNaN(a.rank) ? Infinity : a.rank, Number.isNaN(b.rank) ? Infinity : b.rank];
  return own === other ? (a.name < b.name ? -1 : 1) : own - other;
}
