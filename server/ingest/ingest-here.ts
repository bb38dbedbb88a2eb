import type { Knex } from "knex";
import type { IngestResult } from "../workers/ingest-task";
import { importFiles } from "../transfer/import.server";
import { dryRun } from "./dry-run.server";
import type { Ingest, IngestOptions, IngestWork } from "./ingest";
import { lookAtFiles } from "./look-at-files";

/** Looks and imports in the thread that asks, for a command that has nothing else to do. */
export class IngestHere implements Ingest {
  constructor(private readonly db: Knex) {}

  look(files: readonly { readonly path: string; readonly name: string }[], folder: string) {
    return lookAtFiles(files, folder);
  }

  async run<T extends "try" | "import">(what: T, { request }: IngestWork, { tell }: IngestOptions): Promise<IngestResult<T>> {
    const done =
      what === "try" ? dryRun(this.db, request, { progress: tell }) : importFiles(this.db, request, { progress: tell });
    return (await done) as IngestResult<T>;
  }
}
