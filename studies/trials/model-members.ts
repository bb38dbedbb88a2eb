import { align, combinedReturn, sma, type ModelMember } from "@core";
import { measureOfText } from "@studies/conditions/measure-text";
import { measureValues } from "@studies/conditions/measure-values";
import { seriesOfSubject } from "@studies/conditions/subject-series";
import { locate, onOwnDays } from "@studies/market/own-calendar";
import type { Market } from "@studies/market/market";
import type { Peer } from "@studies/sets/peer-set";
import { onOwnDates } from "./trial-benchmark";

/** What members are ranked by where nothing else is said: half the return over 63 sessions and half that over 126 (method 5). */
export const COMBINED = "combined";

/** A member of a model's set, with the instrument that it is. */
export interface NamedMember extends ModelMember {
  readonly ticker: string;
  readonly name: string;
  readonly family: string;
}

interface Wanted {
  /** `combined`, or a measure. */
  readonly by: string;
  /** Closes of its own average; 0 for no filter. */
  readonly average: number;
  readonly rankings: Int32Array;
}

/**
 * Those of a set that can be bought, on the sessions of the market: measures and averages on each one's own calendar, aligned by date;
 * an open only on its own date (method 12, R59).
 */
export function modelMembers(market: Market, peers: readonly Peer[], wanted: Wanted): NamedMember[] {
  return peers.flatMap((peer) => memberOf(market, peer, wanted) ?? []).sort((a, b) => (a.ticker < b.ticker ? -1 : 1));
}

function memberOf(market: Market, peer: Peer, { by, average, rankings }: Wanted): NamedMember | undefined {
  const located = locate(market, peer.ticker);
  if (!located) return undefined;
  const { part, instrument } = located;
  const own = part.bars("close", instrument.index);
  const days = part === market ? market.sessions : onOwnDays(part, own, part.sessions);
  const here = (column: Float64Array) => (part === market ? column : align(column, days, market.sessions));
  const series = seriesOfSubject(market, located, "self");
  const close = here(series.bars.close);
  const measured = here(by === COMBINED ? combinedReturn(series.bars.close) : measureValues(series, measureOfText(by)));
  const averages = average === 0 ? undefined : here(sma(series.bars.close, average));
  const atRankings = (column: Float64Array) => Float64Array.from(rankings, (s) => column[s]!);
  return {
    ticker: peer.ticker,
    name: peer.name,
    family: peer.family,
    open: part === market ? series.bars.open : onOwnDates(series.bars.open, days, market.sessions),
    close,
    goneFrom: part === market ? market.goneFrom(instrument.index) : Infinity,
    present: Uint8Array.from(rankings, (s) => (close[s] === close[s] && peer.belongsAt(partSession(market, part, s)) ? 1 : 0)),
    measure: atRankings(measured),
    average: averages && atRankings(averages),
  };
}

/** The session of a part on the date of a session of the market, or the last before it. */
function partSession(market: Market, part: Market, s: number): number {
  if (part === market) return s;
  const day = market.sessions[s]!;
  return part.sessions.findLastIndex((own) => own <= day);
}
