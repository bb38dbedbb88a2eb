import { gzipSync } from "node:zlib";
import { zipSync } from "fflate";
import { parquetWriteBuffer } from "hyparquet-writer";
import { isoDate } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";

/** A way to write bars, as programs and people do. */
export interface Dialect {
  readonly delimiter?: "," | ";" | "\t" | "|";
  readonly decimal?: "." | ",";
  readonly thousands?: "" | "," | "." | " " | "'";
  /** Names of date, ticker, open, high, low, close, adjusted and volume; a missing one has no column. */
  readonly headers?: readonly (readonly [field: Field, header: string])[];
  /** Lines before the header. */
  readonly preamble?: readonly string[];
  readonly header?: boolean;
  readonly date?: (day: number) => string;
  readonly descending?: boolean;
  readonly quoted?: boolean;
  readonly encoding?: "utf8" | "utf8-bom" | "utf16le-bom";
  readonly lineEnd?: "\n" | "\r\n";
  readonly carrier?: "text" | "json" | "json-lines" | "json-field" | "parquet";
  readonly packed?: "gz" | "zip";
  /** One file a ticker, with names like "prices_AAA.csv"; else one file of all. */
  readonly files?: { readonly before: string; readonly after: string };
}

export type Field = "date" | "ticker" | "open" | "high" | "low" | "close" | "adjusted" | "volume";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const parts = (day: number) => {
  const [year = "", month = "", date = ""] = isoDate(day).split("-");
  return { year, month, date, name: MONTHS[Number(month) - 1]! };
};

export const DATES = {
  iso: isoDate,
  slashes: (day: number) => isoDate(day).replaceAll("-", "/"),
  plain: (day: number) => isoDate(day).replaceAll("-", ""),
  dayFirst: (day: number) => `${parts(day).date}/${parts(day).month}/${parts(day).year}`,
  dayFirstDots: (day: number) => `${Number(parts(day).date)}.${Number(parts(day).month)}.${parts(day).year}`,
  dayFirstShort: (day: number) => `${parts(day).date}-${parts(day).month}-${parts(day).year.slice(2)}`,
  monthFirst: (day: number) => `${parts(day).month}/${parts(day).date}/${parts(day).year}`,
  monthFirstLoose: (day: number) => `${Number(parts(day).month)}/${Number(parts(day).date)}/${parts(day).year}`,
  monthFirstShort: (day: number) => `${parts(day).month}/${parts(day).date}/${parts(day).year.slice(2)}`,
  named: (day: number) => `${parts(day).date}-${parts(day).name}-${parts(day).year}`,
  namedShort: (day: number) => `${parts(day).date}-${parts(day).name}-${parts(day).year.slice(2)}`,
  namedFirst: (day: number) => `${parts(day).name} ${Number(parts(day).date)}, ${parts(day).year}`,
  namedYearFirst: (day: number) => `${parts(day).year}-${parts(day).name}-${parts(day).date}`,
  weekday: (day: number) => `Mon, ${parts(day).date} ${parts(day).name} ${parts(day).year}`,
  timed: (day: number) => `${isoDate(day)} 16:00:00`,
  zoned: (day: number) => `${isoDate(day)} 00:00:00-05:00`,
  instant: (day: number) => `${isoDate(day)}T00:00:00.000Z`,
  dayFirstTimed: (day: number) => `${DATES.dayFirst(day)} 00:00`,
  seconds: (day: number) => String(86_400 * day + 14 * 3600),
  milliseconds: (day: number) => String(86_400_000 * day),
  secondsOfMidnightEast: (day: number) => String(86_400 * day - 3600),
} as const;

const ALL: readonly (readonly [Field, string])[] = [
  ["date", "Date"],
  ["open", "Open"],
  ["high", "High"],
  ["low", "Low"],
  ["close", "Close"],
  ["volume", "Volume"],
];

