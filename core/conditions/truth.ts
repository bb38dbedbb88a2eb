/*
 * Truth a session in two sets of bits: on which sessions something is true, and on which it is known at all. Kleene's
 * logic on 32 sessions at a time.
 */

export interface Truth {
  readonly sessions: number;
  /** Bit s % 32 of word s / 32; only where it is known. */
  readonly yes: Uint32Array;
  readonly known: Uint32Array;
}

/** Truth of which nothing is known yet. */
export function unknownTruth(sessions: number): Truth {
  const words = (sessions + 31) >> 5;
  // One piece of memory for both: to take a piece costs more than to fill it.
  const room = new Uint32Array(2 * words);
  return { sessions, yes: room.subarray(0, words), known: room.subarray(words) };
}

/** The same on every session. */
export function constantTruth(sessions: number, value: boolean): Truth {
  const truth = unknownTruth(sessions);
  truth.known.fill(0xffffffff);
  if (value) truth.yes.fill(0xffffffff);
  return trimmed(truth);
}

/** From 1 true, 0 false, -1 unknown a session. */
export function truthOf(values: Int8Array): Truth {
  const truth = unknownTruth(values.length);
  for (let s = 0; s < values.length; s++) {
    const x = values[s]!;
    if (x < 0) continue;
    truth.known[s >> 5]! |= 1 << (s & 31);
    if (x > 0) truth.yes[s >> 5]! |= 1 << (s & 31);
  }
  return truth;
}

/** 1 true, 0 false, -1 unknown on one session; unknown outside. */
export function truthAt({ sessions, yes, known }: Truth, s: number): -1 | 0 | 1 {
  if (s < 0 || s >= sessions || ((known[s >> 5]! >>> (s & 31)) & 1) === 0) return -1;
  return ((yes[s >> 5]! >>> (s & 31)) & 1) as 0 | 1;
}

/** True where all are, and false where any is not; true without any. */
export function allOf(sessions: number, truths: Iterable<Truth>): Truth {
  const { yes, known } = constantTruth(sessions, true);
  for (const truth of truths) {
    for (let w = 0; w < yes.length; w++) {
      const [a, b] = [known[w]!, truth.known[w]!];
      known[w] = (a & b) | (a & ~yes[w]!) | (b & ~truth.yes[w]!);
      yes[w]! &= truth.yes[w]!;
    }
  }
  return { sessions, yes, known };
}

/** True where any is, and false where none is; false without any. */
export function anyOf(sessions: number, truths: Iterable<Truth>): Truth {
  const { yes, known } = constantTruth(sessions, false);
  for (const truth of truths) {
    for (let w = 0; w < yes.length; w++) {
      known[w] = (known[w]! & truth.known[w]!) | yes[w]! | truth.yes[w]!;
      yes[w]! |= truth.yes[w]!;
    }
  }
  return { sessions, yes, known };
}

export function negated(a: Truth): Truth {
  const out = unknownTruth(a.sessions);
  for (let w = 0; w < out.yes.length; w++) {
    out.known[w] = a.known[w]!;
    out.yes[w] = a.known[w]! & ~a.yes[w]!;
  }
  return out;
}

/** How many sessions of a set of bits are in it. */
export function bitCount(words: Uint32Array): number {
  let count = 0;
  for (const word of words) {
    let x = word - ((word >>> 1) & 0x55555555);
    x = (x & 0x33333333) + ((x >>> 2) & 0x33333333);
    count += (((x + (x >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
  }
  return count;
}

/** The sessions of a set of bits, ascending. */
export function sessionsOf(words: Uint32Array): Int32Array {
  const out = new Int32Array(bitCount(words));
  let n = 0;
  for (let w = 0; w < words.length; w++) {
    for (let x = words[w]!; x !== 0; x &= x - 1) out[n++] = 32 * w + 31 - Math.clz32(x & -x);
  }
  return out;
}

/** Words without bits beyond the last session. */
function trimmed(truth: Truth): Truth {
  const rest = truth.sessions & 31;
  if (rest > 0) {
    const mask = 2 ** rest - 1;
    for (const words of [truth.yes, truth.known]) words[words.length - 1]! &= mask;
  }
  return truth;
}
