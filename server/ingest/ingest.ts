import type { IngestResult } from "../workers/ingest-task";
import type { ImportRequest } from "../transfer/import.server";
import type { FilesSeen } from "./look-at-files";

export interface IngestWork {
  /** Path of the database. */
  readonly database: string;
  readonly request: ImportRequest;
  /** Tickers that are known already, by their capital letters. */
  readonly known: ReadonlyMap<string, string>;
}

export interface IngestOptions {
  /** Is told the share done, 0 to 1. */
  readonly tell: (share: number) => void;
  readonly signal: AbortSignal;
}

/** Who looks at files and imports them: threads beside a server, or a command by itself. */
export interface Ingest {
  /** Unpacks files into an empty folder, and sorts them by how they are laid out. */
  look(
    files: readonly { readonly path: string; readonly name: string }[],
    folder: string,
    signal: AbortSignal,
  ): Promise<FilesSeen>;
  /** Tries an import, or does it. */
  run<T extends "try" | "import">(what: T, work: IngestWork, options: IngestOptions): Promise<IngestResult<T>>;
}
