import type { InstrumentBars } from "@core/columns/dataset";

const VALUES = 5;

/** A day of a ticker for which rows say different things. */
export interface Conflict {
  readonly ticker: string;
  /** The first such day, and the first two lines that differ. */
  readonly day: number;
  readonly lines: readonly [number, number];
  /** Further days like it, and all rows of such days, which are left out. */
  readonly more: number;
  readonly rows: number;
}

export interface RawBarsFinished {
  readonly bars: InstrumentBars[];
  /** Rows that said what another of their day had said. */
  readonly repeated: number;
  readonly conflicts: readonly Conflict[];
}

/** Gathers bars of many tickers in any order. */
export class RawBars {
  readonly #byTicker = new Map<string, Columns>();
  #latest: Columns | undefined;

  add(ticker: string, day: number, bar: ArrayLike<number>, line: number): void {
    let own = this.#latest;
    if (own?.ticker !== ticker) {
      own = this.#byTicker.get(ticker);
      if (!own) this.#byTicker.set(ticker, (own = new Columns(ticker)));
      this.#latest = own;
    }
    own.push(day, bar, line);
  }

  /** Bars in the order of their days; a day with different bars has none. */
  finish(): RawBarsFinished {
    const bars: InstrumentBars[] = [];
    const conflicts: Conflict[] = [];
    let repeated = 0;
    for (const own of this.#byTicker.values()) {
      const done = own.finish();
      repeated += done.repeated;
      if (done.conflict) conflicts.push(done.conflict);
      if (done.bars.days.length > 0) bars.push(done.bars);
    }
    return { bars, repeated, conflicts };
  }
}

const FIRST_ROOM = 4;

class Columns {
  #days = new Int32Array(FIRST_ROOM);
  #lines = new Int32Array(FIRST_ROOM);
  #values = new Float64Array(FIRST_ROOM * VALUES);
  #length = 0;

  constructor(readonly ticker: string) {}

  push(day: number, bar: ArrayLike<number>, line: number): void {
    const n = this.#length++;
    if (n === this.#days.length) {
      this.#days = grown(this.#days, new Int32Array(2 * n));
      this.#lines = grown(this.#lines, new Int32Array(2 * n));
      this.#values = grown(this.#values, new Float64Array(2 * n * VALUES));
    }
    this.#days[n] = day;
    this.#lines[n] = line;
    for (let c = 0; c < VALUES; c++) this.#values[n * VALUES + c] = bar[c]!;
  }

  finish(): { bars: InstrumentBars; repeated: number; conflict: Conflict | undefined } {
    if (this.#isRising()) return { bars: this.#barsOf(undefined), repeated: 0, conflict: undefined };
    const order = this.#order();
    const kept: number[] = [];
    let repeated = 0;
    let conflict: { day: number; lines: [number, number]; more: number; rows: number } | undefined;
    for (let from = 0; from < order.length;) {
      const first = order[from]!;
      const day = this.#days[first]!;
      let to = from + 1;
      while (to < order.length && this.#days[order[to]!] === day) to++;
      const other = to === from + 1 ? undefined : order.slice(from + 1, to).find((k) => !this.#isSame(first, k));
      if (other === undefined) {
        kept.push(first);
        repeated += to - from - 1;
      } else if (conflict) {
        conflict.more++;
        conflict.rows += to - from;
      } else conflict = { day, lines: [this.#lines[first]!, this.#lines[other]!], more: 0, rows: to - from };
      from = to;
    }
    return { bars: this.#barsOf(kept), repeated, conflict: conflict && { ticker: this.ticker, ...conflict } };
  }

  /** Some rows as bars, or all as they are. */
  #barsOf(rows: readonly number[] | undefined): InstrumentBars {
    const n = rows?.length ?? this.#length;
    const days = new Int32Array(n);
    for (let i = 0; i < n; i++) days[i] = this.#days[rows ? rows[i]! : i]!;
    const column = (c: number) => {
      const values = new Float64Array(n);
      for (let i = 0; i < n; i++) values[i] = this.#values[(rows ? rows[i]! : i) * VALUES + c]!;
      return values;
    };
    return {
      ticker: this.ticker,
      days,
      open: column(0),
      high: column(1),
      low: column(2),
      close: column(3),
      volume: column(4),
    };
  }

  #isRising(): boolean {
    for (let k = 1; k < this.#length; k++) if (this.#days[k - 1]! >= this.#days[k]!) return false;
    return true;
  }

  /** Rows by day; most files that do not have them in their order have them the other way round. */
  #order(): number[] {
    const days = this.#days;
    const n = this.#length;
    let falling = true;
    for (let k = 1; k < n; k++) {
      if (days[k - 1]! <= days[k]!) falling = false;
    }
    if (falling && n > 1) return Array.from({ length: n }, (_, k) => n - 1 - k);
    const order = Array.from({ length: n }, (_, k) => k);
    return order.sort((a, b) => days[a]! - days[b]! || this.#lines[a]! - this.#lines[b]!);
  }

  #isSame(a: number, b: number): boolean {
    for (let c = 0; c < VALUES; c++) if (!Object.is(this.#values[a * VALUES + c], this.#values[b * VALUES + c])) return false;
    return true;
  }
}

function grown<T extends Int32Array | Float64Array>(from: T, to: T): T {
  to.set(from);
  return to;
}
