/**
 * A number between 0 and 1 that a text always gives.
 * Formula: (h + 0.5)/2^32, h the 32-bit FNV-1a of its UTF-8 bytes, then h ^= h >>> 16, h *= 0x85EBCA6B, h ^= h >>> 13, h *= 0xC2B2AE35,
 * h ^= h >>> 16 (method 13, S09).
 * @example unitFromText("abc") // => 0.11244569637347013
 */
export function unitFromText(text: string): number {
  let h = 0x811c9dc5;
  for (const byte of new TextEncoder().encode(text)) h = Math.imul(h ^ byte, 0x01000193);
  h ^= h >>> 16;
  h = Math.imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h, 0xc2b2ae35);
  h ^= h >>> 16;
  return ((h >>> 0) + 0.5) / 2 ** 32;
}
