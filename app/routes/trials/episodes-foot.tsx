import type { trials } from "@studies/trials/trials";
import { signedPercent } from "@studies/words/words";
import type { ResultOf } from "~/wire";
import { fullOf } from "./episode-cell";
import { AVERAGES } from "./episode-widths";
import { SpreadMark } from "./spread-mark";

interface Props {
  readonly answer: ResultOf<typeof trials>;
  /** First and last episode in view, the end not included. */
  readonly view: readonly [start: number, end: number];
}

/** What all members and the benchmark made over the same sessions. */
export function EpisodesFoot({ answer: { rows, episodes, members, benchmark }, view: [start, end] }: Props) {
  const shown = episodes.slice(start, end);
  return (
    <tfoot className="text-[12px] text-soft">
      <tr>
        <th
          scope="row"
          className="truncate pl-1 text-left font-normal"
          title="Mean before cost, and where the middle eight of ten members lay"
        >
          all of {members.name}
        </th>
        {shown.map(({ day }, j) => {
          const spread = members.spreads[start + j]!;
          return (
            <td key={day} className="pr-1 text-right align-top">
              <SpreadMark
                spread={spread}
                net={rows.map((row) => row.cells[start + j]!.gross)}
                full={2.2 * fullOf(rows[0]?.cells[start + j]?.held ?? 10)}
              />
              {Number.isNaN(spread.mean) ? "–" : signedPercent(spread.mean)}
            </td>
          );
        })}
        <td colSpan={AVERAGES.length + 1} className="pl-3 align-bottom">
          dots: the scans; band: eight of ten members
        </td>
      </tr>
      <tr>
        <th scope="row" className="truncate pb-1 pl-1 text-left font-normal">
          {benchmark}
        </th>
        {shown.map(({ day, index }) => (
          <td key={day} className="pr-1 pb-1 text-right">
            {signedPercent(index)}
          </td>
        ))}
        <td colSpan={AVERAGES.length + 1} />
      </tr>
    </tfoot>
  );
}
