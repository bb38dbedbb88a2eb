import { atr, bracketOf, firstFrom, levelLadder, sessionsAhead, sharedLines, swings, type Params, type Rule } from "@core";
import { z } from "zod";
import { isTooDeep, ruleSchema } from "@studies/conditions/rule-schema";
import { ownStates } from "@studies/timing/own-states";
import { count, date, fixed, price } from "@studies/words/words";
import type { Drawn, DrawnMark } from "./drawn";
import { barsOfShown } from "../shown";
import type { PlotContext } from "./plot-context";
import { barCount } from "./plot-words";

/** The dates on which it reported, as far as they were known, and the next one. */
export function drawReports(context: PlotContext): Drawn {
  const { shown, samples } = context;
  const { instrument, part } = shown;
  if (instrument?.kind !== "stock") return NO_STOCK;
  const history = part.fundamentalHistory(instrument.index, "nextReport");
  const marks: DrawnMark[] = [];
  // What was expected at the close before and lies behind now has come.
  for (let s = 1; s < history.length; s++) {
    const day = part.sessions[s]!;
    const expected = history[s - 1]!;
    if (expected > part.sessions[s - 1]! && expected <= day)
      marks.push({ sample: sampleAt(samples.days, day), words: "reported", sign: 0 });
  }
  const { nextReport } = part.fundamentals(instrument.index);
  const ahead = Number.isNaN(nextReport) ? NaN : 1 + sessionsAhead(part.holidays)(part.asOf, nextReport - 1, part.asOf);
  return {
    value: Number.isNaN(nextReport) ? "none known" : `next ${date(nextReport)}`,
    says: Number.isNaN(ahead) ? "" : nextReport === part.asOf ? "on this session" : `in ${count(ahead, "session")}`,
    marks,
  };
}

/** The days on which another yearly dividend became known. */
export function drawDividends({ shown, samples }: PlotContext): Drawn {
  const { instrument, part } = shown;
  if (instrument?.kind !== "stock") return NO_STOCK;
  const history = part.fundamentalHistory(instrument.index, "dividend");
  const marks: DrawnMark[] = [];
  for (let s = 1; s < history.length; s++) {
    if (Number.isNaN(history[s]) || history[s] === history[s - 1]) continue;
    const words = `dividend of ${fixed(history[s]!, 2)} a year known`;
    marks.push({ sample: sampleAt(samples.days, part.sessions[s]!), words, sign: 0 });
  }
  const { dividend } = part.fundamentals(instrument.index);
  const close = samples.bars.close[samples.bars.close.length - 1]!;
  return {
    value: Number.isNaN(dividend) ? "none known" : `${fixed(dividend, 2)} a year`,
    says: dividend > 0 ? `${fixed((100 * dividend) / close, 1)}% of the close` : "",
    marks,
  };
}

/** Weekdays without a session, at the session after them. */
export function drawHolidays({ shown, samples }: PlotContext): Drawn {
  const { part } = shown;
  const [first, last] = [samples.days[0] ?? 0, samples.days.at(-1) ?? 0];
  const past = part.holidays.filter(({ day }) => day >= first && day <= last);
  const next = part.holidays.find(({ day }) => day > last);
  return {
    value: next ? `next ${date(next.day)}` : "none known ahead",
    says: "",
    marks: past.map(({ day }) => ({ sample: sampleAt(samples.days, day), words: `after the holiday of ${date(day)}`, sign: 0 })),
  };
}

const systemSchema = z.object({ name: z.string().max(60), on: z.string().max(20), up: ruleSchema, down: ruleSchema });

/** Turns of the analyst's own timing system, which comes as JSON: its name, what it is on, and its rules. */
export function drawSystem(context: PlotContext, text: string): { drawn: Drawn; name: string } | undefined {
  const given = systemSchema.safeParse(jsonOf(text));
  if (!given.success) return undefined;
  const { name, on, up, down } = given.data;
  return { name, drawn: systemOf(context, on, up, down) };
}

