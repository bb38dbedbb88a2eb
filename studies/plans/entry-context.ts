import { DIRECTIONS, firstFrom, PHASES } from "@core";
import { regimeColumns } from "@studies/columns/regime";
import { setupsColumn, setupsIn } from "@studies/columns/setups";
import { measureValues } from "@studies/conditions/measure-values";
import { seriesOfSubject } from "@studies/conditions/subject-series";
import type { KnownInstrument, Market } from "@studies/market/market";

/** How things stood at the close before an entry (S32). */
export interface EntryContext {
  /** Confirmed direction of the market, "" where there is none. */
  readonly regime: string;
  /** Phase of its sector in the weekly rotation against the broad index, "" where it has none. */
  readonly phase: string;
  /** Kinds of setups that it was of. */
  readonly setups: readonly string[];
}

/** @param entered epoch day of the entry: what is looked at is the session before it */
export function entryContext(
  market: Market,
  { part, instrument }: { readonly part: Market; readonly instrument: KnownInstrument },
  entered: number,
): EntryContext {
  const at = firstFrom(market.sessions, entered) - 1;
  const own = firstFrom(part.sessions, entered) - 1;
  const { direction } = market.perSession(regimeColumns);
  const kinds = own < 0 ? NaN : part.perInstrument(setupsColumn, instrument.index)[own]!;
  return {
    regime: at < 0 ? "" : (DIRECTIONS[direction[at]!] ?? ""),
    phase: phaseOfSector(part, instrument, own),
    setups: kinds > 0 ? setupsIn(kinds) : [],
  };
}

function phaseOfSector(part: Market, instrument: KnownInstrument, session: number): string {
  if (session < 0 || instrument.sector === null || part.row.market === "") return "";
  const series = seriesOfSubject(part, { part, instrument }, "sector");
  return PHASES[measureValues(series, { measure: "phase" })[session]!] ?? "";
}
