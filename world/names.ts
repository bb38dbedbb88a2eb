import type { Random } from "./random";

const ONSETS = ["b", "d", "f", "g", "h", "k", "l", "m", "n", "p", "r", "s", "t", "v", "z"];
const VOWELS = ["a", "e", "i", "o", "u"];
const CODAS = ["d", "k", "l", "m", "n", "r", "s", "t", "v"];

/**
 * Hashes of well-known names, listings, places and unkind words that the syllables could spell; none is given out.
 * Kept as hashes so that no real name stands in the source.
 */
const KNOWN = new Set([
  2944190468, 3232365226, 2139480409, 3869387344, 80777981, 2946717191, 3894045179, 1273791576, 1582921756, 1127451633,
  2055073547, 3599684597, 1924010794, 2392389677, 3766639540, 1418208120, 3519086322, 2035605184, 2393236256, 2298524107,
  2322651122, 1575968125, 3370565356, 784578667, 4138608632, 1214306871, 3426589855, 2414390797, 2899172515, 2281026837,
  2667253444, 4132927128, 3457730139, 3831139342, 1341829536, 3390473821, 103495840, 593077007, 439543240, 2388837680, 3252416324,
  1432072210, 1464721269, 844246581,
]);

/** FNV-1a of a text. */
export function nameHash(text: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193) >>> 0;
  return h;
}

/**
 * Gives out invented, pronounceable words of five letters, never the same twice: each is a company's name and, in
 * capitals, its ticker.
 * @param random the stream to draw from
 * @param given words that are taken; those given out are added
 */
export function nameSource(random: Random, given = new Set<string>()): () => string {
  return () => {
    for (;;) {
      const word = random.pick(ONSETS) + random.pick(VOWELS) + random.pick(ONSETS) + random.pick(VOWELS) + random.pick(CODAS);
      if (given.has(word) || KNOWN.has(nameHash(word))) continue;
      given.add(word);
      return word;
    }
  };
}

export function capitalised(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}
