import { useRef, type KeyboardEvent } from "react";
import { Link, useNavigate } from "react-router";
import { isNearTrigger } from "@studies/plans/near-trigger";
import type { PlanRow, SideRow } from "@studies/plans/plan-row";
import { inRisks, signedMoney, STATUS_WORDS } from "@studies/plans/plan-words";
import { count, date, fixed, price, signed } from "@studies/words/words";
import { hereNow, hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { DeleteButton } from "~/ui/delete-button";
import { walkRows } from "~/ui/table/walk-rows";
import { useWidth } from "~/ui/use-width";
import { PlanTrack } from "./plan-track";
import { pinProps } from "~/ui/pin/pin-props";

interface Props {
  readonly rows: readonly PlanRow[];
  readonly onRemove: (id: string) => void;
}

const HEADS = ["plan", "from stop to target, in risks", "stands", "", "to its entry", "its end", "report", ""];
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
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>, row: PlanRow) => {
    if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tr[data-plan]") ?? [])) return;
    if (event.key !== "Enter" || event.target !== event.currentTarget) return;
    void navigate(hrefOf(hereNow(), `/plans/${row.id}`));
    event.preventDefault();
  };
  const first = STATES.flatMap(([state]) => rows.filter((row) => row.state === state))[0]?.id;
  return (
    <div ref={box} data-main tabIndex={-1}>
      <table className="w-full border-separate border-spacing-0">
        <caption className="sr-only">Plans by how they stand</caption>
        <thead>
          <tr className="text-soft">
            {HEADS.map((head, k) =>
              isNarrow && (k === 5 || k === 6) ? null : (
                <th
                  key={k}
                  scope="col"
                  className={`border-b border-ink/60 pb-1 font-normal ${k < 3 ? "text-left" : "text-right"} ${k > 0 ? "pl-3" : ""}`}
                >
                  {head || <span className="sr-only">{k === 3 ? "made" : "Deeds"}</span>}
                </th>
              ),
            )}
          </tr>
        </thead>
        {STATES.map(([state, name]) => {
          const own = rows.filter((row) => row.state === state);
          // Of what is over the latest comes first.
          if (state === "over") own.reverse();
          if (own.length === 0) return null;
          return (
            <tbody key={state}>
              <tr className="bg-track/40">
                <th scope="rowgroup" colSpan={8} className="border-b border-rule px-1 py-1 text-left font-semibold">
                  {name} <span className="font-normal text-soft">{own.length}</span>
                </th>
              </tr>
              {own.map((row) => (
                <PlanLine
                  key={row.id}
                  row={row}
                  track={track}
                  isNarrow={isNarrow}
                  isFirst={row.id === first}
                  href={hrefOf(here, `/plans/${row.id}`)}
                  onKeyDown={(event) => {
                    onKeyDown(event, row);
                  }}
                  onRemove={() => {
                    onRemove(row.id);
                  }}
                />
              ))}
            </tbody>
          );
        })}
      </table>
    </div>
  );
}

interface LineProps {
  readonly row: PlanRow;
  readonly track: number;
  readonly isNarrow: boolean;
  readonly isFirst: boolean;
  readonly href: string;
  readonly onKeyDown: (event: KeyboardEvent<HTMLTableRowElement>) => void;
  readonly onRemove: () => void;
}

function PlanLine({ row, track, isNarrow, isFirst, href, onKeyDown, onRemove }: LineProps) {
  const cell = "border-b border-rule/70 pl-3 align-top py-1";
  const sides = shownSides(row);
  return (
    <tr
      data-plan={row.id}
      {...pinProps({ of: "plan", id: row.id, name: row.ticker })}
      tabIndex={isFirst ? 0 : -1}
      className="outline-offset-[-2px] hover:bg-track/60 focus:bg-track/60"
      onKeyDown={onKeyDown}
    >
      <th scope="row" className="max-w-56 border-b border-rule/70 py-1 text-left align-top font-normal">
        <Link
          to={href}
          tabIndex={-1}
          className="block min-h-6 truncate hover:text-indigo"
          title={`${row.name}${row.origin === "" ? "" : `, from ${row.origin}`}`}
        >
          <b className="font-semibold">{row.ticker}</b> {row.origin === "" ? row.name : row.origin}
        </Link>
        <span className="block text-[11px] text-soft">
          made {date(row.made)}
          {row.isLookingBack ? <span title={explanationsOf("made looking back")}>, looking back</span> : ""}
        </span>
      </th>
      <td className={cell}>
        {sides.map((side) => (
          <span key={side.side} className="flex items-center gap-1.5">
            <span className="w-8 text-[11px] text-soft">{side.side}</span>
            <PlanTrack row={row} side={side} width={track} />
          </span>
        ))}
      </td>
      <td className={cell}>
        {sides.map((side) => (
          <span key={side.side} className="block h-[26px] content-center whitespace-nowrap">
            {STATUS_WORDS[side.status]}
            {side.held > 0 ? `, ${count(side.held, "unit")}` : ""}
            {side.status === "waiting" && side.units === 0 ? <span className="text-amber">, no size</span> : ""}
          </span>
        ))}
      </td>
      <td className={`${cell} text-right`}>
        {sides.map((side) => (
          <span
            key={side.side}
            className="block h-[26px] content-center whitespace-nowrap"
            title={signedMoney(side.money, row.currency)}
          >
            {Number.isNaN(side.r) ? (
              <span className="text-soft">pays {fixed(side.rewardToRisk, 1)} R</span>
            ) : (
              <b className={side.r < 0 ? "text-rust" : "text-teal"}>{inRisks(side.r)}</b>
            )}
          </span>
        ))}
      </td>
      <td className={`${cell} text-right`}>
        {sides.map((side) => (
          <span key={side.side} className="block h-[26px] content-center whitespace-nowrap">
            {side.status === "waiting" ? (
              <span className={isNearTrigger(side) ? "font-semibold" : "text-soft"}>
                {price(side.entry, row.close)}, {signed(side.away)} ATR
              </span>
            ) : (
              <span className="text-soft">–</span>
            )}
          </span>
        ))}
      </td>
      {!isNarrow && (
        <>
          <td className={`${cell} text-right whitespace-nowrap`}>{row.state === "over" ? "–" : until(row.end, row.toEnd)}</td>
          <td className={`${cell} text-right whitespace-nowrap ${row.toReport <= 5 && row.state !== "over" ? "text-amber" : ""}`}>
            {until(row.report, row.toReport)}
          </td>
        </>
      )}
      <td className={`${cell} text-right`}>
        <DeleteButton name={`the plan for ${row.ticker} of ${date(row.made)}`} onDelete={onRemove} />
      </td>
    </tr>
  );
}

/** What was entered; of a plan that waits, or came to nothing, both sides. */
function shownSides(row: PlanRow): readonly SideRow[] {
  const entered = row.sides.filter((side) => !Number.isNaN(side.r));
  return entered.length > 0 ? entered : row.sides;
}

function until(day: number, sessions: number): string {
  return Number.isNaN(day) ? "–" : `${date(day).replace(/ \d+$/, "")}, in ${sessions}`;
}
