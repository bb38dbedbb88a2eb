import { useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { trials } from "@studies/trials/trials";
import { hrefNowWith } from "~/here";
import type { OfferedScan } from "~/offered-scans.server";
import { tint } from "~/ui/tint";
import type { ResultOf } from "~/wire";
import { EpisodeBars } from "./episode-bars";
import { Averages, CellFigures, cellWords, fullOf } from "./episode-cell";
import { AVERAGES, EPISODE, NAME } from "./episode-widths";
import { EpisodesFoot } from "./episodes-foot";
import { EpisodesHead } from "./episodes-head";
import { ScanHead } from "./scan-head";
import { scansNow } from "./tried-scan";
import { useCellInHand } from "./use-cell-in-hand";

type Answer = ResultOf<typeof trials>;

interface Props {
  readonly answer: Answer;
  /** Texts of the scans, as they stand in the address. */
  readonly scans: readonly string[];
  readonly offered: readonly OfferedScan[];
  /** Which cell is open: its scan and the day of its episode. */
  readonly open: { readonly row: number; readonly day: string } | undefined;
  /** The day of the last episode in view; undefined for the latest. */
  readonly lastDay: string | undefined;
}

/** Scans by episodes: what each made after cost, and under it against the benchmark. Arrows move, Enter opens a cell. */
export function EpisodesTable({ answer, scans, offered, open, lastDay }: Props) {
  const navigate = useNavigate();
  const { rows, episodes, benchmark } = answer;
  const { box, view, room, shown, inHand, keyOf, goTo, setActive, onKeyDown } = useCellInHand(answer, lastDay);
  const [start] = view;
  return (
    <div ref={box} data-main className="overflow-hidden">
      <EpisodeBars
        answer={answer}
        row={Number(inHand.split(".")[0])}
        view={view}
        onShow={(k) => {
          goTo(Math.min(episodes.length - 1, k + Math.floor(room / 2)));
        }}
      />
      <table className="w-full table-fixed border-separate border-spacing-0 border-y border-rule">
        <caption className="sr-only">Scans by episodes: net return, and under it the excess over {benchmark}</caption>
        <colgroup>
          <col style={{ width: NAME }} />
          {shown.map(({ day }) => (
            <col key={day} style={{ width: EPISODE }} />
          ))}
          <col />
          {AVERAGES.map((own, k) => (
            <col key={k} style={{ width: own }} />
          ))}
        </colgroup>
        <EpisodesHead episodes={episodes} view={view} room={room} scans={scans} offered={offered} goTo={goTo} />
        <tbody>
          {rows.map((row, r) => (
            <tr key={`${row.name}.${r}`}>
              <ScanHead
                row={row}
                text={scans[r]}
                isAlone={rows.length === 1}
                onRemove={() =>
                  void navigate(hrefNowWith({ scan: scansNow().filter((text) => text !== scans[r]), cell: undefined }), {
                    replace: true,
                    preventScrollReset: true,
                  })
                }
              />
              {shown.map((_, j) => {
                const k = start + j;
                const cell = row.cells[k]!;
                const key = keyOf(r, k);
                const isOpen = open?.row === r && open.day === isoDate(episodes[k]!.day);
                return (
                  <td key={key} className="border-b border-rule/70 p-0" style={tint(cell.excess, fullOf(cell.held))}>
                    <button
                      type="button"
                      data-cell={key}
                      tabIndex={key === inHand ? 0 : -1}
                      aria-expanded={isOpen}
                      aria-label={cellWords(row.name, answer, k, cell)}
                      className={`block h-[38px] w-full pr-1 text-right leading-[16px] outline-offset-[-2px] ${isOpen ? "shadow-[inset_0_0_0_2px_var(--indigo)]" : ""}`}
                      onFocus={() => {
                        setActive(key);
                      }}
                      onKeyDown={(event) => {
                        onKeyDown(event, r, k);
                      }}
                      onClick={() =>
                        void navigate(hrefNowWith({ cell: isOpen ? undefined : `${r}.${isoDate(episodes[k]!.day)}` }), {
                          replace: true,
                          preventScrollReset: true,
                        })
                      }
                    >
                      <CellFigures cell={cell} />
                    </button>
                  </td>
                );
              })}
              <td className="border-b border-rule/70" />
              <Averages row={row} hold={answer.hold} />
            </tr>
          ))}
        </tbody>
        <EpisodesFoot answer={answer} view={view} />
      </table>
    </div>
  );
}
