import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { groupsTitle, membersOf } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { count } from "@studies/words/words";
import { tableOfColumns } from "@studies/table";

/** What the groups in focus hold. */
export const focus = defineStudy({
  name: "focus",
  about: "How many stocks the groups in focus hold at the as-of session, together and each.",
  // Described apart: of a focus that is taken along to any date, groups that are not known there count nothing.
  params: z.object({ group: z.array(groupKeySchema.describe("a group, known by the date or not")).max(60).default([]) }),
  cost: "light",
  examples: [{}, { group: ["sector:$sector", "industry:$industry"] }],
  ask: (market, { group }) => ({
    title: groupsTitle(group, market),
    stocks: membersOf(market, group).length,
    groups: group.map((key) => ({ key, stocks: membersOf(market, [key]).length })),
  }),
  reading: (r) => [
    [
      r.groups.length === 0
        ? "Nothing is in focus."
        : `${count(r.groups.length, "group")} with ${count(r.stocks, "stock")} in focus.`,
    ],
  ],
  table: (r) =>
    tableOfColumns([
      ["group", "group", "text", r.groups.map((g) => g.key)],
      ["stocks", "stocks", "count", r.groups.map((g) => g.stocks)],
    ]),
});
