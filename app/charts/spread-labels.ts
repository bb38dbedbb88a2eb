/**
 * Places of labels along one line, so that none lies on another: each as near as it can be to where it belongs, in the
 * order of where they belong.
 * @param wanted where each label belongs: the middle of its height
 * @param height of every label, with the room that it needs beside others
 * @param low where the line begins
 * @param high where it ends; where there is too little room for all, they go on beyond it
 * @returns the middle of each, in the order of `wanted`
 * @example spreadLabels([10, 12, 40], 6, 0, 50) // => [8, 14, 40]
 */
export function spreadLabels(wanted: readonly number[], height: number, low: number, high: number): number[] {
  // Neighbours that would meet stand together, their middle where theirs is on average (isotonic regression by pools).
  const order = [...wanted.keys()].sort((a, b) => wanted[a]! - wanted[b]! || a - b);
  const pools: { members: number[]; sum: number }[] = [];
  const middleOf = ({ members, sum }: (typeof pools)[number]) => {
    const half = (members.length * height) / 2;
    return Math.max(low + half, Math.min(Math.max(low + half, high - half), sum / members.length));
  };
  for (const i of order) {
    pools.push({ members: [i], sum: wanted[i]! });
    for (;;) {
      const [above, below] = [pools[pools.length - 2], pools[pools.length - 1]!];
      if (!above || middleOf(below) - middleOf(above) >= ((above.members.length + below.members.length) * height) / 2 - 1e-9)
        break;
      pools.splice(-2, 2, { members: [...above.members, ...below.members], sum: above.sum + below.sum });
    }
  }
  const placed = new Array<number>(wanted.length);
  for (const pool of pools) {
    const first = middleOf(pool) - ((pool.members.length - 1) * height) / 2;
    pool.members.forEach((i, k) => (placed[i] = first + k * height));
  }
  return placed;
}