function numberText(x: number, { decimal = ".", thousands = "" }: Dialect): string {
  if (Number.isNaN(x)) return "";
  const [whole = "", fraction] = String(x).split(".");
  const grouped = thousands === "" ? whole : whole.replace(/\B(?=(\d{3})+$)/g, thousands);
  return fraction === undefined ? grouped : `${grouped}${decimal}${fraction}`;
}

/** Files with bars in a dialect. */
export function writeDialect(
  all: readonly InstrumentBars[],
  dialect: Dialect,
): { readonly name: string; readonly bytes: Uint8Array }[] {
  const { files, packed } = dialect;
  const ending = { text: "csv", json: "json", "json-lines": "jsonl", "json-field": "json", parquet: "parquet" }[
    dialect.carrier ?? "text"
  ];
  const plain = files
    ? all.map((bars) => ({ name: `${files.before}${bars.ticker}${files.after}.${ending}`, bytes: bytesOf([bars], dialect) }))
    : [{ name: `prices.${ending}`, bytes: bytesOf(all, dialect) }];
  if (packed === "gz") return plain.map(({ name, bytes }) => ({ name: `${name}.gz`, bytes: gzipSync(bytes) }));
  if (packed === "zip")
    return [{ name: "prices.zip", bytes: zipSync(Object.fromEntries(plain.map(({ name, bytes }) => [`data/${name}`, bytes]))) }];
  return plain;
}

function bytesOf(all: readonly InstrumentBars[], dialect: Dialect): Uint8Array {
  const { headers = ALL, date = DATES.iso, descending = false, carrier = "text" } = dialect;
  const rows = all.flatMap((bars) => Array.from(bars.days, (day, k) => ({ bars, day, k })));
  if (descending) rows.reverse();
  const valueOf = ({ bars, day, k }: (typeof rows)[number], field: Field) => {
    if (field === "date") return date(day);
    if (field === "ticker") return bars.ticker;
    // The adjusted close is half of the close: a split that came later.
    return field === "adjusted" ? bars.close[k]! / 2 : bars[field][k]!;
  };
  if (carrier === "parquet")
    return new Uint8Array(
      parquetWriteBuffer({
        columnData: headers.map(([field, name]) => ({
          name,
          data: rows.map((row) => (field === "date" ? new Date(86_400_000 * row.day) : valueOf(row, field))),
        })),
      }),
    );
  if (carrier !== "text") {
    const objects = rows.map((row) => Object.fromEntries(headers.map(([field, name]) => [name, valueOf(row, field)])));
    if (carrier === "json-lines") return Buffer.from(objects.map((object) => JSON.stringify(object)).join("\n"));
    return Buffer.from(JSON.stringify(carrier === "json" ? objects : { meta: "prices", values: objects }));
  }
  return encoded(
    textOf(
      rows.map((row) => headers.map(([field]) => valueOf(row, field))),
      headers,
      dialect,
    ),
    dialect,
  );
}

function textOf(
  rows: readonly (readonly (string | number)[])[],
  headers: readonly (readonly [Field, string])[],
  dialect: Dialect,
): string {
  const { delimiter = ",", header = true, preamble = [], quoted = false, lineEnd = "\n" } = dialect;
  const cell = (value: string | number) => {
    const text = typeof value === "number" ? numberText(value, dialect) : value;
    return quoted || text.includes(delimiter) || text.includes('"') ? `"${text.replaceAll('"', '""')}"` : text;
  };
  const lines = rows.map((row) => row.map(cell).join(delimiter));
  return [...preamble, ...(header ? [headers.map(([, name]) => cell(name)).join(delimiter)] : []), ...lines, ""].join(lineEnd);
}

function encoded(text: string, { encoding = "utf8" }: Dialect): Uint8Array {
  if (encoding === "utf16le-bom") return Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, "utf16le")]);
  return Buffer.from(encoding === "utf8-bom" ? `\ufeff${text}` : text);
}
