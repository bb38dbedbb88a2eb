import { createHash } from "node:crypto";
import type { Knex } from "knex";
import { findItem, saveItem } from "../items.server";
import type { Form } from "./find-forms";
import type { Mapping } from "./mapping";

/* What files of a form were taken for is remembered as an item of the kind "file-form", and used for the next of them. */

/** Items have short names; a form's signature may be long. */
function nameOf(signature: string): string {
  return createHash("sha256").update(signature).digest("hex").slice(0, 32);
}

/** What the files of a form were taken for the last time; undefined for a form that is new. */
export async function findMapping(db: Knex, form: Form): Promise<Mapping | undefined> {
  const item = await findItem(db, "file-form", nameOf(form.signature));
  if (item?.signature !== form.signature) return undefined;
  const { version, signature, ...mapping } = item;
  // A file of closes has a column a ticker: as many as there are now.
  const isWide = mapping.roles.includes("closes-of");
  if (!isWide && mapping.roles.length !== form.mapping.roles.length) return undefined;
  const affixes = form.files.length > 1 && form.mapping.before + form.mapping.after !== "" ? form.mapping : mapping;
  return {
    ...mapping,
    roles: isWide ? form.mapping.roles : mapping.roles,
    before: affixes.before,
    after: affixes.after,
  };
}

/** Remembers what the files of a form are taken for. */
export async function rememberMapping(db: Knex, signature: string, mapping: Mapping): Promise<void> {
  await saveItem(db, { kind: "file-form", name: nameOf(signature), body: JSON.stringify({ version: 1, signature, ...mapping }) });
}
