import { ruleSentence, withoutOff } from "@core";
import { z } from "zod";
import { askedInstruments } from "@studies/conditions/asked-instruments";
import type { ConditionsOf } from "@studies/conditions/conditions-of";
import { holdsNow } from "@studies/conditions/holds-now";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tickersOfList } from "@studies/lists/tickers-of-list";
import { jsonList } from "@studies/json-text";
import type { Market } from "@studies/market/market";
import { FUNDS, INDEXES, universeOf } from "@studies/scans/universe";
import { findGroup, WHOLE_MARKET } from "@studies/sets/group-key";
import { tableOf, type Column } from "@studies/table";
import { count, list as listed, none } from "@studies/words/words";
import { askedAlert, listNameOf, type AskedAlert } from "./alert-schema";

const MOST_ALERTS = 100;
const MOST_NAMED = 6;

/** What an alert says at a session. */
export interface AlertRow {
  readonly name: string;
  /** What is watched, as a sentence. */
  readonly watches: string;
  /** Instruments that it is about at this session. */
  readonly watched: number;
  /** Those for which it comes at this session, and those for which it holds. */
  readonly fired: readonly string[];
  readonly holding: number;
}

/** For whom each alert comes at this close: those for whom it holds and did not at the session before. */
export const alerts = defineStudy({
  name: "alerts",
  about:
    "For whom each alert comes at this close: a rule that has come to hold since the session before, or who has arrived in a list.",
  params: z.object({
    alerts: jsonList(askedAlert, { most: MOST_ALERTS, letters: 2_000_000 }).describe(
      "the alerts as JSON: name, rule, whom they are about, and the list where they name one",
    ),
  }),
  cost: "heavy",
  examples: [
    {},
    {
      alerts:
        '[{"name":"Back above","on":"market:","rule":{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":50}}}},{"name":"One","on":"$stock","rule":{"left":{"measure":"close"},"comparator":"above","right":{"measure":"close","ago":1}}},{"name":"Comers","on":"list:Above","list":{"version":1,"name":"Above","market":"ALDANE","scan":{"when":{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":20}}},"for":"market:"}}},{"name":"No list","on":"list:Gone"}]',
    },
  ],
  ask(market, params) {
    const before = market.before(1);
    const isFirst = market.t === 0;
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      rows: params.alerts.map((one): AlertRow => {
        const now = holders(market, one);
        const earlier = isFirst ? now.holding : one.rule ? held(before, one, now.holding) : holders(before, one).holding;
        const was = new Set(earlier);
        const fired = now.holding.filter((ticker) => !was.has(ticker));
        return { name: one.name, watches: watchesWords(one), watched: now.watched, fired, holding: now.holding.length };
      }),
    };
  },
  reading: (r) => readingOf(r.rows),
  table: (r) => tableOf(ALERT_COLUMNS, r.rows),
});

/** Whom an alert is about at a session. */
function watchedBy(
  market: Market,
  { on, list }: AskedAlert,
): readonly { readonly ticker: string; readonly conditions: ConditionsOf }[] {
  if (listNameOf(on) !== undefined) return list ? named(market, tickersOfList(market, list)) : [];
  if (on === FUNDS || on === INDEXES || findGroup(on) !== undefined)
    return universeOf(market, on === WHOLE_MARKET ? "" : on).present.map((one) => ({ ...one, ticker: one.instrument.ticker }));
  return named(market, [on]);
}

const named = (market: Market, tickers: readonly string[]) =>
  tickers.flatMap((ticker) => askedInstruments(market, ticker).instruments.slice(0, 1));

function holders(market: Market, alert: AskedAlert): { readonly watched: number; readonly holding: readonly string[] } {
  const watched = watchedBy(market, alert);
  const rule = alert.rule && withoutOff(alert.rule);
  const holding = rule ? watched.filter((one) => holdsNow(one.conditions, rule) === 1) : watched;
  return { watched: watched.length, holding: holding.map((one) => one.ticker) };
}

/** For which of some tickers the rule of an alert held at an earlier session, whether or not they were in its list then. */
function held(before: Market, { rule }: AskedAlert, tickers: readonly string[]): string[] {
  return named(before, tickers)
    .filter((one) => holdsNow(one.conditions, withoutOff(rule!)) === 1)
    .map((one) => one.ticker);
}

function watchesWords({ rule, on }: AskedAlert): string {
  const list = listNameOf(on);
  if (!rule) return `arrivals in \u201c${list ?? on}\u201d`;
  return ruleSentence(withoutOff(rule));
}

function readingOf(rows: readonly AlertRow[]): Sentence[] {
  if (rows.length === 0) return [["Nothing is watched."]];
  const came = rows.filter((row) => row.fired.length > 0);
  if (came.length === 0) return [[`None of ${count(rows.length, "alert")} came at this close.`]];
  const tickers = [...new Set(came.flatMap((row) => row.fired))];
  const more = tickers.length - MOST_NAMED;
  return [
    [
      { figure: `${none(came.length)} of ${count(rows.length, "alert")}` },
      ` came at this close, for ${listed([...tickers.slice(0, MOST_NAMED), ...(more > 0 ? [`${more} more`] : [])])}.`,
    ],
  ];
}

const ALERT_COLUMNS: readonly Column<AlertRow>[] = [
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "watches", label: "watches", unit: "text", value: (r) => r.watches },
  { key: "watched", label: "watched", unit: "count", value: (r) => r.watched },
  { key: "came for", label: "came for", unit: "text", value: (r) => r.fired.join(" ") },
  { key: "holds for", label: "holds for", unit: "count", value: (r) => r.holding },
];
