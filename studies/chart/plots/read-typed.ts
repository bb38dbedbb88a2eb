import { isNumberParameter } from "@core/conditions/measure";
import type { DrawingKind } from "@core/drawings/drawing";
import { phrasePattern, plainWords } from "@core/conditions/plain-words";
import { readMeasures } from "@core/conditions/read-measure";
import { paramsOf } from "@core/conditions/measures";
import { findWindow } from "@studies/seasons/window-text";
import { plotText } from "./plot";
import type { PlotKind } from "./plot-kind";
import { PLOT_KINDS } from "./plot-kinds";
import { readPlot } from "./read-plot";

/** What can be put on a chart by typing: a plot, others to compare with, a date window, or a drawing. */
export type TypedReading =
  | { readonly plot: string; readonly title: string }
  | { readonly compare: readonly string[]; readonly title: string }
  | { readonly window: string; readonly title: string }
  | { readonly draw: DrawingKind; readonly prices: readonly number[]; readonly text?: string; readonly title: string };

/** Instruments and groups that a benchmark is chosen from. */
export interface Offered {
  readonly ticker: string;
  readonly name: string;
}

const MOST_READINGS = 7;

/**
 * What was typed as one thinks it, read as something to put on a chart.
 * @param typed for example "ema 20", "relative to Corvany" or "compare ALBRO, WORLD"
 * @param offered what lines can be relative to, those meant first
 * @returns up to seven readings, the likeliest first
 */
export function readTyped(typed: string, offered: readonly Offered[]): TypedReading[] {
  const found = new Map<string, TypedReading>();
  const add = (reading: TypedReading) => {
    if (found.size < MOST_READINGS) found.set(reading.title, found.get(reading.title) ?? reading);
  };
  const addPlot = (text: string, title?: string) => {
    const read = readPlot(text);
    if (!("error" in read)) add({ plot: text, title: title ?? read.of.title(read.params, "daily") });
  };
  for (const reading of [...compared(typed), ...windows(typed), ...drawings(typed)]) add(reading);
  for (const { ticker, name } of benchmarks(typed, offered)) addPlot(`relative_${ticker}`, `Relative to ${name}`);
  const plain = plainWords(typed);
  if (plain === "") return [...found.values()];
  for (const kind of COMPOSED) for (const text of named(kind, plain)) addPlot(text);
  for (const kind of COMPOSED) if (kind.name.startsWith(plain)) addPlot(kind.name);
  for (const { measure, params } of readMeasures(typed, 3 * MOST_READINGS)) {
    const kind = PLOT_KINDS.find((k) => k.name === measure);
    if (!kind || isComposed(kind)) continue;
    const all = paramsOf({ measure, ...(params ? { params } : {}) });
    addPlot(plotOfKind(kind, all));
  }
  for (const kind of COMPOSED) if (begins(kind, plain)) addPlot(kind.name);
  return [...found.values()];
}

const isComposed = (kind: PlotKind) => kind.lines === undefined || kind.lines.length > 1 || kind.lines[0]!.name !== kind.name;
const COMPOSED = PLOT_KINDS.filter((kind) => isComposed(kind) && kind.name !== "relative" && kind.name !== "system");

function plotOfKind(kind: PlotKind, params: Readonly<Record<string, number | string>>): string {
  const values = kind.params.map((p) => String(params[p.name] ?? p.default));
  return plotText({ kind: kind.name, values, hidden: false, ownPane: false });
}

/** The plots of a kind whose name the whole text is, with the numbers in it. */
function named(kind: PlotKind, plain: string): string[] {
  const numeric = kind.params.filter(isNumberParameter);
  return [kind.name, ...kind.aliases].flatMap((alias) => {
    const match = new RegExp(`^${phrasePattern(alias)}(?<rest>(?: [\\d.]+)*)$`).exec(plain);
    if (!match) return [];
    const numbers = [...(match.groups?.["n"] ? [match.groups["n"]] : []), ...(match.groups?.["rest"] ?? "").trim().split(" ")];
    const given = numbers.filter((x) => x !== "");
    if (given.length > numeric.length) return [];
    const params = Object.fromEntries(given.map((x, k) => [numeric[k]!.name, Number(x)]));
    return [plotOfKind(kind, params)];
  });
}

