import { isoDate } from "@core/columns/epoch-day";
import type { trials } from "@studies/trials/trials";
import { count, none, signedPercent } from "@studies/words/words";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof trials>;
type Row = Answer["rows"][number];
type Cell = Row["cells"][number];

/** Net return, and under it the excess. */
export function CellFigures({ cell }: { readonly cell: Cell }) {
  if (cell.state === "waiting") return <span className="text-[12px] text-soft">waits</span>;
  if (cell.bought === 0) return <span className="text-soft">–</span>;
  const isOver = cell.state === "finished";
  return (
    <>
      <b className={isOver ? "font-semibold" : "font-normal italic"}>{signedPercent(cell.net)}</b>
      <br />
      <span className="text-[12px]">{isOver ? signedPercent(cell.excess) : "so far"}</span>
    </>
  );
}

/** The averages of a scan over its episodes, as cells. */
export function Averages({ row: { averages }, hold }: { readonly row: Row; readonly hold: number }) {
  const { n, net, excess, beyond, worst, ahead } = averages;
  const cell = "border-b border-rule/70 pr-1 text-right";
  const year = n === 0 || hold === 0 ? NaN : Math.max(0, 1 + net) ** (252 / hold) - 1;
  return (
    <>
      <td className={`${cell} font-semibold`}>{signedPercent(net)}</td>
      <td className={`${cell} ${hold < 21 ? "text-soft italic" : ""}`}>{signedPercent(year, 0)}</td>
      <td className={`${cell} ${signColour(excess)}`}>{signedPercent(excess)}</td>
      <td className={`${cell} font-semibold ${signColour(beyond)}`}>{signedPercent(beyond)}</td>
      <td className={cell}>{signedPercent(worst)}</td>
      <td className={cell}>{n === 0 ? "–" : `${none(Math.round(ahead * n))} of ${n}`}</td>
    </>
  );
}

/** A cell as it is read aloud. */
export function cellWords(name: string, { episodes, benchmark }: Answer, k: number, cell: Cell): string {
  const day = isoDate(episodes[k]!.day);
  if (cell.state === "waiting") return `${name}, ${day}: bought at the next open`;
  if (cell.bought === 0) return `${name}, ${day}: nothing was bought`;
  const over = cell.state === "finished" ? "" : " so far";
  return `${name}, ${day}: ${signedPercent(cell.net)} net${over}, ${signedPercent(cell.excess)} against ${benchmark}; ${cell.winners} of ${count(cell.bought, "purchase")} won`;
}

/** A return is strongest in tint at about twice what is usual over so many sessions. */
export const fullOf = (held: number) => 0.012 * Math.sqrt(Math.max(1, held));
