import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { groupKeyText } from "@studies/sets/group-key";
import { groupNames } from "@studies/cross-section/strength-of-groups";
import { count } from "@studies/words/words";
import { tableOf, type Column } from "@studies/table";

export interface DirectoryEntry {
  /** "stock", "index", ... for an instrument; "sector", "industry", "group" for a group. */
  readonly kind: string;
  readonly name: string;
  /** Ticker of an instrument, key of a group. */
  readonly key: string;
  readonly note: string;
}

/** Everything that can be found by name at the as-of session. */
export const directory = defineStudy({
  name: "directory",
  about: "Instruments and groups known at the as-of session, to find them by name.",
  params: z.object({}),
  cost: "light",
  examples: [{}],
  ask(market) {
    const entries: DirectoryEntry[] = [
      ...groupNames(market, "sector").map((name) => ({ kind: "sector", name, key: groupKeyText("sector", name), note: "" })),
      ...groupNames(market, "industry").map((name) => ({
        kind: "industry",
        name,
        key: groupKeyText("industry", name),
        note: "",
      })),
      ...market.groups.list.map(({ name, kind }) => ({ kind: "group", name, key: groupKeyText("group", name), note: kind })),
      ...[...market.instruments, ...(market.worldwide?.instruments ?? [])].map((i) => ({
        kind: i.kind,
        name: i.name,
        key: i.ticker,
        note: i.industry ?? "",
      })),
    ];
    return { entries };
  },
  reading: (r) => [[`${count(r.entries.length, "instrument or group", "instruments and groups")} can be found at this date.`]],
  table: (r) => tableOf(DIRECTORY_COLUMNS, r.entries),
});

const DIRECTORY_COLUMNS = (["kind", "name", "key", "note"] as const).map((key): Column<DirectoryEntry> => ({
  key,
  label: key,
  unit: "text",
  value: (e) => e[key],
}));

/** The names of the sectors, in their order: each has its colour by its place among them. */
export function sectorNames(entries: readonly DirectoryEntry[]): string[] {
  return entries.filter((entry) => entry.kind === "sector").map((entry) => entry.name);
}
