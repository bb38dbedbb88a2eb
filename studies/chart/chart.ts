import { align, atSamples, ema, firstFrom, isAbove, isoDate, SAMPLINGS, simpleReturnAt, sma, type BarColumn } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { groupKeyText, WHOLE_MARKET } from "@studies/sets/group-key";
import type { Market } from "@studies/market/market";
import { FUNDAMENTAL_FIELDS, type FundamentalField } from "@studies/market/market-data";
import { strengthOfGroups } from "@studies/cross-section/strength-of-groups";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { date, fixed, list, price, signedPercent } from "@studies/words/words";
import { referenceColumns } from "@studies/columns/composites";
import { findWindow, windowMarks, windowSentence } from "@studies/seasons/window-marks";
import { regimeColumns } from "@studies/columns/regime";
import { stopSideColumn } from "@studies/columns/trailing-stops";
import { tableOfColumns } from "@studies/table";
import { closesOn, samplesOfShown, shownOf, type Shown } from "./shown";

const NOTHING_KNOWN = Object.fromEntries(FUNDAMENTAL_FIELDS.map((field) => [field, NaN])) as Record<FundamentalField, number>;

/** Lines that can be told apart beside the candles. */
const MOST_COMPARED = 5;

export const chart = defineStudy({
  name: "chart",
  about:
    "Bars of one instrument by day, week or month with averages, its line relative to the broad index, and what is known of it.",
  params: z.object({
    ticker: z.string().max(2000).describe("the instrument, or the key of a group for its composite"),
    history: z.coerce.number().int().min(20).max(20_000).default(252).describe("sessions to give"),
    sampling: z.enum(SAMPLINGS).default("daily").describe("by day, week or month; averages are of so many of them"),
    averages: z.array(z.coerce.number().int().min(2).max(400)).max(5).default([20, 50, 200]).describe("windows of the averages"),
    average: z.enum(["sma", "ema"]).default("sma").describe("simple or exponential averages"),
    with: z
      .array(z.string().min(1).max(2000))
      .max(MOST_COMPARED)
      .default([])
      .describe("instruments or groups it is compared with, as tickers and keys; unknown ones are left out"),
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
    { ticker: "$stock", history: 60, averages: [10], average: "ema" },
    { ticker: "$index" },
    { ticker: WHOLE_MARKET, history: 40 },
    { ticker: "sector:$sector", history: 600, window: "02-29.30" },
    { ticker: "$stock", history: 1260, window: "12-20.15" },
    { ticker: "$stock", history: 20_000, sampling: "monthly", averages: [10] },
    { ticker: "$index", history: 700, sampling: "weekly", average: "ema", with: ["WORLD", "sector:$sector", "NOBODY"] },
  ],
  ask(market, { ticker, history, sampling, averages, average, window, with: others }) {
    const shown = shownOf(market, ticker);
    if (!shown) return undefined;
    const { days, instrument, part } = shown;
    const whole = shown.column("close");
    const samples = samplesOfShown(shown, sampling);
    // The sample in which the history asked for begins is the first.
    const start = firstFrom(samples.ends, days.length - history);
    const column = (name: BarColumn) => samples.bars[name].slice(start);
    const atEnds = (values: Float64Array) => atSamples(values, samples.ends).slice(start);
    const index = market.perSession(referenceColumns).close;
    const reference = part === market ? index : align(index, market.sessions, days);
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
      average,
      averages: averages.map((n) => ({ n, values: (average === "ema" ? ema : sma)(samples.bars.close, n).slice(start) })),
      /** C / index, 100 at the first session shown with both; empty for the index itself. */
      relative: isReference ? new Float64Array(0) : relativeLine(close, atEnds(reference)),
      /** Direction of the market's regime a session, for the index itself. */
      direction: isReference ? directionAt(market, samples.ends).slice(start) : new Int8Array(0),
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
    const last = r.averages.map((a) => ({ n: a.n, value: a.values[a.values.length - 1]! })).filter((a) => !Number.isNaN(a.value));
    const above = last.filter((a) => isAbove(f.close, a.value)).map((a) => a.n);
    const below = last.map((a) => a.n).filter((n) => !above.includes(n));
    const kind = r.average === "ema" ? "exponential" : "simple";
    const unit = { daily: "session", weekly: "week", monthly: "month" }[r.sampling];
    const windows = (of: readonly number[], end: string) =>
      `${list(of.map((n, k) => (k === of.length - 1 ? `${n}-${unit}` : `${n}-`)))} ${end}`;
    const averagesOf = (of: readonly number[]) => windows(of, `${kind} ${of.length === 1 ? "average" : "averages"}`);
    const standing =
      last.length === 0
        ? ""
        : below.length === 0
          ? `, above its ${averagesOf(above)}`
          : above.length === 0
            ? `, below its ${averagesOf(below)}`
            : `, above its ${windows(above, "but")} below its ${averagesOf(below)}`;
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
      ...(r?.averages ?? []).map(
        ({ n, values }) => [`${r!.average}${n}`, `${r!.average.toUpperCase()}(${n})`, "price", values] as const,
      ),
      ["relative", "relative to the broad index", "number", r?.relative ?? []],
      ...(r?.compared ?? []).map(({ key, name, close }) => [`close:${key}`, name, "price", close] as const),
    ]),
});

/** Direction of the market's regime at the close of some sessions. */
function directionAt(market: Market, sessions: Int32Array): Int8Array {
  const { direction } = market.perSession(regimeColumns);
  return Int8Array.from(sessions, (s) => direction[s]!);
}

function relativeLine(close: Float64Array, reference: Float64Array): Float64Array {
  const base = close.findIndex((c, k) => !Number.isNaN(c / reference[k]!));
  return close.map((c, k) => (100 * (c / reference[k]!)) / (close[base]! / reference[base]!));
}

/** Row of the bar n bars before a row, -1 for none. */
function barsBack(close: Float64Array, t: number, n: number): number {
  let bars = 0;
  for (let s = t - 1; s >= 0; s--) if (!Number.isNaN(close[s]) && ++bars === n) return s;
  return -1;
}

/** What is known on the last session: of its closes, against the index on its own sessions, and of a stock. */
function factsOf({ part: market, instrument, days }: Shown, closes: Float64Array, reference: Float64Array | undefined) {
  const t = closes.length - 1;
  const r63 = simpleReturnAt(closes, t, 63);
  const stock = instrument?.kind === "stock" ? instrument : undefined;
  const industries = stock ? strengthOfGroups(market, "industry") : [];
  const trend = stock ? trendOfStocks(market).get(stock.index) : undefined;
  return {
    close: closes[t]!,
    lastBar: days[closes.findLastIndex((c) => !Number.isNaN(c))] ?? NaN,
    r1: simpleReturnAt(closes, t, 1),
    r5: simpleReturnAt(closes, t, 5),
    r21: simpleReturnAt(closes, t, 21),
    r63,
    r126: simpleReturnAt(closes, t, 126),
    /** r(63) less what the index made between the same two days. */
    excess63: reference ? r63 - (reference[t]! / reference[barsBack(closes, t, 63)]! - 1) : NaN,
    trend: trend?.trend ?? NaN,
    stance: trend?.stance ?? "",
    stopSide: instrument ? market.perInstrument(stopSideColumn, instrument.index)[market.lastSessionOf(instrument.index)]! : NaN,
    industryStrength: industries.find((g) => g.name === stock?.industry)?.strength ?? NaN,
    ...(instrument ? market.fundamentals(instrument.index) : NOTHING_KNOWN),
  };
}
