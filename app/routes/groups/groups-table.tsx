import { useMemo } from "react";
import type { GroupRow } from "@studies/groups";
import { fixed } from "@studies/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
import { groupColour } from "~/ui/group-colour";
import { useFocus } from "~/ui/use-focus";
import { rankColumn, strengthColumns } from "./strength-columns";

/** Sectors or industries by strength. */
export function GroupsTable({
  rows,
  onBack,
  short,
}: {
  rows: readonly GroupRow[];
  onBack: (() => void) | undefined;
  short: boolean;
}) {
  const here = useHere();
  const focus = useFocus();
  const { sectors } = useFrameValue();
  const columns = useMemo(() => groupColumns(sectors), [sectors]);
  return (
    <DataTable
      caption="Groups by strength"
      className={short ? "max-h-44" : "max-h-[calc(100dvh-220px)] min-h-40"}
      rows={rows}
      columns={columns}
      rowKey={(g) => g.key}
      defaultSort="rank"
      sortParam={short ? "order" : "sort"}
      href={(g) => hrefOf(here, "/groups", { in: g.key })}
      choose={{
        label: (g) => (focus.isIn(g.key) ? `Take ${g.name} out of the focus` : `Put ${g.name} into the focus`),
        isChosen: (g) => focus.isIn(g.key),
        toggle: (g) => {
          focus.toggle(g.key);
        },
      }}
      {...(onBack ? { onBack } : {})}
    />
  );
}

function groupColumns(sectors: readonly string[]): Column<GroupRow>[] {
  return [
    {
      key: "name",
      label: "group",
      text: true,
      value: (g) => g.name,
      cell: (g) => (
        <>
          <i
            aria-hidden
            className="mr-2 inline-block size-2.5 rounded-full"
            style={{ background: groupColour(g.sector, sectors) }}
          />
          {g.name}
        </>
      ),
    },
    rankColumn(),
    {
      key: "before",
      label: "was",
      about: "Rank five sessions ago",
      value: (g) => g.rankBefore,
      cell: (g) => (
        <span className={g.rankBefore > g.rank ? "text-teal" : g.rankBefore < g.rank ? "text-rust" : "text-soft"}>
          {fixed(g.rankBefore)}
        </span>
      ),
    },
    ...strengthColumns<GroupRow>(),
    {
      key: "staying",
      label: "staying",
      about: "Staying power: Strength averaged over ten weekly samples",
      value: (g) => g.staying,
      cell: (g) => fixed(g.staying),
    },
    {
      key: "trend",
      label: "Trend",
      about: "Mean Trend score of the members, 0 to 100",
      value: (g) => g.trend,
      cell: (g) => fixed(g.trend),
    },
    { key: "members", label: "stocks", value: (g) => g.members, cell: (g) => g.members },
    {
      key: "notes",
      label: "notes",
      text: true,
      about: "Standing and flags of the method, section 5",
      value: (g) => notes(g),
      cell: (g) => <span className="text-soft">{notes(g)}</span>,
    },
  ];
}

function notes(g: GroupRow): string {
  return [g.standing, ...g.flags].filter((note) => note !== "").join(", ");
}
