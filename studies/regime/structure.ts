import {
  atr,
  bollinger,
  finishedLegs,
  isoDate,
  nextLevels,
  percentileRankAt,
  presentLeg,
  presentPullback,
  regressionLine,
  sma,
  swings,
  type HighLowClose,
  type Level,
} from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { count, date, fixed, percent, placeWords, signedPercent } from "@studies/words/words";
import { referenceColumns } from "@studies/columns/composites";
import { tableOfColumns } from "@studies/table";

/** A regression channel over the last n sessions, as the line from its first to its last session. */
export interface Channel {
  readonly sessions: number;
  /** Levels of the line at its two ends, and how far the bounds lie from it, as a factor on price. */
  readonly from: number;
  readonly to: number;
  readonly width: number;
  /** Growth of the line a session, a fraction; share of the variance it explains. */
  readonly slope: number;
  readonly r2: number;
  readonly verdict: "up" | "down" | "flat";
}

export interface DatedLevel extends Level {
  readonly day: number;
}

const SHORT = 63;
const LONG = 252;
const BANDS = 2;
/** A line that explains less than this is not called a trend. */
const LEAST_R2 = 0.3;

/** The structure of an index, in five answers: trend, range, leg, pullback, levels. */
export const structure = defineStudy({
  name: "structure",
  about: "Is there a trend, is movement widening, how far has the leg run, how deep is the pullback, which levels come next.",
  params: z.object({
    instrument: z.string().default("").describe("ticker of an instrument of the market; empty for the broad index"),
    history: z.coerce.number().int().min(60).max(20_000).default(378).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [{}, { instrument: "$stock", history: 120 }],
  ask: (market, params) => structureOf(market, params),
  reading(r) {
    if (!r) return [];
    return [trendSentence(r), ...(r.leg ? [legSentence(r)] : []), ...levelSentence(r)];
  },
  table: (r) => {
    const pivots = r?.pivots ?? [];
    return tableOfColumns([
      ["kind", "kind", "text", pivots.map((p) => p.kind)],
      ["date", "date", "text", pivots.map((p) => isoDate(p.day))],
      ["known", "known on", "text", pivots.map((p) => (Number.isNaN(p.known) ? null : isoDate(p.known)))],
      ["close", "close", "price", pivots.map((p) => p.close)],
    ]);
  },
});

function structureOf(market: Market, { instrument, history }: { readonly instrument: string; readonly history: number }) {
  const named = instrument === "" ? undefined : market.find(instrument);
  if (instrument !== "" && !named) return undefined;
  const bars = named ? barsOf(market, named.index) : market.perSession(referenceColumns);
  const { close } = bars;
  const { t, sessions } = market;
  const start = Math.max(0, t + 1 - history);
  const found = swings(bars);
  // Bands need no more than their window before what is shown and ranked.
  const tail = Math.max(0, t + 1 - Math.max(history, LONG) - 60);
  const bands = bollinger(close.subarray(tail));
  const range = atr(bars, 14)[t]!;
  const levels = nextLevels(found, close[t]!, range);
  const dated = (l: Level): DatedLevel => ({ ...l, day: sessions[l.at]! });
  const legs = finishedLegs(found, close);
  const average = sma(close, 200);
  return {
    asOf: market.asOf,
    name: named?.name ?? market.referenceName,
    days: sessions.slice(start),
    close: close.slice(start),
    average200: average.slice(start),
    upper: bands.upper.slice(start - tail),
    lower: bands.lower.slice(start - tail),
    above200: close[t]! / average[t]! - 1,
    channels: { short: channel(close, SHORT), long: channel(close, LONG) },
    width: widthOf(bands.width),
    /** Pivots that lie within the history given, the running extreme last and unconfirmed. */
    pivots: [
      ...found.pivots.map((p) => ({
        kind: p.kind,
        row: p.at - start,
        close: p.close,
        day: sessions[p.at]!,
        known: sessions[p.confirmed]!,
      })),
      ...(found.running
        ? [
            {
              kind: found.running.kind,
              row: found.running.at - start,
              close: found.running.close,
              day: sessions[found.running.at]!,
              known: NaN,
            },
          ]
        : []),
    ].filter((p) => p.row >= 0),
    leg: presentLeg(found, close),
    legSince: found.pivots.length > 0 ? sessions[found.pivots[found.pivots.length - 1]!.at]! : NaN,
    /** Sizes of all finished legs, up positive and down negative, and their lengths. */
    legs: { sizes: Float64Array.from(legs, (l) => l.size), lengths: Int32Array.from(legs, (l) => l.sessions) },
    pullback: presentPullback(found, close),
    levels: { above: levels.above.map(dated), below: levels.below.map(dated) },
    atr: range,
  };
}

type Structure = NonNullable<ReturnType<typeof structureOf>>;

function barsOf(market: Market, index: number): HighLowClose {
  return { high: market.bars("high", index), low: market.bars("low", index), close: market.bars("close", index) };
}

function channel(close: Float64Array, n: number): Channel | undefined {
  const own = close
    .filter((c) => !Number.isNaN(c))
    .slice(-n)
    .map(Math.log);
  if (own.length < n || Number.isNaN(close[close.length - 1])) return undefined;
  const line = regressionLine(own);
  return {
    sessions: n,
    from: Math.exp(line.end - line.slope * (n - 1)),
    to: Math.exp(line.end),
    width: Math.exp(BANDS * line.residualSd),
    slope: Math.exp(line.slope) - 1,
    r2: line.r2,
    verdict: !(line.r2 >= LEAST_R2) ? "flat" : line.slope > 0 ? "up" : "down",
  };
}

/** The width of the envelope now, how it changed over ten sessions, and its place among the last 252. */
function widthOf(widths: Float64Array): {
  now: number;
  before: number;
  place: number;
  verdict: "narrow" | "usual" | "wide" | "";
} {
  const now = widths[widths.length - 1]!;
  const place = percentileRankAt(widths.subarray(-LONG), Math.min(LONG, widths.length) - 1);
  return {
    now,
    before: widths[widths.length - 11] ?? NaN,
    place,
    verdict: Number.isNaN(place) ? "" : place <= 20 ? "narrow" : place >= 80 ? "wide" : "usual",
  };
}

const WIDTHS = { narrow: "narrow", usual: "of usual width", wide: "wide" } as const;

function trendSentence(r: Structure): Sentence {
  const { short, long } = r.channels;
  if (!short) return [`${r.name} has too short a history for a trend: it needs ${SHORT} sessions.`];
  const words = { up: "rises", down: "falls", flat: "has no clear slope" };
  const alike = long?.verdict === short.verdict;
  const second = !long ? "" : alike ? "" : ` and the ${LONG}-session one ${words[long.verdict]}`;
  const channel =
    long && alike
      ? `Both channels of ${r.name}, of ${SHORT} and ${LONG} sessions, `
      : `The ${SHORT}-session channel of ${r.name} `;
  const several = { up: "rise", down: "fall", flat: "have no clear slope" };
  const widening = r.width.now > r.width.before ? "widening" : "narrowing";
  return [
    channel,
    { figure: long && alike ? several[short.verdict] : words[short.verdict] },
    ...(r.width.verdict === ""
      ? [`${second}.`]
      : [`${second}; its bands are `, { figure: `${WIDTHS[r.width.verdict]} and ${widening}` }, "."]),
  ];
}

function legSentence({ leg, legSince, pullback }: Structure): Sentence {
  const l = leg!;
  const sentence: Sentence = [
    `The present ${l.direction} leg since ${date(legSince)} has run `,
    { figure: count(l.sessions, "session") },
    " and ",
    { figure: signedPercent(l.size) },
    l.place.among > 0 ? `, ${placeWords(l.place.size, l.place.among, "farther", "less far")}` : "",
  ];
  const deep = pullback && pullback.depth < 0 && pullback.earlier.length > 0;
  return [
    ...sentence,
    ...(deep
      ? [
          "; it stands ",
          { figure: percent(-pullback.depth) },
          ` below its high, ${pullbackWords(pullback.place, pullback.earlier.length)}`,
        ]
      : []),
    ".",
  ];
}

/** A pullback against the deepest of each earlier up leg. */
function pullbackWords(place: number, legs: number): string {
  const earlier = legs === 1 ? "the only earlier up leg" : `any of the ${legs} earlier up legs`;
  if (place >= 100) return `deeper than in ${earlier}`;
  if (place <= 0) return `less deep than in ${earlier}`;
  return `deeper than in ${fixed(place)}% of the ${legs} earlier up legs`;
}

function levelSentence({ levels }: Structure): Sentence[] {
  const next = (l: DatedLevel | undefined, side: string) =>
    l ? `${side} ${fixed(l.price, 2)} (${signedPercent(l.distance)}, ${fixed(Math.abs(l.atrs), 1)} ATRs)` : "";
  const parts = [next(levels.above[0], "above at"), next(levels.below[0], "below at")].filter((p) => p !== "");
  return parts.length > 0 ? [[`The next swing levels lie ${parts.join(" and ")}.`]] : [];
}
