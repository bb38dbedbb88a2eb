import { findDateForm, type DateForm } from "./date-forms";
import { commonAffixes, stemOf } from "./file-tickers";
import { findLayout, signatureOf, type Layout } from "./layout";
import type { Mapping } from "./mapping";
import { isAmbiguousNumber, possibleSigns, type DecimalSign } from "./number-style";
import type { FormFile } from "./read-bars";
import { rowsOfTable } from "./table-rows";
import { Unreadable } from "./text-rows";

export interface GivenFile {
  readonly path: string;
  readonly name: string;
  readonly bytes: number;
}

/** Files that are laid out in the same way, and what they are taken for unless one says otherwise. */
export interface Form {
  readonly signature: string;
  readonly files: readonly FormFile[];
  /** The first of its files, as far as its beginning tells. */
  readonly layout: Layout;
  readonly mapping: Mapping;
  /** Ways in which its dates may be written; more than one has to be asked. */
  readonly dateForms: readonly DateForm[];
}

export interface FormsFound {
  readonly forms: readonly Form[];
  /** Files in which no table was found, and why. */
  readonly unreadable: readonly { readonly file: string; readonly reason: string }[];
}

/** Sorts files by how they are laid out. */
export async function findForms(files: readonly GivenFile[]): Promise<FormsFound> {
  const bySignature = new Map<string, { readonly files: FormFile[]; readonly layouts: Layout[] }>();
  const unreadable: { file: string; reason: string }[] = [];
  for (const file of files) {
    try {
      const layout = await findLayout(file.path);
      const signature = signatureOf(layout);
      let form = bySignature.get(signature);
      if (!form) bySignature.set(signature, (form = { files: [], layouts: [] }));
      form.files.push({ ...file, carrier: layout.carrier, headers: layout.headers });
      form.layouts.push(layout);
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      unreadable.push({ file: file.name, reason: error.message });
    }
  }
  const forms: Form[] = [];
  for (const [signature, { files: own, layouts }] of bySignature) forms.push(await formOf(signature, own, layouts));
  return { forms, unreadable };
}

async function formOf(signature: string, files: readonly FormFile[], layouts: readonly Layout[]): Promise<Form> {
  const layout = layouts[0]!;
  const dateForms = await dateFormsOf(files, layouts);
  const decimal = await decimalOf(files, layouts);
  const mapping: Mapping = {
    holds: layout.holds,
    headerRows: layout.headerRows,
    roles: [...layout.roles],
    // Where no form reads them, each row says so.
    dates: dateForms.length > 1 ? null : (dateForms[0] ?? "year-first"),
    decimal,
    adjust: layout.roles.includes("adjusted"),
    ...commonAffixes(files.map((file) => stemOf(file.name))),
    market: "",
    marketName: "",
    currency: "",
    kind: "stock",
    groupKind: "theme",
  };
  return { signature, files, layout, mapping, dateForms };
}

/** Files that are read to their end where their beginning does not decide. */
const MOST_SCANNED = 40;

/** How the dates are written: what one file decides holds for those that are laid out like it. */
async function dateFormsOf(files: readonly FormFile[], layouts: readonly Layout[]): Promise<readonly DateForm[]> {
  const at = layouts[0]!.roles.indexOf("date");
  // A date in the name of a file is read with the year first.
  if (at < 0) return ["year-first"];
  const found = layouts.map(({ rows }) => findDateForm(distinct(rows.map((row) => row[at] ?? ""))).forms);
  let forms = common(found);
  if (forms.length > 1)
    forms = common([
      forms,
      ...(await eachColumn(
        files,
        layouts,
        (row) => row[at] ?? "",
        (texts) => findDateForm(distinct(texts)).forms,
      )),
    ]);
  return forms;
}

function distinct(texts: readonly string[]): string[] {
  return [...new Set(texts.map((text) => text.trim()))].filter((text) => text !== "");
}

/** What is possible for all; for none in common, all that was possible for some. */
function common<T>(all: readonly (readonly T[])[]): readonly T[] {
  const any = [...new Set(all.flat())];
  const shared = any.filter((one) => all.every((own) => own.length === 0 || own.includes(one)));
  return shared.length > 0 ? shared : any;
}

/** The decimal sign of all files; none where a number may mean two things and nothing decides. */
async function decimalOf(files: readonly FormFile[], layouts: readonly Layout[]): Promise<DecimalSign | null> {
  const { carrier, roles } = layouts[0]!;
  if (carrier.type !== "text") return ".";
  const at = roles.flatMap((role, k) =>
    ["open", "high", "low", "close", "adjusted", "volume", "shares", "closes-of"].includes(role) ? [k] : [],
  );
  // The first cell that only one sign can read decides.
  let isAmbiguous = false;
  for (const { rows } of layouts)
    for (const row of rows)
      for (const k of at) {
        const cell = (row[k] ?? "").trim();
        const signs = possibleSigns(cell);
        if (signs.length === 1) return signs[0]!;
        isAmbiguous ||= isAmbiguousNumber(cell);
      }
  // Where a comma separates the cells, one within quotes sets thousands apart.
  if (carrier.delimiter === "," || !isAmbiguous) return ".";
  const scanned = await eachColumn(
    files,
    layouts,
    (row) => at.map((k) => (row[k] ?? "").trim()),
    (all) => common([[".", ","] as const, ...all.flat().map((cell) => possibleSigns(cell))]),
  );
  const left = common(scanned);
  return left.length === 1 ? left[0]! : null;
}

/** Reads files to their end, each giving what its rows decide. */
async function eachColumn<C, R>(
  files: readonly FormFile[],
  layouts: readonly Layout[],
  cellOf: (row: readonly string[]) => C,
  decide: (cells: readonly C[]) => R,
): Promise<R[]> {
  const decided: R[] = [];
  for (const file of files.slice(0, MOST_SCANNED)) {
    const cells: C[] = [];
    let row = 0;
    for await (const { rows } of rowsOfTable(file.path, file.carrier))
      for (const own of rows) if (row++ >= layouts[0]!.headerRows) cells.push(cellOf(own));
    decided.push(decide(cells));
  }
  return decided;
}
