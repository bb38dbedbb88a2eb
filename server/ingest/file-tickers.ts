import path from "node:path";

const ENDINGS = /\.(csv|txt|tsv|tab|prn|dat|asc|json|jsonl|ndjson|parquet|pq|gz)$/i;

/** A file's name without folders and endings. */
export function stemOf(name: string): string {
  let stem = path.posix.basename(name.replaceAll("\\", "/"));
  while (ENDINGS.test(stem)) stem = stem.replace(ENDINGS, "");
  return stem;
}

/** What all names of files have before and after their tickers: "prices_" and "_daily", empty for nothing. */
export function commonAffixes(stems: readonly string[]): { readonly before: string; readonly after: string } {
  if (new Set(stems).size < FEW) return { before: "", after: "" };
  const before = /^.*[-_. ]/.exec(commonStart(stems))?.[0] ?? "";
  const end = reversed(commonStart(stems.map((stem) => reversed(stem.slice(before.length)))));
  const after = /[-_. ].*$/.exec(end)?.[0] ?? "";
  return { before, after };
}

function reversed(text: string): string {
  return Array.from(text).reverse().join("");
}

/** Fewer names say nothing of what they have in common. */
const FEW = 3;

function commonStart(texts: readonly string[]): string {
  let n = 0;
  const first = texts[0]!;
  // Something of each is left for the ticker.
  const most = Math.min(...texts.map((text) => text.length)) - 1;
  while (n < most && texts.every((text) => text[n] === first[n])) n++;
  return first.slice(0, n);
}

/** The ticker that a file's name says. */
export function tickerOfFile(name: string, { before, after }: { readonly before: string; readonly after: string }): string {
  let stem = stemOf(name);
  if (before !== "" && stem.startsWith(before)) stem = stem.slice(before.length);
  if (after !== "" && stem.endsWith(after)) stem = stem.slice(0, -after.length);
  return stem === stem.toLowerCase() ? stem.toUpperCase() : stem;
}
