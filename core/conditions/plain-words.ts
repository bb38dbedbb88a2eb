import { escaped } from "./template";

/*
 * How typed text and the phrases of measures are brought to one form: small words dropped, words of one meaning made one,
 * number words made numbers (ordinals with a ring behind them).
 */

const DROPPED = new Set(
  "the a an it its is are was were has have been be than by of on at in to today this that their".split(" "),
);

const SAME: Readonly<Record<string, string>> = Object.fromEntries(
  [
    ["session", "sessions day days bar bars trading"],
    ["close", "closes closed closing"],
    ["open", "opens opened opening"],
    ["cross", "crosses crossed crossing"],
    ["gap", "gaps gapped"],
    ["rising", "rises rose rise"],
    ["falling", "falls fell fall"],
    ["above", "over more greater higher exceeds > +"],
    ["below", "under less fewer lower beneath <"],
    ["least", ">= minimum"],
    ["most", "<= maximum"],
    ["=", "equals equal =="],
    ["average", "averages ma dma avg mean"],
    ["sma", ""],
    ["ema", "exponential"],
    ["month", "months monthly"],
    ["week", "weeks weekly"],
    ["quarter", "quarters"],
    ["year", "years"],
    ["atr", "atrs"],
    ["member", "members stocks"],
    ["report", "reports reporting earnings-report"],
    ["high", "highs"],
    ["low", "lows"],
    ["yesterday", "yesterday's prior previous last-session's before's"],
    ["row", "straight consecutive running"],
    ["holiday", "holidays"],
    ["market", "market's"],
    ["sector", "sector's"],
    ["industry", "industry's"],
    ["vol", ""],
    ["percent", ""],
    ["band", "bands"],
    ["time", "times"],
  ].flatMap(([to, from]) => from!.split(" ").map((word) => [word, to!])),
);

const NUMBERS = "zero one two three four five six seven eight nine ten eleven twelve".split(" ");
const ORDINALS = "zeroth first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth".split(" ");

/** Text in the one form in which phrases are compared. */
export function plainWords(text: string): string {
  return text
    .toLowerCase()
    .replace(/\u2019/g, "'")
    .replace(/\u2212/g, "-")
    .replace(/(\d),(?=\d{3})/g, "$1")
    .replace(/([<>]=?|==?)/g, " $1 ")
    .replace(/[(),;]/g, " ")
    .replace(/ percent\b/g, "%")
    .replace(/ %/g, "%")
    .replace(/(\w)-(?=[a-z{])/g, "$1 ")
    .replace(/\b(exponential|simple) (moving )?average\b/g, (_, kind: string) => (kind === "simple" ? "sma" : "ema"))
    .replace(/\bmoving average\b/g, "average")
    .split(/\s+/)
    .flatMap((word) => plainWord(word))
    .join(" ")
    .replace(/(?<=\d|\}) session (?=average|sma|ema)/g, " ");
}

function plainWord(word: string): string[] {
  if (word === "" || DROPPED.has(word)) return [];
  if (NUMBERS.includes(word)) return [String(NUMBERS.indexOf(word))];
  if (ORDINALS.includes(word)) return [`${ORDINALS.indexOf(word)}\u00b0`];
  const nth = /^(\d+)(?:st|nd|rd|th)$/.exec(word);
  if (nth) return [`${nth[1]}\u00b0`];
  const scaled = /^(\d+(?:\.\d+)?)(k|m|bn)$/.exec(word);
  if (scaled) return [String(Number(scaled[1]) * { k: 1e3, m: 1e6, bn: 1e9 }[scaled[2] as "k" | "m" | "bn"])];
  return [SAME[word] ?? word];
}

const WHOLE = "\\d+\u00b0?";
const NUMBER = String.raw`-?\d*\.?\d+`;

/** How a drawing stands in typed text once its name was found there: by its place among the names. */
export const NAMED_DRAWING = "\u201c\\d+\u201d";

/** The pattern of a phrase or name in that form; its tokens become groups. */
export function phrasePattern(text: string, tokens: Readonly<Record<string, string>> = {}): string {
  return plainWords(text)
    .split(/(\{\w+\}%?)/)
    .map((part) => {
      const token = /^\{(\w+)\}(%?)$/.exec(part);
      if (!token) return escaped(part);
      const [, name, percent] = token;
      if (name === "n" || name === "m") return `(?<${name}>${WHOLE})`;
      if (name === "nth") return "(?<n>\\d+\u00b0)";
      if (name === "x") return `(?<x>${NUMBER})${percent}`;
      if (name === "p") return `(?<p>${NUMBER})%`;
      if (name === "drawing") return `(?<drawing>${NAMED_DRAWING})`;
      if (name === "share") return `(?<share>${NUMBER})${percent}`;
      return `(?<${name}>${tokens[name!] ?? WHOLE})`;
    })
    .join("");
}
