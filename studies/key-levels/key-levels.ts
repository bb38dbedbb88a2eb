import { atr, levelLadder, sharedLines, type RungLine } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOf, type Column } from "@studies/table";
import { price, signed, signedPercent } from "@studies/words/words";
import { drawnPrices } from "@studies/drawings/drawn-prices";
import { askedBars } from "./asked-bars";
import { rungName, type LevelRung } from "./rung-name";
import { plainNumber } from "@studies/pictures/picture-parts";

/** The levels around an instrument's close, placed in ATRs. */
export const keyLevels = defineStudy({
  name: "key-levels",
  about:
    "The levels around an instrument's close: averages, highs and lows, bands, swings and what is drawn on its chart, each with its distance in percent and in ATRs.",
  params: z.object({
    for: z.string().max(4000).default("").describe("ticker of the instrument; of several the first [the broad index]"),
  }),
  cost: "light",
  drawings: true,
  examples: [{}, { for: "$stock" }],
  ask(market, params) {
    const found = askedBars(market, params.for);
    if (!found) return undefined;
    const { asked, bars, days } = found;
    const rungs = levelLadder(bars, drawnPrices(asked.conditions.series)).map((rung): LevelRung =>
      rung.at === undefined ? rung : { ...rung, day: days[rung.at]! },
    );
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      ticker: asked.ticker,
      name: asked.name,
      /** Of its last bar, which may lie before the session that was asked for. */
      day: days.at(-1),
      close: bars.close.at(-1) ?? NaN,
      atr: atr(bars, 14).at(-1) ?? NaN,
      /** From the lowest up. */
      lines: sharedLines(rungs),
    };
  },
  reading: (r) => (r ? readingOf(r) : []),
  table: (r) => tableOf(RUNG_COLUMNS, r ? r.lines.flatMap((line) => line.rungs).reverse() : []),
  pictures: {
    ladder: {
      name: "The levels around the close, by their distance in ATRs",
      draw: (r) =>
        r && {
          ...{ kind: "bars", unit: "number" },
          rows: [...r.lines]
            .reverse()
            .slice(0, 40)
            .map((line) => ({
              name: line.rungs.map(rungName).join(", ").slice(0, 120),
              value: plainNumber((line.price - r.close) / r.atr),
              words: price(line.price, r.close),
            })),
        },
    },
  },
});

interface Told {
  readonly ticker: string;
  readonly name: string;
  readonly close: number;
  readonly atr: number;
  readonly day: number | undefined;
  readonly lines: readonly RungLine<LevelRung>[];
}

function readingOf({ ticker, name, close, atr: range, day, lines }: Told): Sentence[] {
  if (day === undefined) return [[`${name} has no bar up to this session.`]];
  const closed: Sentence = [{ figure: name, to: { screen: "chart", params: { ticker } } }, ` closed at ${price(close)}`];
  if (Number.isNaN(range))
    return [[...closed, " and has no ATR of 14 sessions, by which levels are placed; that needs highs and lows of 15 bars."]];
  const above = lines.flatMap((l) => l.rungs).find((r) => r.price > close);
  const below = lines.flatMap((l) => l.rungs).findLast((r) => r.price < close);
  const told = (word: string, rung: LevelRung | undefined): Sentence =>
    rung
      ? [`the nearest level ${word} is its ${rungName(rung)} at `, { figure: price(rung.price, close) }, ` (${away(rung)})`]
      : [`no level is ${word} it`];
  return [
    [
      ...closed,
      ", where an ATR is ",
      { figure: signedPercent(range / close).slice(1) },
      "; ",
      ...told("above", above),
      ", ",
      ...told("below", below),
      ".",
    ],
  ];
}

const away = ({ percent, place }: LevelRung) => `${signedPercent(percent)}, ${signed(place, 1)} ATR`;

const RUNG_COLUMNS: readonly Column<LevelRung>[] = [
  { key: "level", label: "level", unit: "text", value: rungName },
  { key: "price", label: "price", unit: "price", value: (r) => r.price },
  { key: "percent", label: "from the close", unit: "change", value: (r) => r.percent },
  { key: "atrs", label: "in ATRs", unit: "sigma", about: "Distance from the close in ATR(14)", value: (r) => r.place },
];
