import { isAbove, isBelow } from "../columns/compare";
import type { Comparator, Condition } from "./condition";
import { unknownTruth, type Truth } from "./truth";

/* How two columns compare bar by bar, and how long a comparison has to last. */

const UNKNOWN = 2;

/** 1 above, -1 below, 0 equal, 2 unknown. */
function signOf(x: number, y: number, prices: boolean): number {
  if (x !== x || y !== y) return UNKNOWN;
  if (prices) return isAbove(x, y) ? 1 : isBelow(x, y) ? -1 : 0;
  return x > y ? 1 : x < y ? -1 : 0;
}

export function signsOf(left: Float64Array, right: Float64Array, prices: boolean): Int8Array {
  const out = new Int8Array(left.length);
  for (let k = 0; k < out.length; k++) out[k] = signOf(left[k]!, right[k]!, prices);
  return out;
}

export function signsOfNumber(left: Float64Array, y: number, prices: boolean): Int8Array {
  const out = new Int8Array(left.length);
  for (let k = 0; k < out.length; k++) out[k] = signOf(left[k]!, y, prices);
  return out;
}

/** Truth of each sign but unknown, as bits: 1 for below, 2 for equal, 4 for above. */
const TRUE_ON: Readonly<Record<Exclude<Comparator, "crosses above" | "crosses below">, number>> = {
  above: 4,
  below: 1,
  "at least": 6,
  "at most": 3,
  is: 2,
  "is not": 5,
};

/** How two values compare at one moment; undefined where one is not known. */
export function comparesAs(
  x: number,
  y: number,
  comparator: Exclude<Comparator, "crosses above" | "crosses below">,
  prices: boolean,
) {
  const sign = signOf(x, y, prices);
  return sign === UNKNOWN ? undefined : ((TRUE_ON[comparator] >> (sign + 1)) & 1) === 1;
}

export function compared(signs: Int8Array, comparator: Comparator): Int8Array {
  if (comparator === "crosses above" || comparator === "crosses below") return crossed(signs, comparator);
  const trueOn = TRUE_ON[comparator];
  const out = new Int8Array(signs.length);
  for (let k = 0; k < out.length; k++) {
    const sign = signs[k]!;
    out[k] = sign === UNKNOWN ? -1 : (trueOn >> (sign + 1)) & 1;
  }
  return out;
}

function crossed(signs: Int8Array, comparator: "crosses above" | "crosses below"): Int8Array {
  const wanted = comparator === "crosses above" ? 1 : -1;
  // The sign of the latest earlier bar on which they were not equal, 0 while there is none.
  let before = 0;
  const out = new Int8Array(signs.length);
  for (let k = 0; k < out.length; k++) {
    const sign = signs[k]!;
    out[k] = sign === UNKNOWN || before === 0 ? -1 : sign === wanted && before === -wanted ? 1 : 0;
    if (sign === 1 || sign === -1) before = sign;
  }
  return out;
}

export function lasting(truths: Int8Array, { running, within, firstIn }: Condition): Int8Array {
  if (running !== undefined) return windowed(truths, running, 0);
  if (within !== undefined) return windowed(truths, within, 1);
  if (firstIn === undefined) return truths;
  const out = new Int8Array(truths.length);
  let lastTrue = -Infinity;
  let lastUnknown = -1;
  for (let k = 0; k < out.length; k++) {
    const now = truths[k]!;
    const first = k - firstIn;
    if (now !== 1) out[k] = now;
    else if (lastTrue > first) out[k] = 0;
    else out[k] = lastUnknown > first ? -1 : 1;
    if (now === 1) lastTrue = k;
    else if (now < 0) lastUnknown = k;
  }
  return out;
}

