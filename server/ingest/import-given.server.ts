import type { Knex } from "knex";
import type { ArrivedFile } from "../stores/arrivals-store.server";
import type { ImportReport } from "../transfer/import.server";
import type { Problem } from "../transfer/problems";
import { importRequest, knownForm, knownTickers, lackIn } from "./known-form.server";
import type { Ingest, IngestOptions } from "./ingest";
import type { Mapping } from "./mapping";

export interface GivenRequest {
  readonly files: readonly { readonly path: string; readonly name: string }[];
  /** An empty folder for what is unpacked. */
  readonly folder: string;
  readonly database: string;
  /** What new tickers get, where it is not as the last time. */
  readonly choose?: Partial<Mapping>;
  readonly arrivals?: readonly ArrivedFile[];
  readonly onlyGood?: boolean;
  /** Bytes that one file of the open formats may have [any number]. */
  readonly mostBytes?: number;
}

/**
 * Imports files without anybody who could be asked: as files of their form were taken the last time, or as they look.
 * What would have to be asked is a problem of the files, and nothing is imported.
 */
export async function importGiven(
  db: Knex,
  ingest: Ingest,
  request: GivenRequest,
  options: IngestOptions,
): Promise<ImportReport> {
  const { files, folder, database, choose = {}, arrivals, onlyGood = false, mostBytes } = request;
  const seen = await ingest.look(files, folder, options.signal);
  const forms = await Promise.all(seen.forms.map((form) => knownForm(db, form)));
  const problems: Problem[] = seen.unreadable.map(({ file, reason }) => ({ file, line: 0, reason }));
  for (const known of forms) {
    Object.assign(known.mapping, choose);
    const lack = lackIn(known);
    if (lack !== undefined)
      for (const file of known.form.files)
        problems.push({ file: file.name, line: 0, reason: `${lack} Bring one such file on the Data screen; it is remembered.` });
  }
  if (problems.length > 0) return refused(problems);
  const work = {
    database,
    request: importRequest(seen.own, forms, {
      ...{ onlyGood, choose },
      ...(arrivals ? { arrivals } : {}),
      ...(mostBytes === undefined ? {} : { mostBytes }),
    }),
    known: await knownTickers(db),
  };
  return ingest.run("import", work, options);
}

function refused(problems: readonly Problem[]): ImportReport {
  return { imported: false, problems, problemCount: problems.length, notes: [], rows: {}, words: "", dataVersion: null };
}
