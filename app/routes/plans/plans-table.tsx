import clsx from "clsx";
import { useRef, type KeyboardEvent, type ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { isNearTrigger } from "@studies/plans/near-trigger";
import type { PlanRow, SideRow } from "@studies/plans/plan-row";
import { inRisks, signedMoney, STATUS_WORDS } from "@studies/plans/plan-words";
import { count, date, fixed, price, signed } from "@studies/words/words";
import { hereNow, hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { DeleteButton } from "~/ui/delete-button";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
import { walkRows } from "~/ui/table/walk-rows";
import { TickerName } from "~/ui/ticker-name";
import { useWidth } from "~/ui/use-width";
import { PlanTrack } from "./plan-track";
import { pinProps } from "~/ui/pin/pin-props";

interface Props {
  readonly rows: readonly PlanRow[];
  readonly onRemove: (id: string) => void;
}

const STATES = [
  ["open", "Open"],
  ["waiting", "Waiting"],
  ["over", "Over"],
] as const;

/** Every plan by how it stands, each side on a line in planned risks. Arrows move, Enter opens. */
export function PlansTable({ rows, onRemove }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1080);
  const navigate = useNavigate();
  const here = useHere();
  // Where there is little room its end and the report are on the plan itself.
  const isNarrow = width < 840;
  const track = Math.max(100, Math.min(360, width - (isNarrow ? 560 : 740)));
  const groups = STATES.flatMap(([state, name]) => {
    const own = rows.filter((row) => row.state === state);
    // Of what is over the latest comes first.
    if (state === "over") own.reverse();
    const head = (
      <>
        {name} <span className="font-normal text-soft">{own.length}</span>
      </>
    );
    const headClassName = "border-b border-rule bg-track/40 px-1 py-1 font-semibold";
    return own.length === 0 ? [] : [{ key: state, head, headClassName, rows: own }];
  });
  const first = groups[0]?.rows[0]?.id;
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>, row: PlanRow) => {
    if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tr[data-plan]") ?? [])) return;
    if (event.key !== "Enter" || event.target !== event.currentTarget) return;
    void navigate(hrefOf(hereNow(), `/plans/${row.id}`));
    event.preventDefault();
  };
  return (
    <div ref={box} data-main tabIndex={-1}>
      <PlainTable
        caption="Plans by how they stand"
        groups={groups}
        rowKey={(row) => row.id}
        rowClassName="align-top outline-offset-[-2px] hover:bg-track/60 focus:bg-track/60"
        rowProps={(row) => ({
          "data-plan": row.id,
          ...pinProps({ of: "plan", id: row.id, name: row.ticker }),
          tabIndex: row.id === first ? 0 : -1,
          onKeyDown: (event) => {
            onKeyDown(event, row);
          },
        })}
        columns={columnsOf({ track, isNarrow, hrefFor: (row) => hrefOf(here, `/plans/${row.id}`), onRemove })}
      />
    </div>
  );
}

interface ColumnsFor {
  readonly track: number;
  readonly isNarrow: boolean;
  readonly hrefFor: (row: PlanRow) => string;
  readonly onRemove: (id: string) => void;
}

function columnsOf({ track, isNarrow, hrefFor, onRemove }: ColumnsFor): readonly PlainColumn<PlanRow>[] {
  const columns: (PlainColumn<PlanRow> & { readonly isSpared?: true })[] = [
    {
      key: "plan",
      label: "plan",
      cellClassName: "max-w-56 py-1",
      cell: (row) => (
        <>
          <Link
            to={hrefFor(row)}
            tabIndex={-1}
            className="block min-h-6 truncate hover:text-indigo"
            title={`${row.name}${row.origin === "" ? "" : `, from ${row.origin}`}`}
          >
            <TickerName ticker={row.ticker} name={row.origin === "" ? row.name : row.origin} />
          </Link>
          <span className="block text-[11px] text-soft">
            made {date(row.made)}
            {row.isLookingBack ? <span title={explanationsOf("made looking back")}>, looking back</span> : ""}
          </span>
        </>
      ),
    },
    {
      key: "sides",
      label: "from stop to target, in risks",
      text: true,
      cellClassName: "py-1",
      cell: (row) =>
        shownSides(row).map((side) => (
          <span key={side.side} className="flex items-center gap-1.5">
            <span className="w-8 text-[11px] text-soft">{side.side}</span>
            <PlanTrack row={row} side={side} width={track} />
          </span>
        )),
    },
    eachSide({ key: "stands", label: "stands", text: true }, (side) => (
      <>
        {STATUS_WORDS[side.status]}
        {side.held > 0 ? `, ${count(side.held, "unit")}` : ""}
        {side.status === "waiting" && side.units === 0 ? <span className="text-amber">, no size</span> : ""}
      </>
    )),
    eachSide({ key: "made", label: "", spoken: "made" }, (side, row) =>
      Number.isNaN(side.r) ? (
        <span className="text-soft">pays {fixed(side.rewardToRisk, 1)} R</span>
      ) : (
        <b className={side.r < 0 ? "text-rust" : "text-teal"} title={signedMoney(side.money, row.currency)}>
          {inRisks(side.r)}
        </b>
      ),
    ),
    eachSide({ key: "away", label: "to its entry" }, (side, row) =>
      side.status === "waiting" ? (
        <span className={isNearTrigger(side) ? "font-semibold" : "text-soft"}>
          {price(side.entry, row.close)}, {signed(side.away)} ATR
        </span>
      ) : (
        <span className="text-soft">–</span>
      ),
    ),
    {
      key: "end",
      label: "its end",
      isSpared: true,
      cellClassName: "py-1 whitespace-nowrap",
      cell: (row) => (row.state === "over" ? "–" : until(row.end, row.toEnd)),
    },
    {
      key: "report",
      label: "report",
      isSpared: true,
      cellClassName: (row) => clsx("py-1 whitespace-nowrap", row.toReport <= 5 && row.state !== "over" && "text-amber"),
      cell: (row) => until(row.report, row.toReport),
    },
    {
      key: "deeds",
      label: "",
      spoken: "Deeds",
      cellClassName: "py-1",
      cell: (row) => (
        <DeleteButton
          name={`the plan for ${row.ticker} of ${date(row.made)}`}
          onDelete={() => {
            onRemove(row.id);
          }}
        />
      ),
    },
  ];
  return columns.filter((column) => !isNarrow || !column.isSpared);
}

/** A column that tells something of each side, beneath one another. */
function eachSide(
  column: Pick<PlainColumn<PlanRow>, "key" | "label" | "spoken" | "text">,
  told: (side: SideRow, row: PlanRow) => ReactNode,
): PlainColumn<PlanRow> {
  return {
    ...column,
    cellClassName: "py-1",
    cell: (row) =>
      shownSides(row).map((side) => (
        <span key={side.side} className="block h-[26px] content-center whitespace-nowrap">
          {told(side, row)}
        </span>
      )),
  };
}

/** What was entered; of a plan that waits, or came to nothing, both sides. */
function shownSides(row: PlanRow): readonly SideRow[] {
  const entered = row.sides.filter((side) => !Number.isNaN(side.r));
  return entered.length > 0 ? entered : row.sides;
}

function until(day: number, sessions: number): string {
  return Number.isNaN(day) ? "–" : `${date(day).replace(/ \d+$/, "")}, in ${sessions}`;
}
