import { align, ema, isAbove, isoDate, simpleReturnAt, sma, type BarColumn } from "@core";
import { z } from "zod";
import { locate, onOwnDays } from "@studies/market/own-calendar";
import { defineStudy, type Sentence } from "@studies/define-study";
import { findGroup, groupKeyText, WHOLE_MARKET } from "@studies/sets/group-key";
import type { KnownInstrument, Market } from "@studies/market/market";
import { FUNDAMENTAL_FIELDS, type FundamentalField } from "@studies/market/market-data";
import { strengthOfGroups } from "@studies/cross-section/strength-of-groups";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { date, fixed, list, price, signedPercent } from "@studies/words/words";
import { compositeColumn, groupSeries, referenceColumns } from "@studies/columns/composites";
import { groupsTitle } from "@studies/sets/group-members";
import { findWindow, windowMarks, windowSentence } from "@studies/seasons/window-marks";
import { regimeColumns } from "@studies/columns/regime";
import { stopSideColumn } from "@studies/columns/trailing-stops";
import { tableOfColumns } from "@studies/table";

const NOTHING_KNOWN = Object.fromEntries(FUNDAMENTAL_FIELDS.map((field) => [field, NaN])) as Record<FundamentalField, number>;

export const chart = defineStudy({
  name: "chart",
  about: "Daily bars of one instrument with averages, its line relative to the broad index, and what is known of it.",
  params: z.object({
    ticker: z.string().max(2000).describe("the instrument, or the key of a group for its composite"),
    history: z.coerce.number().int().min(20).max(20_000).default(252).describe("sessions to give"),
    averages: z.array(z.coerce.number().int().min(2).max(400)).max(5).default([20, 50, 200]).describe("windows of the averages"),
    average: z.enum(["sma", "ema"]).default("sma").describe("simple or exponential averages"),
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
  ],
  ask(market, { ticker, history, averages, average, window }) {
    const shown = findGroup(ticker) ? compositeOf(market, ticker) : instrumentOf(market, ticker);
    if (!shown) return undefined;
    const { days, instrument, part } = shown;
    const start = Math.max(0, days.length - history);
    const whole = shown.column("close");
    const column = (name: BarColumn) => shown.column(name).slice(start);
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
      days: days.slice(start),
      open: column("open"),
      high: column("high"),
      low: column("low"),
      close,
      volume: column("volume"),
      average,
      averages: averages.map((n) => ({ n, values: (average === "ema" ? ema : sma)(whole, n).slice(start) })),
      /** C / index, 100 at the first session shown with both; empty for the index itself. */
      relative: isReference ? new Float64Array(0) : relativeLine(close, reference.slice(start)),
      /** Direction of the market's regime a session, for the index itself. */
      direction: isReference ? market.perSession(regimeColumns).direction.slice(start) : new Int8Array(0),
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
    const windows = (of: readonly number[], end: string) =>
      `${list(of.map((n, k) => (k === of.length - 1 ? `${n}-session` : `${n}-`)))} ${end}`;
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
    ]),
});

/** What is drawn on a chart: an instrument on its own sessions, or the market's composite. */
interface Shown {
  readonly part: Market;
  readonly name: string;
  readonly instrument: KnownInstrument | undefined;
  readonly days: Int32Array;
  column(name: BarColumn): Float64Array;
}

/** An instrument that belongs to no market is shown on its own days. */
function instrumentOf(market: Market, ticker: string): Shown | undefined {
  const located = locate(market, ticker);
  if (!located) return undefined;
  const { part, instrument } = located;
  const close = part.bars("close", instrument.index);
  return {
    part,
    instrument,
    name: instrument.name,
    days: onOwnDays(part, close, part.sessions),
    column: (name) => onOwnDays(part, close, part.bars(name, instrument.index)),
  };
}

/** A composite has levels only, no highs and lows. */
function compositeOf(market: Market, key: string): Shown | undefined {
  if (!market.groups.knows(key)) return undefined;
  const { level } = market.perSession(key === WHOLE_MARKET ? compositeColumn : groupSeries(key));
  return {
    part: market,
    instrument: undefined,
    name: key === WHOLE_MARKET ? `${market.row.name} composite` : groupsTitle([key], market),
    days: market.sessions,
    column: (name) => (name === "close" ? level : new Float64Array(level.length).fill(NaN)),
  };
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
