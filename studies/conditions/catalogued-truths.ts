import {
  catalogue,
  conditionsOf,
  evaluateRule,
  lazily,
  measureOf,
  subjectOf,
  truthAt,
  unknownTruth,
  type Condition,
  type Truth,
} from "@core";
import type { PerSession } from "@studies/market/derived";
import { Market } from "@studies/market/market";
import type { ColumnData, MarketData } from "@studies/market/market-data";
import { conditionSource, isShared } from "./condition-source";

/*
 * The conditions of the catalogue are asked of the home indexes on every screen that says what holds. Each is decided by what is
 * known at its session, so that they are judged once over all history and cut at the as-of session (Z16).
 */

/** Two bits a condition and session: whether it is known, and whether it is true. */
const BITS = 2;
const CONDITIONS_A_COLUMN = 16 / BITS;

/** The conditions that differ from index to index, and those of the market, each by its text in the order of their bits. */
const catalogued = lazily(() => {
  const all = new Map(
    catalogue().all.flatMap(({ rule }) => conditionsOf(rule).map((one) => [JSON.stringify(one), one] as const)),
  );
  const ofIndexes = [...all].filter(([, one]) => !isOfStocks(one));
  return {
    own: new Map(ofIndexes.filter(([, one]) => !isShared(one))),
    shared: new Map(ofIndexes.filter(([, one]) => isShared(one))),
  };
});

/** Whether a condition has a meaning for stocks only: one on scores, sectors or reports. */
export function isOfStocks({ left }: Condition): boolean {
  const of = subjectOf(left);
  return of === "sector" || (of === "self" && ["stock", "peers", "reports"].includes(measureOf(left.measure).needs));
}

/** The conditions asked of an index, or of the market for no ticker. */
const conditionsFor = (ticker: string) => (ticker === "" ? catalogued().shared : catalogued().own);

function truthColumns(ticker: string): PerSession<Record<string, Uint16Array>> {
  return {
    name: `catalogued:${ticker}`,
    derive: (data) => {
      const columns = Math.ceil(conditionsFor(ticker).size / CONDITIONS_A_COLUMN);
      const room = Array.from({ length: columns }, (_, k) => [String(k), new Uint16Array(data.panel.sessions.length)] as const);
      return judged(data, ticker, Object.fromEntries(room), 0);
    },
    extend(data, columns, from) {
      judged(data, ticker, columns, from);
    },
  };
}

/** Writes the truth of the conditions on the sessions from one on. */
function judged(
  data: ColumnData,
  ticker: string,
  columns: Record<string, Uint16Array>,
  from: number,
): Record<string, Uint16Array> {
  const market = new Market(data as MarketData, data.panel.sessions.length - 1);
  const instrument = market.find(ticker);
  const source = conditionSource(market, instrument ? { part: market, instrument } : "composite");
  [...conditionsFor(ticker).values()].forEach((condition, place) => {
    const truth = evaluateRule(condition, source, "close");
    const column = columns[Math.floor(place / CONDITIONS_A_COLUMN)]!;
    const shift = BITS * (place % CONDITIONS_A_COLUMN);
    for (let s = from; s < column.length; s++) {
      const is = truthAt(truth, s);
      const bits = is < 0 ? 0 : is === 0 ? 1 : 3;
      column[s] = (column[s]! & ~(3 << shift)) | (bits << shift);
    }
  });
  return columns;
}

/**
 * Truth of a condition of the catalogue up to the as-of session.
 * @param ticker of an index of the market; "" for a condition that speaks of the market
 * @param text the condition as JSON
 * @returns undefined for a condition that is none of them
 */
export function cataloguedTruth(market: Market, ticker: string, text: string): Truth | undefined {
  const place = placesFor(ticker).get(text);
  if (place === undefined) return undefined;
  const column = market.perSession(truthColumns(ticker))[Math.floor(place / CONDITIONS_A_COLUMN)]!;
  const shift = BITS * (place % CONDITIONS_A_COLUMN);
  const truth = unknownTruth(column.length);
  for (let start = 0; start < column.length; start += 32) {
    const end = Math.min(column.length, start + 32);
    let [known, yes] = [0, 0];
    for (let s = start; s < end; s++) {
      const bits = column[s]! >>> shift;
      known |= (bits & 1) << (s - start);
      yes |= ((bits >>> 1) & 1) << (s - start);
    }
    truth.known[start >> 5] = known;
    truth.yes[start >> 5] = yes;
  }
  return truth;
}

const placesOf = (conditions: ReadonlyMap<string, Condition>) =>
  new Map([...conditions.keys()].map((text, place) => [text, place]));
const places = lazily(() => ({ own: placesOf(catalogued().own), shared: placesOf(catalogued().shared) }));
const placesFor = (ticker: string) => (ticker === "" ? places().shared : places().own);