function systemOf({ market, samples, sampling }: PlotContext, on: string, up: Rule, down: Rule): Drawn {
  const own = ownStates(market, on, up, down);
  if (!own) return { value: "–", says: "what it is on is not known here" };
  const marks: DrawnMark[] = [];
  let before = 0;
  own.states.forEach((state, s) => {
    if (state !== 0 && state !== before) {
      const day = market.sessions[s]!;
      const sign = state > 0 ? 1 : -1;
      if (day >= (samples.days[0] ?? Infinity))
        marks.push({ sample: sampleAt(samples.days, day), words: state > 0 ? "up" : "down", sign });
    }
    before = state;
  });
  const last = own.states[own.states.length - 1] ?? 0;
  const since = own.states.length - 1 - own.states.findLastIndex((s) => s !== last);
  return {
    value: last === 0 ? "no signal yet" : last > 0 ? "up" : "down",
    says:
      last === 0
        ? ""
        : `for ${count(since, "session")}, ${count(marks.length, "turn")} in ${barCount(samples.days.length, sampling)}`,
    marks,
  };
}

/** The levels around the close at the right edge, those that share a line as one. */
export function drawLevels({ shown, samples, close }: PlotContext, start: number): Drawn {
  const daily = barsOfShown(shown);
  const rungs = levelLadder(daily);
  if (rungs.length === 0) return { value: "–", says: "levels need highs and lows of 15 bars" };
  const lines = sharedLines(rungs);
  const above = lines.find((line) => line.price > close);
  const below = lines.findLast((line) => line.price < close);
  const said = (side: string, line: typeof above) =>
    line ? `${side} ${price(line.price, close)} (${fixed(Math.abs(line.place), 1)} ATR)` : `${side} none`;
  // The nearest within what is in view: a level far away would press the bars together.
  let [low, high] = [Infinity, -Infinity];
  for (const x of samples.bars.close.subarray(start)) {
    if (x < low) low = x;
    if (x > high) high = x;
  }
  const reach = atr(daily, 14).at(-1)!;
  const inView = lines.filter((line) => line.price >= low - reach && line.price <= high + reach);
  const nearest = [
    ...inView.filter((line) => line.price <= close).slice(-NEAREST),
    ...inView.filter((line) => line.price > close).slice(0, NEAREST),
  ];
  return {
    value: count(lines.length, "level"),
    says: `${said("next above", above)}, ${said("below", below)}`,
    edges: nearest.map((line) => ({ price: line.price, name: line.rungs.map((r) => shortRung(r.name)).join(", ") })),
  };
}

/** A bracket around the last session for the next one, for either side. */
export function drawBracket({ shown, close }: PlotContext, params: Params): Drawn {
  const bars = barsOfShown(shown);
  const last = bars.close.length - 1;
  const session = { high: bars.high[last]!, low: bars.low[last]!, close: bars.close[last]!, range: atr(bars, 14)[last]! };
  if (Object.values(session).some(Number.isNaN)) return { value: "–", says: "a bracket needs highs and lows of 15 bars" };
  const pivots = swings(bars).pivots.map((p) => p.close);
  const bracket = bracketOf(session, pivots, params["stop"] === "session");
  const sides = (["long", "short"] as const).map((name) => ({ name, ...bracket[name] }));
  const said = sides.map(
    ({ name, entry, stop, targets, rewardToRisk }) =>
      `${name} ${price(entry, close)}, stop ${price(stop, close)}, ${
        targets.length === 0 ? "no target" : `target ${price(targets[0]!, close)} at ${fixed(rewardToRisk, 1)} × the risk`
      }`,
  );
  const edges = sides.flatMap(({ name, entry, stop, targets }) => [
    { price: entry, name: `${name} entry` },
    { price: stop, name: `${name} stop` },
    ...targets.slice(0, 1).map((target) => ({ price: target, name: `${name} target` })),
  ]);
  return { value: "for the next session", says: said.join("; "), edges };
}

/** A level's name where there is little room. */
const shortRung = (name: string) =>
  name
    .replace(
      /^(\d+)-session (simple|exponential) average$/,
      (_, n: string, kind: string) => `${kind === "simple" ? "SMA" : "EMA"} ${n}`,
    )
    .replace(/ Bollinger band \(.*\)/, " band")
    .replace(/^(high|low) of the session$/, "session $1");

/** Levels that are drawn on either side of the close. */
const NEAREST = 4;

const NO_STOCK: Drawn = { value: "–", says: "only stocks have it" };

/** The sample that a day falls into. */
const sampleAt = (days: Int32Array, day: number) => firstFrom(days, day);

function jsonOf(text: string): unknown {
  if (isTooDeep(text)) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
