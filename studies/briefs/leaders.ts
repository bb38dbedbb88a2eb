interface Ranked {
  readonly name: string;
  readonly rank: number;
}

/** Who leads and who trails, as states of an answer. */
export function leadersOf(rows: readonly Ranked[]): { readonly leads: string; readonly trails: string } {
  const ranked = rows.filter((row) => !Number.isNaN(row.rank)).sort((a, b) => a.rank - b.rank);
  return { leads: ranked[0]?.name ?? "none", trails: ranked.at(-1)?.name ?? "none" };
}
