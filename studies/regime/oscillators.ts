import {
  bollinger,
  detrendedPrice,
  directionalMovement,
  historicalVolatility,
  isoDate,
  macd,
  ppo,
  rangePosition,
  rsi,
  stochastic,
  williamsR,
  type HighLowClose,
} from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { OSCILLATORS, type OscillatorName } from "@studies/words/oscillator-names";
import { capital, fixed, list } from "@studies/words/words";
import { referenceColumns } from "@studies/columns/composites";
import { tableOfColumns } from "@studies/table";

interface Line {
  readonly name: string;
  readonly values: Float64Array;
}

const CALCULATIONS: Record<OscillatorName, (bars: HighLowClose) => Line[]> = {
  rsi: ({ close }) => [{ name: "RSI(14)", values: rsi(close, 14) }],
  rsi2: ({ close }) => [{ name: "RSI(2)", values: rsi(close, 2) }],
  macd({ close }) {
    const { line, signal } = macd(close);
    return [
      { name: "MACD", values: line },
      { name: "signal", values: signal },
    ];
  },
  ppo({ close }) {
    const { line, signal } = ppo(close);
    return [
      { name: "PPO", values: line },
      { name: "signal", values: signal },
    ];
  },
  adx(bars) {
    const { adx, plus, minus } = directionalMovement(bars, 14);
    return [
      { name: "ADX(14)", values: adx },
      { name: "+DI", values: plus },
      { name: "\u2212DI", values: minus },
    ];
  },
  stochastic(bars) {
    const { k, d } = stochastic(bars);
    return [
      { name: "K", values: k },
      { name: "D", values: d },
    ];
  },
  williams: (bars) => [{ name: "%R(14)", values: williamsR(bars, 14) }],
  range: (bars) => [{ name: "range position, 20", values: rangePosition(bars, 20) }],
  detrended: ({ close }) => [{ name: "detrended, 20", values: detrendedPrice(close, 20) }],
  volatility: ({ close }) => [{ name: "volatility, 21", values: historicalVolatility(close, 21).map((x) => 100 * x) }],
  width: ({ close }) => [{ name: "band width, 20", values: bollinger(close).width.map((x) => 100 * x) }],
};

/** Oscillators of the broad index, as the analyst chooses them. */
export const oscillators = defineStudy({
  name: "oscillators",
  about: "Oscillators of the broad index over recent sessions: RSI, MACD, PPO, ADX, stochastic, %R and others.",
  params: z.object({
    panes: z
      .array(z.enum(Object.keys(OSCILLATORS) as [OscillatorName, ...OscillatorName[]]))
      .max(4)
      .default(["rsi", "macd"])
      .describe("which, at most four"),
    history: z.coerce.number().int().min(60).max(20_000).default(378).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [
    {},
    { panes: ["adx", "stochastic", "williams", "ppo"] },
    { panes: ["range", "detrended", "volatility", "width"] },
    { panes: ["rsi2"] },
  ],
  ask(market, { panes, history }) {
    const bars = market.perSession(referenceColumns);
    const start = Math.max(0, market.t + 1 - history);
    return {
      days: market.sessions.slice(start),
      panes: panes.map((key) => ({
        key,
        lines: CALCULATIONS[key](bars).map(({ name, values }) => ({ name, values: values.slice(start), now: values[market.t]! })),
      })),
    };
  },
  reading: (r) => {
    const known = r.panes
      .flatMap((p) => p.lines.slice(0, 1).map((l) => ({ name: OSCILLATORS[p.key].said, now: l.now })))
      .filter((l) => !Number.isNaN(l.now));
    const [first, ...rest] = known.map((l, k) => `${l.name} ${k === 0 ? "stands at" : "at"} ${fixed(l.now, 1)}`);
    if (first === undefined) return [["The history is too short for these oscillators at this date."]];
    const said = list([first, ...rest]);
    return [[`${capital(said)}.`]];
  },
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r.days, isoDate)],
      ...r.panes.flatMap((p) => p.lines).map((l, k) => [`l${k}`, l.name, "number", l.values] as const),
    ]),
});
