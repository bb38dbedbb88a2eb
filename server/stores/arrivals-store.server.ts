import type { Knex } from "knex";
import { insertRows } from "../db.server";

/* arrivals(id, name, digest, outcome, words, at): files that came by the watched folder, the latest with the highest id */

/** A file by its name and what is in it (SHA-256, hexadecimal). */
export interface ArrivedFile {
  readonly name: string;
  readonly digest: string;
}

export interface Arrival extends ArrivedFile {
  readonly outcome: "imported" | "refused";
  /** What it brought, or why it was refused. */
  readonly words: string;
  /** Milliseconds since 1970. */
  readonly at: number;
}

const MOST_KEPT = 2_000;

/** The latest arrivals, the newest first. */
export async function listArrivals(db: Knex, most: number): Promise<Arrival[]> {
  return db<Arrival>("arrivals").orderBy("id", "desc").limit(most).select("name", "digest", "outcome", "words", "at");
}

/** What became of a file that came before with the same name and content; undefined for a new one. */
export async function findArrival(db: Knex, { name, digest }: ArrivedFile): Promise<Arrival | undefined> {
  return db<Arrival>("arrivals")
    .where({ name, digest })
    .orderBy("id", "desc")
    .select("name", "digest", "outcome", "words", "at")
    .first();
}

/** Notes what became of files. */
export async function insertArrivals(
  trx: Knex.Transaction,
  files: readonly ArrivedFile[],
  outcome: Arrival["outcome"],
  words: string,
): Promise<void> {
  if (files.length === 0) return;
  const at = Date.now();
  await insertRows(
    trx,
    "arrivals",
    files.map(({ name, digest }) => ({ name, digest, outcome, words, at })),
  );
  const newest = (await trx("arrivals").max("id as id").first()) as { id: number | null } | undefined;
  await trx("arrivals")
    .where("id", "<=", (newest?.id ?? 0) - MOST_KEPT)
    .delete();
}
