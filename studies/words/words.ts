import { isoDate } from "@core/columns/epoch-day";
import { priceDecimals } from "@core/columns/tick";
import { MONTH_NAMES } from "@core/seasons/month-names";
import type { Sentence } from "@studies/define-study";

/* How figures read in sentences. A true minus sign, so that signs align and are read aloud as such. */

const MINUS = "\u2212";

/** A fraction as percent: 0.0512 as "5.1%". */
export function percent(fraction: number, decimals = 1): string {
  return Number.isNaN(fraction) ? "–" : `${fixed(100 * fraction, decimals)}%`;
}

/** A fraction as signed percent: "+5.1%", "−0.3%". */
export function signedPercent(fraction: number, decimals = 1): string {
  return Number.isNaN(fraction) ? "–" : `${signed(100 * fraction, decimals)}%`;
}

/** A number with a sign, zero without one. */
export function signed(x: number, decimals = 1): string {
  if (Number.isNaN(x)) return "–";
  const text = Math.abs(x).toFixed(decimals);
  return Number(text) === 0 ? text : `${x < 0 ? MINUS : "+"}${text}`;
}

/** A number, a dash for none. */
export function fixed(x: number, decimals = 0): string {
  if (Number.isNaN(x)) return "–";
  const text = Math.abs(x).toFixed(decimals);
  return x < 0 && Number(text) !== 0 ? MINUS + text : text;
}

/** A price with the decimals of its tick, or of that of another price beside it. */
export function price(x: number, like = x): string {
  return fixed(x, priceDecimals(like));
}

/** A whole percentage that is a share already times 100: 64.08 as "64%". */
export function share(percentage: number): string {
  return Number.isNaN(percentage) ? "–" : `${fixed(percentage)}%`;
}

/** A probability: two decimals, three where it is below 1%. */
export function probability(p: number): string {
  return fixed(p, p < 0.01 ? 3 : 2);
}

/** A text that begins a sentence. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A count with its noun: "1 session", "3 sessions". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString("en-GB")} ${n === 1 ? one : many}`;
}

/** A count in a sentence, where nothing is said as a word: "none", "1", "12". */
export function none(n: number): string {
  return n === 0 ? "none" : n.toLocaleString("en-GB");
}

/** How a value stands among earlier ones, by its percentile rank: "farther than 60% of the 12 earlier ones". */
export function placeWords(place: number, among: number, more: string, less: string): string {
  if (among === 1) return `${place > 50 ? more : less} than the only earlier one`;
  if (place >= 100) return `${more} than any of the ${among} earlier ones`;
  if (place <= 0) return `${less} than any of the ${among} earlier ones`;
  return `${more} than ${fixed(place)}% of the ${among} earlier ones`;
}

/** In how many of how many cases, as a share where there are enough for one: "in 2 of 3 cases", "in 61% of 46 cases". */
export function ofCases(share: number, n: number): string {
  if (n === 1) return share > 0 ? "in the only case" : "not in the only case";
  return n < 20 ? `in ${none(Math.round(share * n))} of ${n} cases` : `in ${percent(share, 0)} of ${count(n, "case")}`;
}

/** The sessions of a base rate, which are not thinned and so not independent of each other: "5,900 sessions, which overlap". */
export function overlapping(n: number): string {
  return n === 1 ? "1 session" : `${count(n, "session")}, which overlap`;
}

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** An epoch day as "14 Feb 2025". */
export function date(day: number): string {
  const [year, month, dayOfMonth] = isoDate(day).split("-");
  return `${Number(dayOfMonth)} ${MONTHS[Number(month) - 1]} ${year}`;
}

/** A day without its year: "16 Oct". */
export function dayMonth(day: number): string {
  return date(day).replace(/ \d+$/, "");
}

/** A day of the year, given as `MM-DD`: "16 October". */
export function dayOfYear(monthDay: string): string {
  const [month, day] = monthDay.split("-").map(Number) as [number, number];
  return `${day} ${MONTH_NAMES[month - 1]!}`;
}

/** From one day of the year to another: "from 16 to 23 October", "on 16 October". */
export function daysOfYear(from: string, to: string): string {
  if (from === to) return `on ${dayOfYear(from)}`;
  const isOneMonth = from.slice(0, 2) === to.slice(0, 2) && from < to;
  return `from ${isOneMonth ? Number(from.slice(3)) : dayOfYear(from)} to ${dayOfYear(to)}`;
}

/** A text that somebody gave, short enough for a message. */
export function clipped(text: string, most = 60): string {
  return text.length > most ? `${text.slice(0, most)}…` : text;
}

/** "a, b and c". */
export function list(items: readonly string[]): string {
  return items.length < 2 ? items.join("") : `${items.slice(0, -1).join(", ")} and ${items[items.length - 1]}`;
}

/** Letters of a reading that fit its three lines where there is least room. */
export const MOST_READ = 385;

/** Sentences in their order as long as there is room for them; the first are always told. */
export function fitting(sentences: readonly Sentence[]): Sentence[] {
  let letters = 0;
  return sentences.filter((sentence, k) => {
    const own = sentenceText(sentence).length + 1;
    if (k > 0 && letters + own > MOST_READ) return false;
    letters += own;
    return true;
  });
}

/** What a sentence says, without what its figures lead to. */
export function sentenceText(sentence: Sentence): string {
  return sentence.map((part) => (typeof part === "string" ? part : part.figure)).join("");
}
