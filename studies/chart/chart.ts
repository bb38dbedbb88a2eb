import { align, atr, atSamples, isoDate, SAMPLINGS, type BarColumn } from "@core";
import { z } from "zod";
import { jsonList } from "@studies/json-text";
import { defineStudy, type Sentence } from "@studies/define-study";
import { groupKeyText, WHOLE_MARKET } from "@studies/sets/group-key";
import { date, fixed, price, signedPercent } from "@studies/words/words";
import { referenceColumns } from "@studies/columns/composites";
import { windowMarks, windowSentence } from "@studies/seasons/window-marks";
import { findWindow } from "@studies/seasons/window-text";
import { tableOfColumns } from "@studies/table";
import { factsOf } from "./chart-facts";
import { drawDrawing } from "./drawings/draw-drawing";
import { savedDrawing, type SavedDrawing } from "@studies/drawings/drawing-schema";
import type { DrawnDrawing } from "./drawings/drawn-drawing";
import { drawPlot } from "./plots/draw-plot";
import { plotContext } from "./plots/plot-context";
import { BAR_UNITS } from "./plots/bar-units";
import { plotsParam, readPlots } from "./plots/plots-param";
import { standingWords } from "./standing-words";
import { barsOfShown, closesOn, extremeDays, samplesOfShown, shownOf, startOf, type Shown, type ShownSamples } from "./shown";
import { chartPicture } from "./chart-picture";

/** Lines that can be told apart beside the candles. */
const MOST_COMPARED = 5;

/** What a chart begins with: of the broad index itself its regime instead of its line relative to itself. */
function usualPlots(isBroadIndex: boolean): string[] {
  return ["sma_20", "sma_50", "sma_200", "volume_50", isBroadIndex ? "regime" : "relative"];
}

