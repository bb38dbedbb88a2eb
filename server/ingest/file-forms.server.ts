import { createHash } from "node:crypto";
import type { Knex } from "knex";
import { findItem, type ItemBody } from "../items.server";
import { upsertItemRow } from "../stores/items-store.server";
import type { Form } from "./find-forms";
import { mappingSchema, mappingShape, type Mapping } from "./mapping";

/* What files of a form were taken for is remembered as an item of the kind "file-form", and used for the next of them. */

/** Items have short names; a form's signature may be long. */
export function nameOfForm(signature: string): string {
  return createHash("sha256").update(signature).digest("hex").slice(0, 32);
}

/** What the files of a form were taken for the last time; undefined for a form that is new. */
export async function findMapping(db: Knex, form: Form): Promise<Mapping | undefined> {
  const item = await findItem(db, "file-form", nameOfForm(form.signature));
  if (item?.signature !== form.signature) return undefined;
  const mapping: Mapping = mappingOf(item);
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

/** An item without what says which form it is of. */
function mappingOf(item: ItemBody<"file-form">): Mapping {
  return mappingSchema.parse(Object.fromEntries(Object.entries(item).filter(([key]) => Object.hasOwn(mappingShape, key))));
}

/** Remembers what the files of a form are taken for, within the transaction that imports them. */
export async function rememberMapping(
  trx: Knex.Transaction,
  { signature, mapping }: { readonly signature: string; readonly mapping: Mapping },
): Promise<void> {
  const body: ItemBody<"file-form"> = { version: 1, signature, ...mapping };
  await upsertItemRow(trx, "file-form", { name: nameOfForm(signature), body: JSON.stringify(body) });
}
