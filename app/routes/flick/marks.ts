/* What was decided on each chart while going through them; it stands in the address, so that nothing is lost by a reload. */

export const MARKS = ["keep", "drop", "short"] as const;
export type Mark = (typeof MARKS)[number];
export const MARK_WORDS: Readonly<Record<Mark, string>> = { keep: "kept", drop: "dropped", short: "for the short side" };

export interface Marks {
  readonly marks: ReadonlyMap<string, Mark>;
  readonly notes: ReadonlyMap<string, string>;
}

const tickersIn = (text: string | null) => (text ?? "").split(",").filter((ticker) => ticker !== "");

/** The charts to go through and what was decided, from an address. */
export function flickFrom(search: URLSearchParams): Marks & { readonly tickers: readonly string[]; readonly at: string } {
  const tickers = [...new Set(tickersIn(search.get("of")))];
  const at = search.get("at") ?? "";
  const known = new Set(tickers);
  const marks = new Map<string, Mark>();
  for (const mark of MARKS) for (const ticker of tickersIn(search.get(mark))) if (known.has(ticker)) marks.set(ticker, mark);
  const notes = new Map<string, string>();
  for (const text of search.getAll("note")) {
    const cut = text.indexOf(" ");
    if (cut > 0 && known.has(text.slice(0, cut))) notes.set(text.slice(0, cut), text.slice(cut + 1));
  }
  return { tickers, at: known.has(at) ? at : (tickers[0] ?? ""), marks, notes };
}

type Changes = Readonly<Record<string, string | readonly string[]>>;

/** A mark set on a ticker, or taken off where it has that one: as parameters of the address. */
export function withMark({ marks }: Pick<Marks, "marks">, ticker: string, mark: Mark): Changes {
  const next = new Map(marks);
  if (next.get(ticker) === mark) next.delete(ticker);
  else next.set(ticker, mark);
  return paramsOfMarks(next);
}

/** What was decided, as parameters of the address. */
export function paramsOfMarks(marks: ReadonlyMap<string, Mark>): Changes {
  const tickersOf = (mark: Mark) => [...marks].filter(([, own]) => own === mark).map(([ticker]) => ticker);
  return Object.fromEntries(MARKS.map((mark) => [mark, tickersOf(mark).join(",")]));
}

/** A note on a ticker; an empty one takes it away. */
export function withNote({ notes }: Pick<Marks, "notes">, ticker: string, note: string): Changes {
  const next = new Map(notes);
  if (note.trim() === "") next.delete(ticker);
  else next.set(ticker, note.trim());
  return { note: [...next].map(([own, text]) => `${own} ${text}`) };
}
