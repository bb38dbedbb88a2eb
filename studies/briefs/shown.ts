import type { Picture } from "@studies/pictures/picture-schema";
import type { Sentence } from "@studies/define-study";
import type { Table } from "@studies/table";
import type { AnswerPart, ShownPart } from "./brief-schema";

/** Rows and columns of a table that are shown unless others are chosen. */
const ROWS = 8;
const COLUMNS = 7;
/** What names a row besides its name is left out. */
const CODES = new Set(["key", "ticker"]);

type Cell = string | number | null;

/** An answer as far as a part needs it. */
export interface PartAnswer {
  readonly asOf: number;
  readonly reading: readonly Sentence[];
  readonly table: () => Table;
  readonly picture: (key: string | undefined) => Picture | undefined;
}

/** What a part shows of an answer. */
export function shownOf(part: Pick<AnswerPart, "show" | "at" | "table">, answer: PartAnswer): ShownPart {
  const { asOf, reading } = answer;
  switch (part.show) {
    case "reading":
      return { asOf, reading: [...reading] };
    case "sentence": {
      const one = reading[Number(part.at ?? 0)];
      return { asOf, reading: one ? [one] : [...reading] };
    }
    case "table":
      return { asOf, reading: [], table: cut(answer.table(), part.table) };
    case "picture": {
      const drawn = answer.picture(part.at);
      return { asOf, reading: [], ...(drawn && { picture: drawn }) };
    }
  }
}

function cut({ columns, rows }: Table, choice: AnswerPart["table"]): NonNullable<ShownPart["table"]> {
  const wanted = choice?.columns?.flatMap((key) => {
    const at = columns.findIndex((column) => column.key === key);
    return at < 0 ? [] : [at];
  });
  const isNamed = columns.some(({ key }) => key === "name");
  const usual = Array.from(columns.keys()).filter((at) => !isNamed || !CODES.has(columns[at]!.key));
  const places = wanted && wanted.length > 0 ? wanted : usual.slice(0, COLUMNS);
  const ordered = inOrder(
    columns.map((column) => column.key),
    rows,
    choice?.sort,
  );
  return {
    columns: places.map((at) => columns[at]!),
    rows: ordered.slice(0, choice?.rows ?? ROWS).map((row) => places.map((at) => plainCell(row[at] ?? null))),
    of: rows.length,
  };
}

/** Sorted as it is asked for; days are told from the latest back. */
function inOrder(keys: readonly string[], rows: Table["rows"], sort: string | undefined): Table["rows"] {
  const by = sort ?? (keys[0] === "date" ? "-date" : "");
  const at = keys.indexOf(by.replace(/^-/, ""));
  if (at < 0) return rows;
  const sign = by.startsWith("-") ? -1 : 1;
  const isNone = (cell: Cell | undefined) => cell === undefined || cell === null || cell === "" || Number.isNaN(cell);
  return [...rows].sort((a, b) => {
    const [x, y] = [a[at], b[at]];
    // What has no value comes last either way.
    if (isNone(x) || isNone(y)) return Number(isNone(x)) - Number(isNone(y));
    return sign * (x! < y! ? -1 : Number(x! > y!));
  });
}

const plainCell = (cell: Cell): Cell => (typeof cell === "number" && !Number.isFinite(cell) ? null : cell);