/** Whether its name has words that begin with those of the text. */
function begins(kind: PlotKind, plain: string): boolean {
  const own = plainWords([kind.name, ...kind.aliases].join(" ")).split(" ");
  const words = plain.split(" ").filter((word) => !/^[\d.]+$/.test(word));
  return words.length > 0 && words.every((word) => own.some((name) => name.startsWith(word)));
}

/** "relative", "relative to Corvany": those offered whose name or ticker begins so, or the ticker itself. */
function benchmarks(typed: string, offered: readonly Offered[]): Offered[] {
  const match = /^\s*(rel[a-z]*)(?:\s+line)?(?:\s+to)?(?:\s+(.+?))?\s*$/i.exec(typed);
  if (!match || !"relative".startsWith(match[1]!.toLowerCase())) return [];
  const to = (match[2] ?? "").toLowerCase();
  const meant = offered.filter((o) => [o.name, o.ticker].some((name) => name.toLowerCase().includes(to)));
  const ticker = (match[2] ?? "").toUpperCase();
  const isTicker = /^[A-Z0-9][A-Z0-9._-]{0,19}$/.test(ticker) && meant.every((o) => o.ticker !== ticker);
  return [...meant, ...(isTicker ? [{ ticker, name: ticker }] : [])].slice(0, MOST_READINGS);
}

function compared(typed: string): TypedReading[] {
  const match = /^\s*(?:compare|with)(?:\s+with)?\s+(.+)$/i.exec(typed);
  const tickers = (match?.[1] ?? "")
    .toUpperCase()
    .split(/[,\s]+/)
    .filter((ticker) => ticker !== "");
  return tickers.length === 0 ? [] : [{ compare: tickers, title: `Compare with ${tickers.join(", ")}` }];
}

function windows(typed: string): TypedReading[] {
  const match = /^\s*window\s+(\d\d-\d\d)[\s.]+(\d{1,2})\s*$/i.exec(typed);
  const text = match ? `${match[1]}.${match[2]}` : "";
  return findWindow(text)
    ? [{ window: text, title: `The window from ${match![1]} of ${match![2]} sessions, in every year` }]
    : [];
}

/** How drawings are typed: the kind by how it may begin, and how many prices may follow. */
const DRAWN: readonly (readonly [names: readonly string[], kind: DrawingKind, prices: number, title: string])[] = [
  [["level"], "level", 1, "Draw a level"],
  [["line", "trend line", "draw a line"], "line", 0, "Draw a line through two points"],
  [["channel"], "channel", 0, "Draw a channel: a line and its parallel"],
  [["zone"], "zone", 2, "Draw a zone between two prices"],
  [["retrace", "retracement"], "retracement", 0, "Draw a retracement of a move"],
  [["move", "measured move"], "measured move", 0, "Draw a measured move from three points"],
  [["swings from", "number swings from"], "swings", 0, "Number the swings from a point on"],
];

function drawings(typed: string): TypedReading[] {
  const note = /^\s*(?:label|note)(?:\s+(.+?))?\s*$/i.exec(typed);
  if (note)
    return [{ draw: "label", prices: [], text: note[1] ?? "Note", title: `Write \u201c${note[1] ?? "Note"}\u201d at a point` }];
  const match = /^\s*([a-z ]+?)((?:[\s\u2013-]+\d+(?:\.\d+)?)*)\s*$/i.exec(typed.replace(/\bto\b/g, " "));
  if (!match) return [];
  const words = match[1]!.toLowerCase().trim();
  const prices = (match[2] ?? "")
    .split(/[\s\u2013-]+/)
    .filter((x) => x !== "")
    .map(Number);
  return DRAWN.flatMap(([names, kind, most, title]) => {
    const isMeant = names.some((name) => name === words || (words.length >= 3 && words !== "trend" && name.startsWith(words)));
    if (!isMeant || (prices.length !== 0 && prices.length !== most)) return [];
    return [
      {
        draw: kind,
        prices,
        title: prices.length === 0 ? title : `${title.replace("between two prices", "from")} ${prices.join(" to ")}`,
      },
    ];
  });
}
