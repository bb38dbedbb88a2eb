import { HORIZONS } from "@core";
import { regimeColumns } from "@studies/columns/regime";
import { averageColumn } from "@studies/columns/averages";
import { referenceColumns } from "@studies/columns/composites";
import { participationPercents } from "@studies/columns/participation";
import { pressureColumn } from "@studies/columns/timing";
import type { Market } from "@studies/market/market";
import { locate, onSessionsOf } from "@studies/market/own-calendar";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import type { Unit } from "@studies/table";

/** A figure of an answer over all sessions of the market, by which it is told whether it has changed. */
export interface TrackedFigure {
  readonly name: string;
  readonly unit: Unit;
  /** One a session to the as-of session. */
  readonly values: Float64Array;
}

type Params = Readonly<Record<string, unknown>>;
const text = (params: Params, name: string, otherwise: string) => (typeof params[name] === "string" ? params[name] : otherwise);

/** What is tracked of the answers of a study; nothing of one whose states alone count. */
export function trackedFigures(market: Market, study: string, params: Params): readonly TrackedFigure[] {
  switch (study) {
    case "breadth":
      return shares(market, text(params, "average", "ema") === "sma" ? "sma" : "ema", text(params, "group", WHOLE_MARKET));
    case "today":
      return [
        ...shares(market, "ema", WHOLE_MARKET).filter((one) => /50|five/.test(one.name)),
        pressure(market),
        ...regime(market),
      ];
    case "regime":
      return regime(market);
    case "timing":
      return [pressure(market)];
    case "chart":
    case "key-levels":
      return instrument(market, text(params, "ticker", text(params, "for", market.row.broadIndex ?? "")));
    default:
      return [];
  }
}

function shares(market: Market, average: "ema" | "sma", group: string): TrackedFigure[] {
  if (!market.groups.knows(group)) return [];
  const percents = market.perSession(participationPercents(average, group));
  return [...HORIZONS, NaN].map((horizon, h) => ({
    name: Number.isNaN(horizon) ? "above all five" : `above the ${horizon}`,
    unit: "percent",
    values: percents[`p${h}`]!,
  }));
}

function pressure(market: Market): TrackedFigure {
  return { name: "Pressure", unit: "score", values: market.perSession(pressureColumn).pressure };
}

function regime(market: Market): TrackedFigure[] {
  const { distance200, volatilityZ } = market.perSession(regimeColumns);
  return [
    { name: "distance from the 200-session average", unit: "change", values: distance200 },
    { name: "z of volatility", unit: "sigma", values: volatilityZ },
  ];
}

function instrument(market: Market, ticker: string): TrackedFigure[] {
  const located = locate(market, ticker);
  if (!located) {
    const { close } = market.perSession(referenceColumns);
    return ticker === WHOLE_MARKET ? [{ name: "close", unit: "price", values: close }] : [];
  }
  const { part } = located;
  const close = part.bars("close", located.instrument.index);
  const average = part.perInstrument(averageColumn("ema", 50), located.instrument.index);
  const away = close.map((c, s) => c / average[s]! - 1);
  return [{ name: "distance from its 50-session average", unit: "change", values: onSessionsOf(market, located, away) }];
}
