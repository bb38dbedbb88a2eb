import { align, ema, isAbove, isoDate, simpleReturnAt } from "@core";
import { z } from "zod";
import { locate } from "./abroad";
import { referenceColumns, regimeColumns, stopSideColumn } from "./columns";
import { defineStudy, type Sentence } from "./define-study";
import { groupKeyText } from "./group-key";
import type { KnownInstrument, Market } from "./market";
import { strengthOfGroups } from "./strength-of-groups";
import { trendOfStocks } from "./trend-of-stocks";
import { date, fixed, list, percent, signedPercent } from "./words";

export const chart = defineStudy({
  name: "chart",
  about: "Daily bars of one instrument with averages, its line relative to the broad index, and what is known of it.",
  params: z.object({
    ticker: z.string().max(40).describe("the instrument"),
    history: z.coerce.number().int().min(20).max(20_000).default(252).describe("sessions to give"),
    averages: z.array(z.coerce.number().int().min(2).max(400)).max(5).default([20, 50, 200]).describe("exponential averages"),
  }),
  cost: "heavy",
  examples: [
    { ticker: "$stock" },
    { ticker: "WORLD", history: 30 },
    { ticker: "$stock", history: 60, averages: [10] },
    { ticker: "$index" },
  ],
  ask(market, { ticker, history, averages }) {
    // An instrument that belongs to no market is shown on its own days, the index carried onto them.
    const located = locate(market, ticker);
    if (!located) return undefined;
    const { part, instrument } = located;
    const start = Math.max(0, part.t + 1 - history);
    const whole = part.bars("close", instrument.index);
    const column = (name: "open" | "high" | "low" | "close" | "volume") => part.bars(name, instrument.index).slice(start);
    const own = market.perSession(referenceColumns).close;
    const reference = part === market ? own : align(own, market.sessions, part.sessions);
    const isReference = instrument.ticker === market.row.broadIndex;
    const close = column("close");
    return {
      asOf: market.asOf,
      ticker,
      name: instrument.name,
      kind: instrument.kind,
      sector: instrument.sector ?? "",
      industry: instrument.industry ?? "",
      referenceName: market.referenceName,
      days: part.sessions.slice(start),
      open: column("open"),
      high: column("high"),
      low: column("low"),
      close,
      volume: column("volume"),
      averages: averages.map((n) => ({ n, values: ema(whole, n).slice(start) })),
      /** C / index, 100 at the first session shown with both; empty for the index itself. */
      relative: isReference ? new Float64Array(0) : relativeLine(close, reference.slice(start)),
      /** Direction of the market's regime a session, for the index itself. */
      direction: isReference ? market.perSession(regimeColumns).direction.slice(start) : new Int8Array(0),
      facts: factsOf(part, instrument, reference),
    };
  },
  reading(r): Sentence[] {
    if (!r) return [["There is no such instrument at this date."]];
    const f = r.facts;
    if (Number.isNaN(f.close)) return [[`${r.name} has no bar on this session; its last was on ${date(f.lastBar)}.`]];
    const last = r.averages.map((a) => ({ n: a.n, value: a.values[a.values.length - 1]! })).filter((a) => !Number.isNaN(a.value));
    const above = last.filter((a) => isAbove(f.close, a.value)).map((a) => a.n);
    const standing =
      last.length === 0
        ? ""
        : above.length === last.length
          ? `, above its ${list(last.map((a) => String(a.n)))}-session averages`
          : above.length === 0
            ? `, below its ${list(last.map((a) => String(a.n)))}-session averages`
            : `, above its ${list(above.map(String))}- but below its ${list(last.filter((a) => !above.includes(a.n)).map((a) => String(a.n)))}-session average`;
    const sentences: Sentence[] = [
      [
        `${r.name} closed at `,
        { figure: fixed(f.close, 2) },
        ` (${signedPercent(f.r1)})${standing}; `,
        { figure: signedPercent(f.r63) },
        " in three months",
        Number.isNaN(f.excess63)
          ? "."
          : `, ${percent(Math.abs(f.excess63))} ${f.excess63 >= 0 ? "ahead of" : "behind"} ${r.referenceName}.`,
      ],
    ];
    if (r.kind === "stock" && !Number.isNaN(f.trend)) {
      sentences.push([
        f.stance === "" ? "" : `Stance ${f.stance}: `,
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
  table: (r) => ({
    columns: [
      ...["date", "open", "high", "low", "close", "volume"].map((key) => ({ key, label: key })),
      ...(r?.averages ?? []).map(({ n }) => ({ key: `ema${n}`, label: `EMA(${n})` })),
      { key: "relative", label: "relative to the broad index" },
    ],
    rows: r
      ? Array.from(r.days, (day, k) => [
          isoDate(day),
          r.open[k]!,
          r.high[k]!,
          r.low[k]!,
          r.close[k]!,
          r.volume[k]!,
          ...r.averages.map((a) => a.values[k]!),
          r.relative[k] ?? null,
        ])
      : [],
  }),
});

function relativeLine(close: Float64Array, reference: Float64Array): Float64Array {
  const base = close.findIndex((c, k) => !Number.isNaN(c / reference[k]!));
  return close.map((c, k) => (100 * (c / reference[k]!)) / (close[base]! / reference[base]!));
}

function factsOf(market: Market, instrument: KnownInstrument, reference: Float64Array) {
  const { t } = market;
  const closes = market.bars("close", instrument.index);
  const r63 = simpleReturnAt(closes, t, 63);
  const industries = instrument.kind === "stock" ? strengthOfGroups(market, "industry") : [];
  const trend = instrument.kind === "stock" ? trendOfStocks(market, industries).get(instrument.index) : undefined;
  return {
    close: closes[t]!,
    lastBar: market.sessions[closes.findLastIndex((c) => !Number.isNaN(c))]!,
    r1: simpleReturnAt(closes, t, 1),
    r5: simpleReturnAt(closes, t, 5),
    r21: simpleReturnAt(closes, t, 21),
    r63,
    r126: simpleReturnAt(closes, t, 126),
    excess63: instrument.ticker === market.row.broadIndex ? NaN : r63 - simpleReturnAt(reference, t, 63),
    trend: trend?.trend ?? NaN,
    stance: trend?.stance ?? "",
    stopSide: market.perInstrument(stopSideColumn, instrument.index)[t]!,
    industryStrength: industries.find((g) => g.name === instrument.industry)?.strength ?? NaN,
    ...market.fundamentals(instrument.index),
  };
}
