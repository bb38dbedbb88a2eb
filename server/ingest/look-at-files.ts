import { FORMATS, TABLE_NAMES, type ColumnFormat, type TableName } from "../transfer/formats";
import type { TableFile } from "../transfer/read-table";
import { findForms, type Form, type GivenFile } from "./find-forms";
import { stemOf } from "./file-tickers";
import { findLayout } from "./layout";
import { Unreadable } from "./text-rows";
import { unpackFiles } from "./unpack";

/** What was found in files that were given. */
export interface FilesSeen {
  /** Those of the open formats, which need no mapping. */
  readonly own: readonly (TableFile & { readonly table: TableName })[];
  readonly forms: readonly Form[];
  readonly unreadable: readonly { readonly file: string; readonly reason: string }[];
}

/**
 * Unpacks files and sorts them by how they are laid out.
 * @param folder an empty one for what is unpacked
 */
export async function lookAtFiles(
  given: readonly { readonly path: string; readonly name: string }[],
  folder: string,
): Promise<FilesSeen> {
  const { files, unreadable } = await unpackFiles(given, folder);
  const isNamed = (file: GivenFile, table: TableName) => `${stemOf(file.name).toLowerCase()}.csv` === FORMATS[table].file;
  // Bars alone do not say whose they are: what new tickers become is chosen, as for any other file of prices.
  const areNamed = files.some((file) => isNamed(file, "instruments"));
  const own: (TableFile & { table: TableName })[] = [];
  const others: GivenFile[] = [];
  for (const file of files) {
    const table = await tableOf(file);
    const isOwn = table !== undefined && (table !== "bars" || areNamed) && !own.some((one) => one.table === table);
    if (isOwn) own.push({ path: file.path, name: file.name, table });
    else others.push(file);
  }
  const found = await findForms(others);
  return { own, forms: found.forms, unreadable: [...unreadable, ...found.unreadable] };
}

/** The table of the open formats that a file is by its name and its columns; undefined for any other file. */
async function tableOf(file: GivenFile): Promise<TableName | undefined> {
  const table = TABLE_NAMES.find((own) => `${stemOf(file.name).toLowerCase()}.csv` === FORMATS[own].file);
  if (table === undefined) return undefined;
  try {
    const { carrier, headers } = await findLayout(file.path);
    const named = new Set(headers.map((header) => header.toLowerCase()));
    const columns: Readonly<Record<string, ColumnFormat>> = FORMATS[table].columns;
    const isWhole = Object.entries(columns).every(([column, { required }]) => !required || named.has(column));
    return carrier.type === "text" && carrier.delimiter === "," && isWhole ? table : undefined;
  } catch (error) {
    if (error instanceof Unreadable) return undefined;
    throw error;
  }
}
