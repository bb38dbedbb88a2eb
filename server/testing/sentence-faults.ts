const COUNTED = [
  "sessions|stocks|members|weeks|months|years|days|industries|sectors|groups|readings|cases|highs|lows|signals|runs",
  "instruments|indexes|funds|themes|occurrences|averages|systems|lanes",
].join("|");

/** What a sentence must not have, each with why. */
const FAULTS: readonly (readonly [RegExp, string])[] = [
  [/[–—]/, "a dash where a word is due"],
  [/NaN|undefined|null|Infinity/, "a value that is not there"],
  [new RegExp(`(^|[^\\d.,])1 (new |such |earlier )?(${COUNTED})\\b`), "a plural of one"],
  [/\b1 (are|stand|hold|rise|fall)\b/, "one counted as several"],
  [new RegExp(`(^|[^\\d.,])0 (${COUNTED}|rose|fell|are|of|held|stand)\\b`), "a nought where a word is due"],
  [/ {2}| [.,;:]|\(\)|,,|\.\./, "a gap"],
  [/[^.?!]$/, "no end"],
  [/^[^A-Z0-9“"]/, "a small first letter"],
];

/** What is wrong with a sentence, as a person would mark it; empty when nothing is. */
export function faultsOf(sentence: string): string[] {
  return FAULTS.filter(([pattern]) => pattern.test(sentence)).map(([, why]) => `${why}: ${sentence}`);
}
