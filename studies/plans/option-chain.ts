import { chainExpiries, chainOf, nearestToDelta, OPTION_RIGHTS, type Contract } from "@core";
import { isoDate } from "@core/columns/epoch-day";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { dayParam, epochDayOf } from "@studies/day-param";
import { tableOf, type Column } from "@studies/table";
import { count, fixed, percent, price } from "@studies/words/words";
import { chainSessions } from "./chain-session";
import { contractName } from "./contract-name";
import { plannedInstrument } from "./followed-plan";

/** Where an expiry lies from the next report. */
export const EXPIRY_WAYS = ["after the report", "before the report", "nearest"] as const;

/** The simulated options of an instrument at one expiry. */
export const optionChain = defineStudy({
  name: "option-chain",
  about:
    "The options of an instrument at one expiry, simulated from its price and volatility: value, greeks, volume, open interest, and the one nearest to a delta.",
  params: z.object({
    for: z.string().max(20).default("").describe("ticker [the broad index]"),
    right: z.enum(OPTION_RIGHTS).default("call"),
    expiry: dayParam.optional().describe("YYYY-MM-DD [the first one after the next report]"),
    way: z.enum(EXPIRY_WAYS).default("after the report").describe("which expiry where none is named"),
    delta: z.coerce.number().gt(0).lt(1).default(0.3).describe("whose size the chosen contract's is nearest to"),
  }),
  cost: "light",
  examples: [{}, { for: "$stock", right: "put", delta: 0.5, way: "before the report" }, { for: "$stock", expiry: "2030-01-04" }],
  ask(market, params) {
    const own = plannedInstrument(market, params.for === "" ? (market.row.broadIndex ?? "") : params.for);
    const session = own && chainSessions(own)(market.asOf);
    if (!own || !session || !(session.vol > 0)) return undefined;
    const { instrument, part } = own;
    const report = part.fundamentals(instrument.index).nextReport;
    const expiries = chainExpiries(market.asOf, session.holidays);
    const asked = epochDayOf(params.expiry);
    const after = expiries.find((one) => one.day > report);
    const before = expiries.findLast((one) => one.day < report);
    const fallback = params.way === "after the report" ? after : params.way === "before the report" ? before : undefined;
    const expiry = expiries.find((one) => one.day === asked) ?? fallback ?? expiries[0];
    const contracts = expiry ? chainOf(session, expiry).filter((one) => one.right === params.right) : [];
    return {
      asOf: market.asOf,
      ticker: instrument.ticker,
      name: instrument.name,
      close: session.close,
      vol: session.vol,
      right: params.right,
      report,
      expiries: expiries.map((one) => ({ ...one, isAfterReport: one.day > report })),
      expiry: expiry?.day ?? NaN,
      contracts,
      nearest: nearestToDelta(contracts, params.delta)?.strike ?? NaN,
      delta: params.delta,
    };
  },
  reading(r) {
    const nearest = r?.contracts.find((one) => one.strike === r.nearest);
    if (!r || !nearest) return [["No chain can be simulated here: it needs a bar of this session and 64 closes."]];
    return [
      [
        `Nearest to a delta of ${fixed(r.delta, 2)} is the `,
        { figure: contractName(nearest) },
        ` at ${price(nearest.value)}, with a delta of ${fixed(Math.abs(nearest.delta), 2)}, ${count(nearest.volume, "contract")} traded today and ${count(nearest.openInterest, "contract")} open.`,
      ],
      [`All of it is simulated, from the price and its volatility of 63 sessions, ${percent(r.vol, 0)} a year.`],
    ];
  },
  table: (r) => tableOf(CONTRACT_COLUMNS, r ? r.contracts : []),
});

const CONTRACT_COLUMNS: readonly Column<Contract>[] = [
  { key: "expiry", label: "expiry", unit: "text", value: (r) => isoDate(r.expiry) },
  { key: "right", label: "right", unit: "text", value: (r) => r.right },
  { key: "strike", label: "strike", unit: "price", value: (r) => r.strike },
  { key: "value", label: "value", unit: "price", about: "Simulated", value: (r) => r.value },
  { key: "delta", label: "delta", unit: "number", value: (r) => r.delta },
  { key: "gamma", label: "gamma", unit: "number", value: (r) => r.gamma },
  { key: "vega", label: "vega", unit: "number", about: "A point of volatility", value: (r) => r.vega },
  { key: "theta", label: "theta", unit: "number", about: "A calendar day", value: (r) => r.theta },
  { key: "volatility", label: "volatility", unit: "fraction", value: (r) => r.vol },
  { key: "volume", label: "volume", unit: "count", about: "Simulated", value: (r) => r.volume },
  { key: "open interest", label: "open interest", unit: "count", about: "Simulated", value: (r) => r.openInterest },
];
