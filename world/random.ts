import { exactLog } from "./exact-math";

/** A stream of random numbers of its own: what one part of the world draws does not move another part. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Uniform in [low, high). */
  between(low: number, high: number): number;
  /** Whole number in [low, high]. */
  whole(low: number, high: number): number;
  /** Standard normal. */
  normal(): number;
  /** Mean 0, variance 1, with fat tails: a calm and a wild normal mixed. */
  fatTailed(): number;
  pick<T>(items: readonly T[]): T;
}

/**
 * The stream of a seed and a name: sfc32 (Doty-Humphrey's small fast counter), normals by Marsaglia's polar method.
 * @param seed the world's seed
 * @param name what draws from it
 */
export function randomStream(seed: number, name: string): Random {
  let a = hash(name, 0x811c9dc5 ^ seed);
  let b = hash(name, 0x9e3779b9 + seed);
  let c = hash(name, Math.imul(seed + 1, 0x85ebca6b));
  let counter = 1;
  const next = (): number => {
    const t = (a + b + counter) | 0;
    counter = (counter + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = ((c << 21) | (c >>> 11)) + t;
    c |= 0;
    return t >>> 0;
  };
  for (let i = 0; i < 16; i++) next();
  let spare = NaN;
  const uniform = () => next() / 4294967296;
  const normal = (): number => {
    if (!Number.isNaN(spare)) {
      const kept = spare;
      spare = NaN;
      return kept;
    }
    for (;;) {
      const u = 2 * uniform() - 1;
      const v = 2 * uniform() - 1;
      const s = u * u + v * v;
      if (s >= 1 || s < 1e-12) continue;
      const scale = Math.sqrt((-2 * exactLog(s)) / s);
      spare = v * scale;
      return u * scale;
    }
  };
  return {
    uniform,
    normal,
    between: (low, high) => low + (high - low) * uniform(),
    whole: (low, high) => low + Math.floor(uniform() * (high - low + 1)),
    fatTailed: () => normal() * (uniform() < 0.05 ? 2.45 : 0.858),
    pick: (items) => items[Math.floor(uniform() * items.length)]!,
  };
}

function hash(text: string, start: number): number {
  let h = start | 0;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  h = Math.imul(h ^ (h >>> 16), 0x7feb352d);
  return h ^ (h >>> 15);
}
