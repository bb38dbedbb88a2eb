import { Link } from "react-router";
import { COMPRESSED_KINDS, type SetupKind } from "@core/setups/setup-kinds";
import { figureWords } from "@studies/setups/setup-words";
import type { SetupRow } from "@studies/setups/setup-columns";
import type { setups } from "@studies/setups/setups";
import { hrefOf, useHere } from "~/here";
import { TickerName } from "~/ui/ticker-name";
import type { ResultOf } from "~/wire";
import { BracketPicture } from "./bracket-picture";

/** The chart of an instrument with its bracket laid on it, or the groups where a group was traded much. */
export function hrefFor(row: SetupRow, here: ReturnType<typeof useHere>): string {
  const bracket = COMPRESSED_KINDS.has(row.kind as SetupKind) ? "session" : "farther";
  return hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`, row.isGroup ? {} : { bracket });
}

interface CellsProps {
  readonly row: SetupRow;
  /** Whose reward to risk is asked for, and from what on. */
  readonly side: ResultOf<typeof setups>["side"];
  readonly least: number;
  /** Of the bracket. */
  readonly width: number;
}

/** What one setup says in its row: who it is, where it stands, its figure and its bracket. */
export function SetupCells({ row, side, least, width }: CellsProps) {
  const here = useHere();
  const cell = "border-b border-rule/70 px-1.5 whitespace-nowrap";
  const place = row.isGroup ? row.phase : [row.sector, row.phase].filter((text) => text !== "").join(", ");
  return (
    <>
      <th scope="row" className="border-b border-rule/70 px-1 text-left font-normal whitespace-nowrap">
        <Link to={hrefFor(row, here)} tabIndex={-1} className="block min-h-6 content-center truncate hover:text-indigo">
          <TickerName ticker={row.isGroup ? "" : row.ticker} name={row.name} />
          {row.isInFocus && <span className="sr-only"> in focus</span>}
        </Link>
      </th>
      <td className={`${cell} text-soft`}>
        <span className="block truncate" title={row.industry}>
          {place}
        </span>
      </td>
      <td className={`${cell} truncate`}>{figureWords(row.kind, row.figure)}</td>
      <td className={cell} colSpan={3}>
        {row.long && row.short ? (
          <BracketPicture {...row} long={row.long} short={row.short} side={side} least={least} width={width} />
        ) : (
          <span className="text-soft">
            {row.isGroup ? "a group has no bracket" : "no bracket: it needs highs and lows of 15 sessions"}
          </span>
        )}
      </td>
    </>
  );
}
