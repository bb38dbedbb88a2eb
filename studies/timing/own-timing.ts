import {
  evaluateRule,
  heldStates,
  HORIZONS,
  isoDate,
  measureOf,
  paramsOf,
  ruleSentence,
  type BarColumn,
  type MeasuredBars,
  type MeasuredColumn,
  type MeasureUse,
} from "@core";
import { z } from "zod";
import { locate, onSessionsOf, type Located } from "@studies/market/own-calendar";
import { defineStudy } from "@studies/define-study";
import { internalsColumns } from "@studies/columns/internals";
import type { Market } from "@studies/market/market";
import { ruleText } from "@studies/conditions/rule-schema";
import { signalRecords } from "./signal-records";
import { signalsOf } from "./signal-records";
import { pressureColumn } from "@studies/columns/timing";
import { count, percent, signedPercent } from "@studies/words/words";
import { compositeColumn } from "@studies/columns/composites";
import { participationPercents } from "@studies/columns/participation";
import { tableOfColumns } from "@studies/table";

export const COMPOSITE = "composite";

/** A timing system of the analyst's own: a rule for up and a rule for down, on the composite or an instrument. */
export const ownTiming = defineStudy({
  name: "own-timing",
  about: "States and signals of a timing system made of conditions, on the composite or any instrument, with what came of them.",
  params: z.object({
    on: z.string().min(1).default(COMPOSITE).describe("composite, or the ticker of an instrument"),
    up: ruleText.describe("rule for up, as JSON"),
    down: ruleText.describe("rule for down, as JSON"),
    history: z.coerce.number().int().min(20).max(20_000).default(504).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [
    {
      up: '{"all":[{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":20}},"running":2},{"left":{"measure":"detrended price","params":{"n":20}},"comparator":"above","right":0}]}',
      down: '{"left":{"measure":"close"},"comparator":"below","right":{"measure":"sma","params":{"n":20}},"running":2}',
    },
    {
      on: "$index",
      up: '{"all":[{"left":{"measure":"pressure"},"comparator":"above","right":0},{"left":{"measure":"rsi","of":{"ticker":"WORLD"}},"comparator":"above","right":50}]}',
      down: '{"not":{"left":{"measure":"participation","params":{"n":50}},"comparator":"above","right":40}}',
      history: 60,
    },
  ],
  ask(market, { on, up, down, history }) {
    const series = seriesOn(market, on);
    if (!series) return undefined;
    const columnOf = (use: MeasureUse) => columnFor(market, series, use);
    const n = market.t + 1;
    const [ups, downs] = [evaluateRule(up, columnOf, n), evaluateRule(down, columnOf, n)];
    // Both at once contradict each other and change nothing.
    const states = heldStates(ups.map((x, s) => (x === 1 ? 1 : 0) - (downs[s] === 1 ? 1 : 0)));
    const signals = signalRecords(states, series.close, market.sessions);
    const start = Math.max(0, n - history);
    const inUp = states.reduce((sum, s) => sum + (s === 1 ? 1 : 0), 0);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      on,
      words: { up: ruleSentence(up), down: ruleSentence(down) },
      state: states[n - 1]!,
      age: signals.length > 0 ? n - 1 - market.sessions.indexOf(signals[signals.length - 1]!.day) : NaN,
      signals: signalsOf("own", signals),
      shareUp: inUp / n,
      days: market.sessions.slice(start),
      states: states.slice(start),
      contradictions: ups.reduce((sum, x, s) => sum + (x === 1 && downs[s] === 1 ? 1 : 0), 0),
    };
  },
  reading(r) {
    if (!r) return [];
    if (r.state === 0) return [["The system has given no signal yet."]];
    const since = r.signals.latest[r.signals.latest.length - 1]!;
    const { n, right: higher, worst } = r.signals.up;
    return [
      [
        "The system has been ",
        { figure: r.state === 1 ? "up" : "down" },
        ` for ${count(r.age, "session")}, ${signedPercent(since.outcome)} since its signal, and up on ${percent(r.shareUp, 0)} of all sessions; `,
        n === 0
          ? "no up signal has ended yet."
          : `${higher} of ${count(n, "finished up signal")} ended higher, the worst at ${signedPercent(worst)}.`,
      ],
    ];
  },
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r?.days ?? [], isoDate)],
      ["state", "state", "count", r?.states ?? []],
    ]),
});

interface Series extends MeasuredBars {
  readonly own?: Uint8Array;
}

/** Bars of the composite or an instrument on the market's sessions; undefined when there is none of that ticker. */
function seriesOn(market: Market, on: string): Series | undefined {
  if (on === COMPOSITE) {
    const close = market.perSession(compositeColumn).level;
    const none = new Float64Array(close.length).fill(NaN);
    return { open: none, high: none, low: none, close, volume: none };
  }
  const located = locate(market, on);
  if (!located) return undefined;
  const bars = barsOf(located, (column) => onSessionsOf(market, located, column));
  return { ...bars, own: ownSessions(bars.close) };
}

/** The bars of an instrument on its own days, or brought elsewhere. */
function barsOf({ part, instrument }: Located, bring = (column: Float64Array) => column): MeasuredBars {
  const column = (name: BarColumn) => bring(part.bars(name, instrument.index));
  return { open: column("open"), high: column("high"), low: column("low"), close: column("close"), volume: column("volume") };
}

const ownSessions = (close: Float64Array) => Uint8Array.from(close, (c) => (Number.isNaN(c) ? 0 : 1));

function columnFor(market: Market, series: Series, use: MeasureUse): MeasuredColumn {
  const params = paramsOf(use);
  const measure = measureOf(use.measure);
  if (!measure.column) return { values: marketMeasure(market, use.measure, params) };
  if (use.of === "market") return { values: measure.column(seriesOn(market, COMPOSITE)!, params) };
  if (typeof use.of !== "object") return { values: measure.column(series, params), ...(series.own ? { own: series.own } : {}) };
  return namedColumn(market, use.of.ticker, (bars) => measure.column!(bars, params));
}

/** A measure of a named instrument: on its own calendar first, then aligned. */
function namedColumn(market: Market, ticker: string, calculate: (bars: MeasuredBars) => Float64Array): MeasuredColumn {
  const located = locate(market, ticker);
  if (!located) return { values: new Float64Array(market.t + 1).fill(NaN) };
  const bars = barsOf(located);
  const onto = (column: Float64Array) => onSessionsOf(market, located, column);
  return { values: onto(calculate(bars)), own: ownSessions(onto(bars.close)) };
}

function marketMeasure(market: Market, name: string, params: Readonly<Record<string, number>>): Float64Array {
  switch (name) {
    case "pressure":
      return market.perSession(pressureColumn).pressure;
    case "mcclellan":
      return market.perSession(internalsColumns()).oscillator;
    case "all five":
      return market.perSession(participationPercents("ema"))["p5"]!;
    default: {
      const h = HORIZONS.findIndex((n) => n === params["n"]);
      return h < 0 ? new Float64Array(market.t + 1).fill(NaN) : market.perSession(participationPercents("ema"))[`p${h}`]!;
    }
  }
}