export const chart = defineStudy({
  name: "chart",
  about:
    "Bars of one instrument by day, week or month with averages, its line relative to the broad index, and what is known of it.",
  params: z.object({
    ticker: z.string().max(2000).describe("the instrument, or the key of a group for its composite"),
    history: z.coerce.number().int().min(20).max(20_000).default(252).describe("sessions to give"),
    sampling: z.enum(SAMPLINGS).default("daily").describe("by day, week or month; averages are of so many of them"),
    plot: plotsParam
      .optional()
      .describe("what is drawn beside the bars, each as its kind and its values, such as ema_20 or rsi_14"),
    bracket: z
      .enum(["farther", "session"])
      .optional()
      .describe("a bracket for the next session beside the usual plots, stops as of a setup or of a narrow session"),
    with: z
      .array(z.string().min(1).max(2000))
      .max(MOST_COMPARED)
      .default([])
      .describe("instruments or groups it is compared with, as tickers and keys; unknown ones are left out"),
    drawings: jsonList(savedDrawing, { most: 200, letters: 4_000_000 }).describe(
      "drawings as JSON: id, name, and versions with the day made, kind, scale and points",
    ),
    window: z
      .string()
      .refine((text) => findWindow(text) !== undefined, "is not a window as MM-DD.sessions")
      .optional()
      .describe("a date window whose years are marked: day of the year and sessions, as 10-16.20"),
  }),
  cost: "heavy",
  examples: [
    { ticker: "$stock" },
    { ticker: "WORLD", history: 30 },
    { ticker: "$stock", history: 60, bracket: "session" },
    { ticker: "$stock", history: 60, plot: ["ema_10", "rsi", "-bollinger_20_2.5", "sma_20*", "reports", "stance", "levels"] },
    {
      ticker: "$stock",
      history: 300,
      plot: ["trend", "trend side", "volume", "macd", "phase", "dividends", "holidays", "swings"],
    },
    {
      ticker: "$index",
      plot: [
        "participation_20",
        "lanes",
        "directional movement",
        "relative_WORLD",
        'system_{"name":"Own","on":"composite","up":{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma"}},"down":{"left":{"measure":"close"},"comparator":"below","right":{"measure":"sma"}}}',
      ],
    },
    { ticker: "$index" },
    { ticker: WHOLE_MARKET, history: 40 },
    { ticker: "sector:$sector", history: 600, window: "02-29.30" },
    { ticker: "$stock", history: 1260, window: "12-20.15" },
    {
      ticker: "$stock",
      history: 90,
      drawings:
        '[{"id":"line0001","name":"Spring","versions":[{"made":12000,"kind":"line","scale":"log","points":[{"day":11800,"price":9},{"day":11900,"price":12}]}]},{"id":"zone0001","name":"Shelf","versions":[{"made":12000,"kind":"zone","scale":"linear","points":[{"day":11800,"price":10},{"day":11800,"price":14}]},{"made":12400,"kind":"level","scale":"linear","points":[{"day":11800,"price":11}]}]}]',
    },
    { ticker: "$stock", history: 20_000, sampling: "monthly", plot: ["sma_10", "stochastic", "strength"] },
    {
      ticker: "$index",
      history: 700,
      sampling: "weekly",
      plot: ["ema_20", "pressure"],
      with: ["WORLD", "sector:$sector", "NOBODY"],
    },
  ],
  ask(market, { ticker, history, sampling, plot, bracket, drawings, window, with: others }) {
    const shown = shownOf(market, ticker);
    if (!shown) return undefined;
    const { days, instrument, part } = shown;
    const whole = shown.column("close");
    const samples = samplesOfShown(shown, sampling);
    const start = startOf(shown, samples, history);
    const column = (name: BarColumn) => samples.bars[name].slice(start);
    const atEnds = (values: Float64Array) => atSamples(values, samples.ends).slice(start);
    const index = market.perSession(referenceColumns).close;
    const reference = part === market ? index : align(index, market.sessions, days);
    const context = plotContext(market, ticker, shown, samples, sampling);
    const isReference = ticker === (market.row.broadIndex ?? WHOLE_MARKET);
    const close = column("close");
    return {
      asOf: market.asOf,
      ticker,
      name: shown.name,
      kind: instrument?.kind ?? "composite",
      sector: instrument?.sector ?? "",
      industry: instrument?.industry ?? "",
      referenceName: market.referenceName,
      sampling,
      inProgress: samples.inProgress,
      days: samples.days.slice(start),
      open: column("open"),
      high: column("high"),
      low: column("low"),
      close,
      volume: column("volume"),
      /** What is drawn beside the bars, and how each reads. */
      plots: readPlots([...(plot ?? usualPlots(isReference)), ...(bracket ? [`bracket_${bracket}`] : [])]).map((own) =>
        drawPlot(context, own, start),
      ),
      /** The analyst's own drawings, and how each reads. */
      drawings: drawingsOn({ shown, samples, start, asOf: market.asOf }, drawings),
      /** The day of its first bar, and in weeks and months the day on which each had its high and its low first. */
      firstDay: days[0] ?? NaN,
      extremeDays: sampling === "daily" ? undefined : extremeDays(shown, samples, start),
      /** Code of the market whose instrument or group it is; empty for none. */
      market: part.row.market,
      /** ATR(14) of the bars at the last one. */
      range: context.range,
      /** Closes of what it is compared with, at the same bars. */
      compared: others.flatMap((key) => {
        const other = key === ticker ? undefined : shownOf(market, key);
        return other ? [{ key, name: other.name, close: atEnds(closesOn(other, days)) }] : [];
      }),
      /** The years of a window, where one is asked for. */
      ...(window === undefined ? {} : { window: windowMarks({ days, close: whole }, findWindow(window)!, market) }),
      facts: factsOf(shown, whole, isReference ? undefined : reference),
    };
  },
  reading(r): Sentence[] {
    if (!r) return [["There is no such instrument at this date."]];
    const f = r.facts;
    if (Number.isNaN(f.close)) return [[`${r.name} has no bar on this session; its last was on ${date(f.lastBar)}.`]];
    const standing = standingWords(r.plots, f.close, BAR_UNITS[r.sampling]);
    const sentences: Sentence[] = [
      [
        `${r.name} closed at `,
        { figure: price(f.close) },
        `${Number.isNaN(f.r1) ? "" : ` (${signedPercent(f.r1)})`}${standing}`,
        ...(Number.isNaN(f.r63) ? [] : ["; in three months it made ", { figure: signedPercent(f.r63) }]),
        Number.isNaN(f.excess63)
          ? "."
          : `, ${fixed(100 * Math.abs(f.excess63), 1)} points ${f.excess63 >= 0 ? "ahead of" : "behind"} ${r.referenceName} (${signedPercent(f.r63 - f.excess63)}) over the same days.`,
      ],
    ];
    if (r.window) sentences.push(windowSentence(r.window));
    else if (r.kind === "stock" && !Number.isNaN(f.trend)) {
      sentences.push([
        f.stance === "" ? "" : `Its stance is ${f.stance}: `,
        `Trend ${fixed(f.trend)} of 100, ${f.stopSide > 0 ? "above" : "below"} its trailing stop`,
        ...(r.industry === ""
          ? ["."]
          : [
              ", in ",
              { figure: r.industry, to: { screen: "groups" as const, params: { in: groupKeyText("industry", r.industry) } } },
              Number.isNaN(f.industryStrength) ? "." : ` (industry Strength ${fixed(f.industryStrength)}).`,
            ]),
      ]);
    }
    return sentences;
  },
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r?.days ?? [], isoDate)],
      ...(["open", "high", "low", "close"] as const).map((name) => [name, name, "price", r?.[name] ?? []] as const),
      ["volume", "volume", "count", r?.volume ?? []],
      ...(r?.plots ?? []).flatMap(({ text, title, lines = [] }) =>
        lines.map(({ name, values }, k) => {
          const key = k === 0 ? text : `${text} ${name}`;
          return [key, lines.length > 1 ? `${title}, ${name}` : title, "number", values] as const;
        }),
      ),
      ...(r?.compared ?? []).map(({ key, name, close }) => [`close:${key}`, name, "price", close] as const),
    ]),
  pictures: {
    bars: {
      name: "Its bars with what is drawn beside them",
      draw: (r) => r && chartPicture(r),
    },
  },
});

interface DrawnOn {
  readonly shown: Shown;
  readonly samples: ShownSamples;
  readonly start: number;
  readonly asOf: number;
}

/** Drawings are read from daily bars whatever is shown (method 16, S62). */
function drawingsOn({ shown, ...on }: DrawnOn, drawings: readonly SavedDrawing[]): DrawnDrawing[] {
  if (drawings.length === 0) return [];
  const bars = barsOfShown(shown);
  const range = atr(bars, 14);
  return drawings.flatMap((drawing) => drawDrawing({ ...on, bars, range, days: shown.days }, drawing) ?? []);
}
