import { Unavailable } from "./errors";

/** The driver's code of an error, such as SQLITE_BUSY or ENOSPC; undefined for an error of another kind. */
export function codeOf(error: unknown): string | undefined {
  const code = error instanceof Error && "code" in error ? error.code : undefined;
  return typeof code === "string" ? code : undefined;
}

/** Whether another program holds the lock that is needed. */
export function isBusy(error: unknown): boolean {
  return /^SQLITE_(BUSY|LOCKED)/.test(codeOf(error) ?? "");
}

const WORDS: readonly (readonly [RegExp, string])[] = [
  [/^SQLITE_(BUSY|LOCKED)/, "is being written by another program. Nothing was changed; try again in a moment."],
  [/^SQLITE_READONLY|^EROFS/, "can only be read: what is made cannot be kept. Give the process the right to write it."],
  [/^SQLITE_FULL|^ENOSPC/, "cannot grow: the disk is full. Nothing was changed."],
  [/^SQLITE_NOTADB/, "is not a database of Yubrin's. Name another file with YUBRIN_DB."],
  [/^SQLITE_CORRUPT/, "is damaged. Nothing was changed; put a copy in its place, or name another file with YUBRIN_DB."],
  [/^SQLITE_(CANTOPEN|PERM|AUTH)|^EACCES|^EPERM/, "cannot be opened: the process may not read and write there."],
  [/^SQLITE_IOERR|^EIO/, "could not be read or written: the disk answered with an error. Nothing was changed."],
];

/** An error of the driver as a sentence about the database; every other error as it is. */
export function inWords(error: unknown, file: string): unknown {
  const code = codeOf(error);
  const words = code === undefined ? undefined : WORDS.find(([pattern]) => pattern.test(code))?.[1];
  return words === undefined ? error : new Unavailable(`The database ${file} ${words}`, [], { cause: error });
}
