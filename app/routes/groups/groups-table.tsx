import { useMemo } from "react";
import { Link } from "react-router";
import type { GroupRow } from "@studies/strength/groups";
import { GROUP_COLUMNS } from "@studies/strength/group-columns";
import { notesOf } from "@studies/words/strength-notes";
import type { PeerSet } from "@studies/sets/peer-names";
import { fixed, signedPercent } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere, type Here } from "~/here";
import { columnsOf, type Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { peerColours } from "~/ui/peer-colours";
import { signColour } from "~/ui/tint";
import { useFocus } from "~/ui/use-focus";
import { notesLook, softLook, strengthLooks, volumeLook } from "./strength-columns";

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
  return columnsOf(GROUP_COLUMNS, [
    [
      "name",
      {
        label: peers === "sector" || peers === "industry" || peers === "theme" ? "group" : "member",
        cell: (g) => (
          <>
            <i aria-hidden className="mr-2 inline-block size-2.5 rounded-full" style={{ background: colours.get(g.key) }} />
            {g.name}
            {g.leverage !== 1 && <b className="ml-2 font-semibold text-amber">{fixed(g.leverage)}×</b>}
          </>
        ),
      },
    ],
    ["rank"],
    [
      "before",
      {
        priority: 5,
        cell: (g) => (
          <span className={g.rankBefore > g.rank ? "text-teal" : g.rankBefore < g.rank ? "text-rust" : "text-soft"}>
            {fixed(g.rankBefore)}
          </span>
        ),
      },
    ],
    ["r1", { priority: 5, cell: (g) => <Change of={g.r1} /> }],
    ...strengthLooks<GroupRow>(),
    ["staying", { priority: 4 }],
    ...(families ? [["gap", { priority: 4, cell: (g: GroupRow) => <Change of={g.gap} /> }] as const] : []),
    ...(instruments
      ? ([
          ["position", { priority: 5 }],
          ["volume", volumeLook<GroupRow>()],
        ] as const)
      : ([
          ["trend", { priority: 3 }],
          ["members", { priority: 4 }],
        ] as const)),
    ["notes", notesLook<GroupRow>(notesOf)],
    ...(families ? [["family", { priority: 5, ...softLook<GroupRow>((g) => g.family) }] as const] : []),
    ...(instruments
      ? [
          [
            "ticker",
            {
              priority: 6,
              cell: (g: GroupRow) => (
                <Link
                  className="inline-block min-h-6 content-center link"
                  tabIndex={-1}
                  to={hrefOf(here, `/chart/${encodeURIComponent(g.ticker)}`)}
                >
                  {g.ticker}
                </Link>
              ),
            },
          ] as const,
        ]
      : []),
  ]);
}

function Change({ of }: { of: number }) {
  return <span className={signColour(of)}>{signedPercent(of)}</span>;
}
