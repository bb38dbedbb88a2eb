import type { InstrumentKind } from "@core/columns/dataset";
import type { Problem } from "../transfer/problems";
import { plainName, type Role } from "./column-roles";
import type { Mapping } from "./mapping";
import { readNumber } from "./number-style";
import type { FormFile } from "./read-bars";
import { rowsOfTable } from "./table-rows";
import { Unreadable } from "./text-rows";

/** What a row says of an instrument; what it does not say is left out. */
export interface NamesRow {
  readonly ticker: string;
  readonly name?: string;
  readonly kind?: InstrumentKind;
  readonly sector?: string;
  readonly industry?: string;
  readonly currency?: string;
  readonly shares?: number;
  /** Groups it belongs to. */
  readonly groups: readonly string[];
  readonly line: number;
}

export interface NamesRead {
  readonly file: string;
  readonly rows: readonly NamesRow[];
  readonly problems: readonly Problem[];
  /** Words for a kind that are not known; they are passed over. */
  readonly unknownKinds: readonly string[];
}

const KINDS: Readonly<Record<InstrumentKind, readonly string[]>> = {
  stock: [
    "stock",
    "stocks",
    "equity",
    "common stock",
    "ordinary share",
    "ordinary shares",
    "share",
    "preferred stock",
    "adr",
    "reit",
    "cs",
  ],
  index: ["index", "indices", "equity index"],
  fund: ["fund", "etf", "etp", "etn", "etc", "mutual fund", "closed end fund", "exchange traded fund"],
  commodity: ["commodity", "future", "futures", "commodities"],
  currency: ["currency", "fx", "forex", "cryptocurrency", "crypto", "currency pair"],
  bond: ["bond", "bonds", "rate", "yield", "treasury", "fixed income"],
  volatility: ["volatility", "volatility index", "vix"],
};

/** A kind of instrument by one of its usual words; undefined for one that is not known. */
export function kindOfWord(word: string): InstrumentKind | undefined {
  const own = plainName(word);
  return Object.entries(KINDS).find(([, words]) => words.includes(own))?.[0] as InstrumentKind | undefined;
}

/** Rows of a table of who is who; those without a ticker are listed with their line and left out. */
export async function readNames(
  file: FormFile,
  { mapping, known }: { readonly mapping: Mapping; readonly known?: ReadonlyMap<string, string> },
): Promise<NamesRead> {
  const problems: Problem[] = [];
  const rows: NamesRow[] = [];
  const unknownKinds = new Set<string>();
  const at = Object.fromEntries(mapping.roles.map((role, k) => [role, k])) as Partial<Record<Role, number>>;
  const groupsAt = mapping.roles.flatMap((role, k) => (role === "group" ? [k] : []));
  const refuse = (line: number, reason: string) => {
    problems.push({ file: file.name, line, reason });
  };
  const take = (row: readonly string[], line: number) => {
    const text = (role: Role) => (at[role] === undefined ? "" : (row[at[role]] ?? "").trim());
    if (row.every((cell) => cell.trim() === "")) return;
    const ticker = text("ticker");
    if (ticker === "") {
      refuse(line, "ticker is empty");
      return;
    }
    const shares = text("shares") === "" ? null : readNumber(text("shares"), mapping.decimal ?? ".");
    if (shares === undefined || (shares !== null && shares <= 0)) {
      refuse(line, `shares "${text("shares").slice(0, 40)}" is no number above 0`);
      return;
    }
    const kind = kindOfWord(text("kind"));
    if (kind === undefined && text("kind") !== "" && unknownKinds.size < 20) unknownKinds.add(text("kind").slice(0, 40));
    rows.push({
      ticker: known?.get(ticker.toUpperCase()) ?? ticker,
      ...(text("name") === "" ? {} : { name: text("name").slice(0, 200) }),
      ...(kind === undefined ? {} : { kind }),
      ...(text("sector") === "" ? {} : { sector: text("sector").slice(0, 100) }),
      ...(text("industry") === "" ? {} : { industry: text("industry").slice(0, 100) }),
      ...(text("currency") === "" ? {} : { currency: text("currency").slice(0, 12) }),
      ...(shares === null ? {} : { shares }),
      groups: groupsOf(groupsAt.map((k) => (row[k] ?? "").trim())),
      line,
    });
  };
  try {
    let n = 0;
    for await (const { rows: block, lines } of rowsOfTable(file.path, file.carrier))
      for (let k = 0; k < block.length; k++) if (n++ >= mapping.headerRows) take(block[k]!, lines[k]!);
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    refuse(0, error.message);
  }
  return { file: file.name, rows, problems, unknownKinds: [...unknownKinds] };
}

/** A cell may name several groups, with a bar or a semicolon between them. */
function groupsOf(cells: readonly string[]): string[] {
  const named = cells.flatMap((cell) => cell.split(/[|;]/)).map((name) => name.trim().slice(0, 100));
  return [...new Set(named)].filter((name) => name !== "");
}
