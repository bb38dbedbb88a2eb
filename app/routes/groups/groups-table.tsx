import { useMemo } from "react";
import { Link } from "react-router";
import type { GroupRow } from "@studies/strength/groups";
import { notesOf } from "@studies/words/strength-notes";
import type { PeerSet } from "@studies/sets/peer-names";
import { fixed, signedPercent } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere, type Here } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
import { peerColours } from "~/ui/peer-colours";
import { signColour } from "~/ui/tint";
import { useFocus } from "~/ui/use-focus";
import { dayPositionColumn, notesColumn, rankColumn, stayingColumn, strengthColumns, volumeColumn } from "./strength-columns";

interface Props {
  readonly rows: readonly GroupRow[];
  readonly peers: PeerSet;
  readonly short: boolean;
  readonly onActive: (row: { key: string; name: string }) => void;
}

/** Where a member leads: one level down, to what a fund holds, or to its chart. */
export function hrefOfMember(
  here: Here,
  { key, ticker, down }: Pick<GroupRow, "key" | "ticker" | "down">,
  peers: PeerSet,
): string {
  const chart = hrefOf(here, `/chart/${encodeURIComponent(ticker)}`);
  if (peers === "fund") return hrefOf(here, "/groups", { in: `group:${ticker}` });
  if (!down) return chart;
  if (down.in === undefined) return hrefOf(here, "/groups", { peers: down.set });
  const stocksOrIndustries = down.set === "stock" || down.set === "industry";
  return stocksOrIndustries
    ? hrefOf(here, "/groups", { in: key.includes(":") ? key : down.in })
    : hrefOf(here, "/groups", { peers: down.set, of: down.in });
}

/** The members of a set by strength. */
export function GroupsTable({ rows, peers, short, onActive }: Props) {
  const here = useHere();
  const focus = useFocus();
  const { sectors } = useFrameValue();
  const columns = useMemo(() => groupColumns(rows, peers, sectors, here), [rows, peers, sectors, here]);
  // A group of stocks can be in focus; an instrument by itself cannot.
  const focusKey = (g: GroupRow) =>
    peers === "fund" || peers === "style" ? `group:${g.ticker}` : g.key.includes(":") && g.members > 0 ? g.key : "";
  const choosable = rows.some((g) => focusKey(g) !== "");
  return (
    <DataTable
      caption="Groups by strength"
      main
      className={short ? "max-h-44" : "max-h-[calc(100dvh-220px)] min-h-40"}
      rows={rows}
      columns={columns}
      rowKey={(g) => g.key}
      defaultSort="rank"
      sortParam={short ? "order" : "sort"}
      href={(g) => hrefOfMember(here, g, peers)}
      onActive={onActive}
      {...(choosable
        ? {
            choose: {
              label: (g: GroupRow) =>
                focus.isIn(focusKey(g)) ? `Take ${g.name} out of the focus` : `Put ${g.name} into the focus`,
              isChosen: (g: GroupRow) => focus.isIn(focusKey(g)),
              toggle: (g: GroupRow) => {
                if (focusKey(g) !== "") focus.toggle(focusKey(g));
              },
            },
          }
        : {})}
    />
  );
}

function groupColumns(rows: readonly GroupRow[], peers: PeerSet, sectors: readonly string[], here: Here): Column<GroupRow>[] {
  const colours = peerColours(rows, sectors);
  const instruments = rows.some((g) => g.ticker !== "");
  const families = rows.some((g) => g.family !== "" && g.family !== g.name) && peers !== "sector";
  return [
    {
      key: "name",
      label: peers === "sector" || peers === "industry" || peers === "theme" ? "group" : "member",
      text: true,
      value: (g) => g.name,
      cell: (g) => (
        <>
          <i aria-hidden className="mr-2 inline-block size-2.5 rounded-full" style={{ background: colours.get(g.key) }} />
          {g.name}
          {g.leverage !== 1 && <b className="ml-2 font-semibold text-amber">{fixed(g.leverage)}×</b>}
        </>
      ),
    },
    rankColumn(),
    {
      key: "before",
      label: "was",
      priority: 5,
      about: "Rank five sessions ago",
      value: (g) => g.rankBefore,
      cell: (g) => (
        <span className={g.rankBefore > g.rank ? "text-teal" : g.rankBefore < g.rank ? "text-rust" : "text-soft"}>
          {fixed(g.rankBefore)}
        </span>
      ),
    },
    {
      key: "r1",
      label: "1 session",
      priority: 5,
      value: (g) => g.r1,
      cell: (g) => <span className={signColour(g.r1)}>{signedPercent(g.r1)}</span>,
    },
    ...strengthColumns<GroupRow>(),
    stayingColumn<GroupRow>(),
    ...(families
      ? [
          {
            key: "gap",
            label: "to its own",
            priority: 4,
            about: "Three-month return less that of its region's index, or of the mean of its family, class or sector",
            value: (g: GroupRow) => g.gap,
            cell: (g: GroupRow) => <span className={signColour(g.gap)}>{signedPercent(g.gap)}</span>,
          },
        ]
      : []),
    ...(instruments
      ? [dayPositionColumn<GroupRow>(), volumeColumn<GroupRow>()]
      : [
          {
            key: "trend",
            label: "Trend",
            priority: 3,
            about: "Mean Trend score of the members, 0 to 100",
            value: (g: GroupRow) => g.trend,
            cell: (g: GroupRow) => fixed(g.trend),
          },
          {
            key: "members",
            label: "stocks",
            priority: 4,
            value: (g: GroupRow) => g.members || NaN,
            cell: (g: GroupRow) => (g.members === 0 ? "–" : g.members),
          },
        ]),
    notesColumn<GroupRow>(notesOf),
    ...(families
      ? [
          {
            key: "family",
            label: "belongs to",
            priority: 5,
            text: true,
            value: (g: GroupRow) => g.family,
            cell: (g: GroupRow) => <span className="text-soft">{g.family || "–"}</span>,
          },
        ]
      : []),
    ...(instruments
      ? [
          {
            key: "chart",
            label: "chart",
            priority: 6,
            text: true,
            value: (g: GroupRow) => g.ticker,
            cell: (g: GroupRow) => (
              <Link
                className="text-indigo hover:underline"
                tabIndex={-1}
                to={hrefOf(here, `/chart/${encodeURIComponent(g.ticker)}`)}
              >
                {g.ticker}
              </Link>
            ),
          },
        ]
      : []),
  ];
}
