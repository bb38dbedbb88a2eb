import type { Rule } from "./condition";
import { readSentence } from "./read-sentence";

/** A clause of the catalogue: what is looked for in every session without being asked. */
export interface CataloguedClause {
  readonly sentence: string;
  readonly rule: Rule;
}

/** Only the calendar decides them, so that they are known for the session to come. */
const CALENDAR = [
  ...["Monday", "Tuesday", "Wednesday", "Thursday", "Friday"].map((d) => `it is a ${d}`),
  ...["week", "month", "quarter", "year"].flatMap((p) => [
    `it is the first session of the ${p}`,
    `it is the last session of the ${p}`,
  ]),
  ...["2nd", "3rd"].map((n) => `it is the ${n} session of the month`),
  "it is the 2nd session from the end of the month",
  "it is among the first 3 sessions of the month",
  "it is among the last 3 sessions of the month",
  "it is the last session before a holiday",
  "it is the first session after a holiday",
  "a holiday follows within 5 sessions",
  "its win rate in this month over 10 years is at least 70%",
  "its win rate in this month over 10 years is at most 30%",
];

const sides = (above: string) => [above, above.replace("above", "below")];

const PRICES = [
  ...[10, 20, 50, 200].flatMap((n) => sides(`its close crosses above its ${n}-session simple average`)),
  ...[20, 50, 200].flatMap((n) => sides(`its close is above its ${n}-session simple average`)),
  ...[50, 200].flatMap((n) =>
    sides(`its ${n}-session simple average is above its ${n}-session simple average 5 sessions before`),
  ),
  ...sides("its 50-session simple average crosses above its 200-session simple average"),
  "its 50-session simple average is above its 200-session simple average",
  ...sides("its weekly close is above its 30-week simple average"),
  ...[10, 30, 63, 252].flatMap((n) => [
    `its close is a ${n}-session closing high for the first time in 10 sessions`,
    `its close is a ${n}-session closing low for the first time in 10 sessions`,
  ]),
  ...sides("its close is above its highest high of 20 sessions the session before").slice(0, 1),
  "its close is below its lowest low of 20 sessions the session before",
  "its close is above its upper Bollinger band (20, 2)",
  "its close is below its lower Bollinger band (20, 2)",
  ...sides("its close crosses above its parabolic SAR"),
  ...sides("its close crosses above its trailing stop"),
  "its close is above its last confirmed swing high",
  "its close is below its last confirmed swing low",
  "its distance from its 200-session simple average is above 10%",
  "its distance from its 200-session simple average is below −10%",
  "its distance in ATRs from its 50-session simple average is above 3",
  "its distance in ATRs from its 50-session simple average is below −3",
];

const MOVES = [
  "it has closed higher at least 3 times running",
  "it has closed lower at least 3 times running",
  "it has closed higher at least 5 times running",
  "it has closed lower at least 5 times running",
  ...[1, 5, 21].flatMap((n) => {
    const most = { 1: 2, 5: 4, 21: 8 }[n]!;
    const noun = n === 1 ? "1 session" : `${n} sessions`;
    return [`its return over ${noun} is above ${most}%`, `its return over ${noun} is below −${most}%`];
  }),
  "its return over 126 sessions is above 20%",
  "its return over 126 sessions is below −20%",
  ...sides("it opens above the high before").slice(0, 1),
  "it opens below the low before",
  "it opens more than 1% above the close before",
  "its gap from the close before is below −1%",
  "it closes above the high before",
  "it closes below the low before",
  "it has a doji",
  "it has an inside session",
  "it has an outside session",
  "its range in ATRs is below 0.6",
  "its range in ATRs is above 2",
  "its range is at most its smallest range of 21 sessions",
  "its day position is above 80",
  "its day position is below 20",
];

const OSCILLATORS = [
  "its RSI(2) is at most 5",
  "its RSI(2) is at least 95",
  "its RSI(14) is below 30",
  "its RSI(14) is above 70",
  ...sides("its RSI(14) crosses above 50"),
  "its stochastic K(14, 3) is below 20",
  "its stochastic K(14, 3) is above 80",
  ...sides("its MACD(12, 26, 9) line crosses above its MACD(12, 26, 9) signal"),
  ...sides("its MACD(12, 26, 9) line crosses above 0"),
  "its ADX(14) is above 30",
  "its ADX(14) is below 15",
  ...sides("its detrended price of 20 sessions crosses above 0"),
  "its smoothness over 90 sessions is above 0.8",
  "its smoothness over 90 sessions is below −0.8",
  "its historical volatility of 21 sessions is below 8%",
  "its historical volatility of 21 sessions is above 25%",
  "its volume in multiples of its 50-session average is at least 2",
];

const MARKET = [
  ...["Falling", "Ranging", "Rising"].map((state) => `the market's regime is ${state}`),
  "the market's volatility is Calm",
  "the market's volatility is Rough",
  "the market's number of sessions in its regime is above 60",
  ...sides("the market's volatility slope crosses above 0%"),
  "the market's Pressure is at most −60",
  "the market's Pressure is at least 60",
  ...sides("the market's Pressure crosses above 0"),
  ...[20, 50].flatMap((n) => [
    `the market's share of members above their ${n}-session exponential average is below 20`,
    `the market's share of members above their ${n}-session exponential average is above 80`,
  ]),
  "the market's share of members above their 200-session exponential average crosses above 50",
  "the market's share of members above their 200-session exponential average crosses below 50",
  "the market's share of members above all five exponential averages is at least 70",
  "the market's share of members above all five exponential averages is at most 10",
  ...sides("the market's McClellan oscillator crosses above 0"),
  "the market's net share of advancing members is above 60%",
  "the market's net share of advancing members is below −60%",
  "the market's share of members at new highs less that at new lows is above 10",
  "the market's share of members at new highs less that at new lows is below −10",
  "the market has a thrust of breadth within the last 10 sessions",
  "there is a re-entry from a Pressure of −60 within the last 5 sessions",
  ...["Quick", "Checked", "Steady", "Long"].flatMap((lane) => [
    `the market's ${lane} lane is Up`,
    `the market's ${lane} lane is Down`,
  ]),
];

const STOCKS = [
  "its Strength is at least 80",
  "its Strength is below 20",
  "its Trend is at least 80",
  "its Trend is below 20",
  "its stance is Favour",
  "its stance is Avoid",
  "its sector is ahead, gaining (among sectors against the broad index, weekly)",
  "its sector is behind, slipping (among sectors against the broad index, weekly)",
  "its sector's Strength is at least 66.7",
  "its sector's Strength is below 33.3",
  "it reports within 10 sessions",
];

let made: { readonly all: readonly CataloguedClause[]; readonly calendar: readonly CataloguedClause[] } | undefined;

/**
 * The catalogue: some 150 clauses that a practitioner would look at, of prices, moves, oscillators, the market, stocks and the
 * calendar; and those of them that the calendar alone decides.
 */
export function catalogue(): { readonly all: readonly CataloguedClause[]; readonly calendar: readonly CataloguedClause[] } {
  if (made) return made;
  const clauses = (sentences: readonly string[]) =>
    sentences.map((sentence) => {
      const rule = readSentence(sentence);
      if (!rule) throw new Error(`catalogue: "${sentence}" is no sentence`);
      return { sentence, rule };
    });
  const calendar = clauses(CALENDAR);
  return (made = { all: [...clauses([...PRICES, ...MOVES, ...OSCILLATORS, ...MARKET, ...STOCKS]), ...calendar], calendar });
}
