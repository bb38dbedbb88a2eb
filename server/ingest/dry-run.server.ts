import type { Knex } from "knex";
import { barChanges, isoDate, likelySplits, longestGap, suspiciousPrices } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";
import { overlaidBars, readBars } from "../stores/bars-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import { calendarsOf } from "./stock-calendars.server";
import type { Problem } from "../transfer/problems";
import { gatherFiles, type GatherOptions, type ImportRequest } from "../transfer/import.server";

/** A list of which only the first are named. */
export interface Named<T> {
  readonly total: number;
  readonly first: readonly T[];
}

/** What an import would do, found without doing it. */
export interface DryRun {
  readonly newTickers: Named<string>;
  /** Instruments that are there and get bars. */
  readonly knownTickers: number;
  readonly bars: {
    readonly added: number;
    readonly same: number;
    readonly changed: number;
    readonly changedInstruments: number;
    /** Median move of the closes that change, as a fraction; null where none does. */
    readonly medianMove: number | null;
    readonly largest: { readonly ticker: string; readonly day: string; readonly from: number; readonly to: number } | null;
  };
  readonly first: string | null;
  readonly last: string | null;
  /** Sessions of a market with bars of fewer than half the stocks that were trading. */
  readonly thin: Named<{ readonly day: string; readonly stocks: number; readonly of: number }>;
  readonly gaps: Named<{ readonly ticker: string; readonly sessions: number; readonly after: string; readonly before: string }>;
  readonly splits: Named<{ readonly ticker: string; readonly day: string; readonly ratio: number }>;
  readonly suspicious: Named<{ readonly ticker: string; readonly day: string; readonly change: number }>;
  /** Rows of the other tables, in words: "12 memberships". */
  readonly words: string;
  readonly groups: Named<{ readonly group: string; readonly members: number }>;
  readonly notes: readonly string[];
  readonly problems: readonly Problem[];
  readonly problemCount: number;
  /** Whether what is left without the rows that have a problem can be imported. */
  readonly isUsable: boolean;
}

/** A gap in an instrument's bars that is worth telling, in sessions. */
const LONG_GAP = 10;
const FIRST = 8;

/** Looks at files as an import would, and at what is there already, and writes nothing. */
export async function dryRun(db: Knex, request: ImportRequest, options: GatherOptions = {}): Promise<DryRun> {
  const { progress = () => undefined } = options;
  const gathered = await gatherFiles(db, request, {
    ...options,
    progress: (share) => {
      progress(0.6 * share);
    },
  });
  const { dataset } = gathered;
  const stored = await listInstruments(db);
  const byTicker = new Map(stored.map((row) => [row.ticker, row]));
  const findings = new Findings();
  const known = dataset.bars.filter((own) => byTicker.has(own.ticker));
  const fresh = dataset.bars.filter((own) => !byTicker.has(own.ticker));
  for (const own of fresh) findings.take(undefined, own);
  await readBars(
    db,
    known.map((own) => byTicker.get(own.ticker)!),
    (there, k) => {
      findings.take(there, known[k]!);
      progress(0.6 + (0.3 * k) / known.length);
    },
  );
  const calendar = await calendarsOf(db, stored, [...stored, ...dataset.instruments], dataset.bars);
  const gaps = dataset.bars.flatMap((own) => {
    const gap = longestGap(own.days, calendar.sessionsOf(own.ticker));
    return gap && gap.sessions >= LONG_GAP
      ? [{ ticker: own.ticker, sessions: gap.sessions, after: isoDate(gap.after), before: isoDate(gap.before) }]
      : [];
  });
  const newTickers = dataset.instruments.map((i) => i.ticker).filter((ticker) => !byTicker.has(ticker));
  const members = new Map<string, number>();
  for (const { group } of dataset.membership) members.set(group, (members.get(group) ?? 0) + 1);
  for (const { name, tickers } of gathered.lists) members.set(name, tickers.length);
  const firsts = dataset.bars.map((own) => own.days[0]!);
  const lasts = dataset.bars.map((own) => own.days.at(-1)!);
  progress(1);
  return {
    newTickers: some(newTickers),
    knownTickers: known.length,
    bars: findings.bars(),
    first: firsts.length > 0 ? isoDate(least(firsts)) : null,
    last: lasts.length > 0 ? isoDate(-least(lasts.map((day) => -day))) : null,
    thin: some(calendar.thin()),
    gaps: some(gaps.sort((a, b) => b.sessions - a.sessions)),
    splits: some(findings.splits),
    suspicious: some(findings.suspicious),
    words: gathered.words,
    groups: some([...members].map(([group, count]) => ({ group, members: count }))),
    notes: gathered.notes,
    problems: gathered.problems.list,
    problemCount: gathered.problems.total,
    isUsable: gathered.isUsable,
  };
}

function some<T>(all: readonly T[]): Named<T> {
  return { total: all.length, first: all.slice(0, FIRST) };
}

function least(values: readonly number[]): number {
  return values.reduce((a, b) => Math.min(a, b));
}

/** What is found in the bars of one instrument after another. */
class Findings {
  readonly splits: { ticker: string; day: string; ratio: number }[] = [];
  readonly suspicious: { ticker: string; day: string; change: number }[] = [];
  #added = 0;
  #same = 0;
  #changed = 0;
  #changedInstruments = 0;
  #largest: DryRun["bars"]["largest"] = null;
  readonly #moves: number[] = [];

  take(there: InstrumentBars | undefined, coming: InstrumentBars): void {
    const { ticker } = coming;
    let bars = coming;
    if (there === undefined) this.#added += coming.days.length;
    else {
      const changes = barChanges(there, coming);
      this.#added += changes.added;
      this.#same += changes.same;
      this.#changed += changes.changed;
      if (changes.changed > 0) this.#changedInstruments++;
      for (const move of changes.moves) this.#moves.push(move);
      const { largest } = changes;
      if (largest && moveOf(largest) > (this.#largest ? moveOf(this.#largest) : 0))
        this.#largest = { ...largest, ticker, day: isoDate(largest.day) };
      bars = overlaidBars(there, coming);
    }
    const isComing = there === undefined ? () => true : inside(coming.days);
    for (const { t, ratio } of likelySplits(bars))
      if (isComing(bars.days[t]!)) this.splits.push({ ticker, day: isoDate(bars.days[t]!), ratio });
    for (const { t, change } of suspiciousPrices(bars.close))
      if (isComing(bars.days[t]!)) this.suspicious.push({ ticker, day: isoDate(bars.days[t]!), change });
  }

  bars(): DryRun["bars"] {
    const moves = this.#moves.sort((a, b) => a - b);
    return {
      added: this.#added,
      same: this.#same,
      changed: this.#changed,
      changedInstruments: this.#changedInstruments,
      medianMove: moves.length === 0 ? null : moves[moves.length >> 1]!,
      largest: this.#largest,
    };
  }
}

function moveOf({ from, to }: { readonly from: number; readonly to: number }): number {
  return Math.abs(to / from - 1);
}

function inside(days: Int32Array): (day: number) => boolean {
  const own = new Set(days);
  return (day) => own.has(day);
}