/** All-of (decided by a 0) or any-of (by a 1) over the last n bars; those before the first are unknown. */
function windowed(truths: Int8Array, n: number, decides: 0 | 1): Int8Array {
  const out = new Int8Array(truths.length);
  let lastDecided = -Infinity;
  let lastUnknown = -1;
  for (let k = 0; k < out.length; k++) {
    const now = truths[k]!;
    if (now === decides) lastDecided = k;
    else if (now < 0) lastUnknown = k;
    out[k] = lastDecided > k - n ? decides : lastUnknown > k - n ? -1 : 1 - decides;
  }
  return out;
}

interface ByItself {
  readonly prices: boolean;
  readonly comparator: Comparator;
  /** 1 on the sessions that count [all]. */
  readonly own: Uint8Array | undefined;
}

const MARGIN = 1e-9;

/** Truth of a comparison that looks at one bar only, 32 sessions at a time; as `signOf` and `compared` have it. */
export function truthByItself(x: Float64Array, y: Float64Array | number, { prices, comparator, own }: ByItself): Truth {
  const truth = unknownTruth(x.length);
  const trueOn = TRUE_ON[comparator as keyof typeof TRUE_ON];
  const [onBelow, onEqual, onAbove] = [1, 2, 4].map((bit) => ((trueOn & bit) === 0 ? 0 : -1)) as [number, number, number];
  const room: Words = { known: 0, above: 0, below: 0 };
  for (let w = 0; w < truth.yes.length; w++) {
    const count = Math.min(32, x.length - 32 * w);
    if (typeof y === "number") wordOfNumber(x, y, { from: 32 * w, count, margin: prices ? MARGIN * Math.abs(y) : 0 }, room);
    else if (prices) wordOfPrices(x, y, { from: 32 * w, count }, room);
    else wordOfNumbers(x, y, { from: 32 * w, count }, room);
    const known = own ? room.known & ownWord(own, 32 * w, count) : room.known;
    const { above, below } = room;
    truth.known[w] = known;
    truth.yes[w] = known & ((above & onAbove) | (below & onBelow) | (~(above | below) & onEqual));
  }
  return truth;
}

/** What 32 sessions are, a bit each, the first lowest. */
interface Words {
  known: number;
  above: number;
  below: number;
}

interface Span {
  readonly from: number;
  readonly count: number;
}

function wordOfNumber(x: Float64Array, y: number, { from, count, margin }: Span & { readonly margin: number }, out: Words): void {
  let known = 0;
  let above = 0;
  let below = 0;
  for (let k = from + count - 1; k >= from; k--) {
    const own = x[k]!;
    const apart = own - y;
    known = (known << 1) | Number(own === own);
    above = (above << 1) | Number(apart > margin);
    below = (below << 1) | Number(-apart > margin);
  }
  out.known = y === y ? known : 0;
  out.above = above;
  out.below = below;
}

function wordOfPrices(x: Float64Array, y: Float64Array, { from, count }: Span, out: Words): void {
  let known = 0;
  let above = 0;
  let below = 0;
  for (let k = from + count - 1; k >= from; k--) {
    const level = y[k]!;
    const apart = x[k]! - level;
    const margin = MARGIN * Math.abs(level);
    known = (known << 1) | Number(apart === apart);
    above = (above << 1) | Number(apart > margin);
    below = (below << 1) | Number(-apart > margin);
  }
  out.known = known;
  out.above = above;
  out.below = below;
}

function wordOfNumbers(x: Float64Array, y: Float64Array, { from, count }: Span, out: Words): void {
  let known = 0;
  let above = 0;
  let below = 0;
  for (let k = from + count - 1; k >= from; k--) {
    const own = x[k]!;
    const level = y[k]!;
    known = (known << 1) | Number(own === own && level === level);
    above = (above << 1) | Number(own > level);
    below = (below << 1) | Number(own < level);
  }
  out.known = known;
  out.above = above;
  out.below = below;
}

function ownWord(own: Uint8Array, from: number, count: number): number {
  let word = 0;
  for (let k = from + count - 1; k >= from; k--) word = (word << 1) | own[k]!;
  return word;
}
