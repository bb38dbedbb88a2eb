import type { InstrumentBars } from "@core/columns/dataset";
import { isoDate } from "@core";
import type { Problems } from "./problems";

const COLUMNS = 5;

/** Gathers the rows of a bars file into columns an instrument, whatever their order. */
export class BarsBuilder {
  readonly #byTicker = new Map<string, Growing>();
  #latest: Growing | undefined;

  add(ticker: string, day: number, values: ArrayLike<number>, line: number): void {
    let own = this.#latest;
    if (own?.ticker !== ticker) {
      own = this.#byTicker.get(ticker);
      if (!own) this.#byTicker.set(ticker, (own = new Growing(ticker)));
      this.#latest = own;
    }
    own.push(day, values, line);
  }

  get tickers(): string[] {
    return [...this.#byTicker.keys()];
  }

  /** First line on which a ticker came. */
  lineOf(ticker: string): number {
    return this.#byTicker.get(ticker)?.lines[0] ?? 0;
  }

  /** Bars in the order of their days; a day that comes twice is listed as a problem. */
  finish(file: string, problems: Problems): InstrumentBars[] {
    return [...this.#byTicker.values()].map((own) => own.sorted(file, problems));
  }
}

/** Room at first: a file may hold a row each of very many tickers. */
const FIRST_ROOM = 2;

class Growing {
  days = new Int32Array(FIRST_ROOM);
  lines = new Int32Array(FIRST_ROOM);
  values = new Float64Array(FIRST_ROOM * COLUMNS);
  length = 0;

  constructor(readonly ticker: string) {}

  push(day: number, values: ArrayLike<number>, line: number): void {
    if (this.length === this.days.length) {
      this.days = grown(this.days, new Int32Array(2 * this.days.length));
      this.lines = grown(this.lines, new Int32Array(2 * this.lines.length));
      this.values = grown(this.values, new Float64Array(2 * this.values.length));
    }
    this.days[this.length] = day;
    this.lines[this.length] = line;
    for (let c = 0; c < COLUMNS; c++) this.values[this.length * COLUMNS + c] = values[c]!;
    this.length++;
  }

  sorted(file: string, problems: Problems): InstrumentBars {
    const { days, lines, values, length } = this;
    const order = Array.from({ length }, (_, k) => k);
    const ascending = order.every((k) => k === 0 || days[k - 1]! < days[k]!);
    if (!ascending) order.sort((a, b) => days[a]! - days[b]! || lines[a]! - lines[b]!);
    const once = ascending ? order : order.filter((k, place) => place === 0 || days[order[place - 1]!] !== days[k]);
    for (let k = 1; k < length && once.length < length; k++) {
      const [a, b] = [order[k - 1]!, order[k]!];
      if (days[a] === days[b])
        problems.add(file, lines[b]!, `${this.ticker} has ${isoDate(days[b]!)} twice: it is on line ${lines[a]} as well`);
    }
    const column = (c: number) => Float64Array.from(once, (k) => values[k * COLUMNS + c]!);
    return {
      ticker: this.ticker,
      days: Int32Array.from(once, (k) => days[k]!),
      open: column(0),
      high: column(1),
      low: column(2),
      close: column(3),
      volume: column(4),
    };
  }
}

function grown<T extends Int32Array | Float64Array>(from: T, to: T): T {
  to.set(from);
  return to;
}
