import { GROUP_KINDS, INSTRUMENT_KINDS, TEMPERAMENTS } from "@core/columns/dataset";
import { dateCell, numberCell, oneOf, textCell, type Cell } from "./cells";

export interface ColumnFormat {
  readonly cell: Cell<unknown>;
  /** What its cells are [text]. */
  readonly type?: "number" | "date";
  /** A row without it is refused. */
  readonly required?: true;
}

/** One file of the open formats: its columns, in the order in which they are written. */
export interface TableFormat {
  readonly file: string;
  readonly columns: Readonly<Record<string, ColumnFormat>>;
}

const text = { cell: textCell };
const needed = { cell: textCell, required: true } as const;
const number = { cell: numberCell, type: "number" } as const;
const date = { cell: dateCell, type: "date" } as const;
const neededDate = { cell: dateCell, type: "date", required: true } as const;

/** The files of docs/formats.md, in the order in which they depend on each other. */
export const FORMATS = {
  markets: {
    file: "markets.csv",
    columns: { market: needed, name: needed, currency: needed, broad_index: text, volatility_index: text },
  },
  instruments: {
    file: "instruments.csv",
    columns: {
      ticker: needed,
      name: needed,
      kind: { cell: oneOf(INSTRUMENT_KINDS), required: true },
      market: text,
      currency: text,
      listed: date,
      delisted: date,
      sector: text,
      industry: text,
      temperament: { cell: oneOf(TEMPERAMENTS) },
      leverage: number,
      market_value_shares: number,
    },
  },
  bars: {
    file: "bars.csv",
    columns: {
      ticker: needed,
      date: neededDate,
      open: number,
      high: number,
      low: number,
      close: { cell: numberCell, type: "number", required: true },
      volume: number,
    },
  },
  membership: {
    file: "membership.csv",
    columns: {
      group: needed,
      kind: { cell: oneOf(GROUP_KINDS), required: true },
      ticker: needed,
      from: neededDate,
      to: date,
      weight: number,
    },
  },
  holidays: { file: "holidays.csv", columns: { market: needed, date: neededDate, known: neededDate } },
  fundamentals: {
    file: "fundamentals.csv",
    columns: {
      ticker: needed,
      known: neededDate,
      eps: number,
      eps_expected: number,
      growth: number,
      sales_growth: number,
      dividend: number,
      shares: number,
      next_report: date,
    },
  },
} as const satisfies Record<string, TableFormat>;

export type TableName = keyof typeof FORMATS;
export const TABLE_NAMES = Object.keys(FORMATS) as TableName[];
