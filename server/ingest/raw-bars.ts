import type { InstrumentBars } from "@core/columns/dataset";

const VALUES = 5;

/** A day of a ticker on which several rows have a bar. */
export interface Twice {
  readonly ticker: string;
  readonly day: number;
  /** The lines of its rows, in order. */
  readonly lines: readonly number[];
  /** Whether all of them say the same. */
  readonly isSame: boolean;
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

  get tickers(): string[] {
    return [...this.#byTicker.keys()];
  }

  /** First line on which a ticker came. */
  lineOf(ticker: string): number {
    return this.#byTicker.get(ticker)?.firstLine ?? 0;
  }

  /** Bars in the order of their days, and the days that came more than once; one with different bars has none. */
  finish(): { readonly bars: InstrumentBars[]; readonly twice: readonly Twice[] } {
    const bars: InstrumentBars[] = [];
    const twice: Twice[] = [];
    for (const own of this.#byTicker.values()) {
      const finished = own.finish(twice);
      if (finished.days.length > 0) bars.push(finished);
    }
    return { bars, twice };
  }
}

/** Room at first: a file may hold a row each of very many tickers. */
const FIRST_ROOM = 2;

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

  get firstLine(): number {
    return this.#lines[0]!;
  }

  finish(twice: Twice[]): InstrumentBars {
    if (this.#isRising()) return this.#barsOf(undefined);
    const order = this.#order();
    const kept: number[] = [];
    for (let from = 0; from < order.length;) {
      const first = order[from]!;
      const day = this.#days[first]!;
      let to = from + 1;
      while (to < order.length && this.#days[order[to]!] === day) to++;
      const own = to === from + 1 ? [] : order.slice(from, to);
      const isSame = own.every((k) => this.#isSame(first, k));
      if (own.length > 0) twice.push({ ticker: this.ticker, day, lines: own.map((k) => this.#lines[k]!), isSame });
      if (isSame) kept.push(first);
      from = to;
    }
    return this.#barsOf(kept);
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
