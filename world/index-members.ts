/** A run of sessions, inclusive, in which a stock belongs to an index; `to` is open while it lasts. */
export interface MemberRun {
  readonly stock: number;
  readonly from: number;
  readonly to: number | undefined;
}

export interface IndexRule {
  /** Market-value ranks that belong, the largest being 1. */
  readonly firstRank: number;
  readonly lastRank: number;
  /** A member stays while its rank lies no more than so many places outside. */
  readonly buffer: number;
}

/** Market values and lives of the stocks, as the keeper of an index sees them. */
export interface IndexUniverse {
  readonly stocks: number;
  readonly sessions: number;
  /** Market value of a stock after a session; NaN when not listed. */
  value(stock: number, session: number): number;
  /** Last session of a stock, undefined while it lives. */
  end(stock: number): number | undefined;
}

/**
 * Members of a rank-based index, judged at each review on the market values of the session before.
 * A stock that ends leaves with its last session and is not replaced before the next review.
 * @param universe the stocks
 * @param reviews session indices of the reviews, the first one 0
 * @param rule which ranks belong
 */
export function indexMembers(universe: IndexUniverse, reviews: readonly number[], rule: IndexRule): MemberRun[] {
  const runs: MemberRun[] = [];
  const since = new Map<number, number>();
  const close = (stock: number, to: number) => {
    runs.push({ stock, from: since.get(stock)!, to });
    since.delete(stock);
  };
  for (const review of reviews) {
    for (const stock of [...since.keys()]) {
      const end = universe.end(stock);
      if (end !== undefined && end < review) close(stock, end);
    }
    const ranked = rankedByValue(universe, review);
    const wanted = rule.lastRank - rule.firstRank + 1;
    const inside = ranked.filter(
      (stock, k) => since.has(stock) && k + 1 >= rule.firstRank - rule.buffer && k + 1 <= rule.lastRank + rule.buffer,
    );
    const joining = ranked.slice(rule.firstRank - 1, rule.lastRank).filter((stock) => !inside.includes(stock));
    const next = new Set([...inside, ...joining].slice(0, Math.max(wanted, inside.length)));
    for (const stock of [...since.keys()]) if (!next.has(stock)) close(stock, review - 1);
    for (const stock of next) if (!since.has(stock)) since.set(stock, review);
  }
  for (const [stock, from] of since) runs.push({ stock, from, to: universe.end(stock) });
  return runs.sort((a, b) => a.stock - b.stock || a.from - b.from);
}

function rankedByValue(universe: IndexUniverse, review: number): number[] {
  const before = Math.max(0, review - 1);
  const listed: { stock: number; value: number }[] = [];
  for (let stock = 0; stock < universe.stocks; stock++) {
    const value = universe.value(stock, before);
    const end = universe.end(stock);
    if (value > 0 && (end === undefined || end > review)) listed.push({ stock, value });
  }
  return listed.sort((a, b) => b.value - a.value || a.stock - b.stock).map((x) => x.stock);
}
