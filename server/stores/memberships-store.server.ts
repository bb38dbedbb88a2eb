import type { Knex } from "knex";
import type { GroupKind, MembershipRow } from "@core/columns/dataset";
import { insertRows } from "../db.server";

/* memberships(id, group_name, kind, instrument_id, from_day, to_day, weight) */

/** A row with the ticker of its instrument. */
export interface JoinedMembership {
  group_name: string;
  kind: GroupKind;
  ticker: string;
  from_day: number;
  to_day: number | null;
  weight: number | null;
}

/** All memberships, by group, ticker and first day. */
export async function listMemberships(db: Knex): Promise<MembershipRow[]> {
  const rows = (await db("memberships as m")
    .join("instruments as i", "i.id", "m.instrument_id")
    .select("m.group_name", "m.kind", "i.ticker", "m.from_day", "m.to_day", "m.weight")
    .orderBy(["m.group_name", "i.ticker", "m.from_day"])) as JoinedMembership[];
  return rows.map(toMembership);
}

export function toMembership(r: JoinedMembership): MembershipRow {
  return {
    group: r.group_name,
    kind: r.kind,
    ticker: r.ticker,
    from: r.from_day,
    to: r.to_day,
    weight: r.weight,
  };
}

/** Replaces all memberships of every group that the rows name. */
export async function replaceMemberships(
  trx: Knex.Transaction,
  rows: readonly MembershipRow[],
  idOf: ReadonlyMap<string, number>,
): Promise<void> {
  const groups = [...new Set(rows.map((r) => r.group))];
  for (let i = 0; i < groups.length; i += 100)
    await trx("memberships")
      .whereIn("group_name", groups.slice(i, i + 100))
      .delete();
  await insertRows(
    trx,
    "memberships",
    rows.map((r) => ({
      group_name: r.group,
      kind: r.kind,
      instrument_id: idOf.get(r.ticker),
      from_day: r.from,
      to_day: r.to,
      weight: r.weight,
    })),
  );
}
