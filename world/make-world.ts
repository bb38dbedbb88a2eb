import type { Dataset, FundamentalsRow, InstrumentBars, InstrumentRow, MembershipRow } from "@core/columns/dataset";
import { makeAldane } from "./aldane/make-aldane";
import { DEMO_SIZE, type Progress, type WorldSize } from "./world-size";

/** One session of the reserve: what the feed stand-in may deliver, one at a time. */
export interface ReserveSession {
  readonly day: number;
  readonly bars: readonly (readonly [ticker: string, open: number, high: number, low: number, close: number, volume: number])[];
  readonly fundamentals: readonly FundamentalsRow[];
  /** Memberships that begin, and those that end with this session. */
  readonly joins: readonly MembershipRow[];
  readonly leaves: readonly { readonly group: string; readonly ticker: string }[];
  /** Instruments whose last session this is. */
  readonly delisted: readonly string[];
}

export interface World {
  readonly dataset: Dataset;
  readonly reserve: readonly ReserveSession[];
}

/**
 * Makes the demo world, as world.md describes it: a seed gives the same bytes on every machine.
 * @param seed any whole number
 * @param size how large [the demo]
 * @param progress is told the share done, 0 to 1, and what is being made
 */
export function makeWorld(seed: number, size: WorldSize = DEMO_SIZE, progress: Progress = () => undefined): World {
  const made = makeAldane(seed, size, progress);
  return split(made.dataset, made.sessions[made.sessions.length - size.reserve - 1]!, made.sessions);
}

/** Cuts a whole history after its last delivered day; the rest becomes the reserve. */
function split(whole: Dataset, lastDay: number, sessions: Int32Array): World {
  const later = (day: number | null) => day !== null && day > lastDay;
  const instruments: InstrumentRow[] = whole.instruments.map((i) => (later(i.delisted) ? { ...i, delisted: null } : i));
  const bars: InstrumentBars[] = whole.bars.map((b) => {
    const end = b.days.findIndex((day) => day > lastDay);
    if (end < 0) return b;
    const cut = (c: Float64Array) => c.subarray(0, end);
    return {
      ticker: b.ticker,
      days: b.days.subarray(0, end),
      open: cut(b.open),
      high: cut(b.high),
      low: cut(b.low),
      close: cut(b.close),
      volume: cut(b.volume),
    };
  });
  const membership = whole.membership.filter((m) => m.from <= lastDay).map((m) => (later(m.to) ? { ...m, to: null } : m));
  const dataset: Dataset = {
    markets: whole.markets,
    instruments,
    bars,
    membership,
    holidays: whole.holidays.filter((h) => h.known <= lastDay + 100),
    fundamentals: whole.fundamentals.filter((f) => f.known <= lastDay),
  };
  const rowOf = whole.bars.map(
    (b) => new Map(Array.from(b.days, (day, k) => [day, k] as const).filter(([day]) => day > lastDay)),
  );
  const reserve = Array.from(
    sessions.filter((day) => day > lastDay),
    (day): ReserveSession => ({
      day,
      bars: whole.bars.flatMap((b, i) => {
        const k = rowOf[i]!.get(day);
        return k === undefined ? [] : [[b.ticker, b.open[k]!, b.high[k]!, b.low[k]!, b.close[k]!, b.volume[k]!] as const];
      }),
      fundamentals: whole.fundamentals.filter((f) => f.known === day),
      joins: whole.membership.filter((m) => m.from === day).map((m) => ({ ...m, to: null })),
      leaves: whole.membership.filter((m) => m.to === day).map(({ group, ticker }) => ({ group, ticker })),
      delisted: whole.instruments.filter((i) => i.delisted === day).map((i) => i.ticker),
    }),
  );
  return { dataset, reserve };
}
