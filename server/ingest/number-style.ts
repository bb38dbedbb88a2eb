/*
 * Numbers as people's files have them: a decimal dot or comma, thousands set apart by the other of the two, by a blank or
 * an apostrophe, K, M and B behind volumes. One file has one decimal sign.
 */

export type DecimalSign = "." | ",";

/** What stands for "not known". */
const NOTHING = /^(?:|[-–—]+|n\/?a|nan|null|none|nil|#n\/a)$/i;
const PLAIN = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/;
const GROUPED = /^[+-]?\d{1,3}(?:([,.'’ \u00a0\u202f])\d{3})(?:\1\d{3})*$/;
const SCALES: Readonly<Record<string, number>> = { K: 1e3, M: 1e6, B: 1e9 };

/**
 * A number written with a decimal sign.
 * @param text without blanks around it
 * @returns null for what stands for "not known", undefined for what is no number
 */
export function readNumber(text: string, decimal: DecimalSign): number | null | undefined {
  if (decimal === ".") {
    const plain = plainNumber(text);
    if (!Number.isNaN(plain)) return plain;
  }
  if (text.length > 60) return undefined;
  if (NOTHING.test(text)) return null;
  const scale = SCALES[text.slice(-1).toUpperCase()] ?? 1;
  const own = (scale === 1 ? text : text.slice(0, -1)).trim();
  const other = decimal === "." ? "," : ".";
  const dotted = (digits: string) => (decimal === "," ? digits.replace(",", ".") : digits);
  const at = own.lastIndexOf(decimal);
  const whole = at < 0 ? own : own.slice(0, at);
  if (whole.includes(decimal)) return undefined;
  if (!GROUPED.test(whole)) return !own.includes(other) && PLAIN.test(dotted(own)) ? scaled(dotted(own), scale) : undefined;
  return scaled(`${whole.replace(/[^\d+-]/g, "")}${at < 0 ? "" : `.${own.slice(at + 1)}`}`, scale);
}

/**
 * Digits with at most one dot among them, as most cells by far are; NaN for anything else. Up to 15 digits and a power of
 * ten below 10^22 are both exact, so their quotient is the nearest number to what was written (Clinger 1990).
 */
function plainNumber(text: string): number {
  const n = text.length;
  if (n === 0 || n > 16) return NaN;
  let digits = 0;
  let dot = -1;
  for (let k = 0; k < n; k++) {
    const code = text.charCodeAt(k);
    if (code >= 48 && code <= 57) digits = 10 * digits + code - 48;
    else if (code === 46 && dot < 0) dot = k;
    else return NaN;
  }
  if (dot < 0) return n > 15 ? NaN : digits;
  return n === 1 ? NaN : digits / POWERS[n - 1 - dot]!;
}

const POWERS = Float64Array.from({ length: 16 }, (_, k) => Number(`1e${k}`));

function scaled(digits: string, scale: number): number | undefined {
  return PLAIN.test(digits) ? finite(scale * Number(digits)) : undefined;
}

function finite(x: number): number | undefined {
  return Number.isFinite(x) ? x : undefined;
}

/** Whether a cell may be a number under one sign or the other. */
export function looksLikeNumber(text: string): boolean {
  return typeof readNumber(text, ".") === "number" || typeof readNumber(text, ",") === "number";
}

/** Which decimal signs a cell leaves possible: both where it has neither sign, or one before three digits. */
export function possibleSigns(text: string): readonly DecimalSign[] {
  return ([".", ","] as const).filter((sign) => readNumber(text, sign) !== undefined);
}

/** Whether a cell means different numbers under the two signs: "1,234" or "1.234". */
export function isAmbiguousNumber(text: string): boolean {
  const [dot, comma] = [readNumber(text, "."), readNumber(text, ",")];
  return typeof dot === "number" && typeof comma === "number" && dot !== comma;
}
