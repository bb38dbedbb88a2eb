import { useEffect, useRef, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { isoDate, yearOf } from "@core/columns/epoch-day";
import type { trials } from "@studies/trials/trials";
import { dayMonth, signedPercent } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import type { OfferedScan } from "~/offered-scans.server";
import { useRemembered } from "~/ui/remembered";
import { tint } from "~/ui/tint";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";
import { EpisodeBars } from "./episode-bars";
import { Averages, CellFigures, cellWords } from "./episode-cell";
import { ScanHead } from "./scan-head";
import { ScansMenu } from "./scans-menu";
import { SpreadMark } from "./spread-mark";
import { scansNow } from "./tried-scan";

type Answer = ResultOf<typeof trials>;
type Row = Answer["rows"][number];

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

const NAME = 176;
const AVERAGES = [56, 52, 58, 58, 62, 66];
const EPISODE = 58;

/** Scans by episodes: what each made after cost, and under it against the benchmark. Arrows move, Enter opens a cell. */
export function EpisodesTable({ answer, scans, offered, open, lastDay }: Props) {
  const navigate = useNavigate();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1000);
  const { rows, episodes, members, benchmark } = answer;
  const room = Math.max(1, Math.floor((width - NAME - AVERAGES.reduce((a, b) => a + b, 0)) / EPISODE));
  const asked = lastDay === undefined ? -1 : episodes.findIndex((e) => isoDate(e.day) === lastDay);
  const end = Math.max(Math.min(room, episodes.length), asked < 0 ? episodes.length : asked + 1);
  const start = Math.max(0, end - room);
  const shown = episodes.slice(start, end);
  const [active, setActive] = useRemembered<string>("cell in hand", "");
  const keyOf = (row: number, k: number) => `${row}.${episodes[k] ? isoDate(episodes[k].day) : ""}`;
  const isThere = rows.some((_, row) => shown.some((_, k) => keyOf(row, start + k) === active));
  // At first the scan that the reading speaks of.
  const inHand = isThere ? active : keyOf(bestOf(rows), end - 1);
  const goTo = (last: number) =>
    void navigate(
      hrefNowWith({ moments: last >= episodes.length - 1 ? undefined : isoDate(episodes[Math.max(room - 1, last)]!.day) }),
      {
        replace: true,
        preventScrollReset: true,
      },
    );
  const buttonOf = (key: string) => box.current?.querySelector<HTMLElement>(`[data-cell="${key}"]`);
  // A cell that comes into view by its key takes the keyboard.
  const focusNext = useRef<string>(undefined);
  useEffect(() => {
    const button = focusNext.current === undefined ? undefined : buttonOf(focusNext.current);
    if (!button) return;
    button.focus();
    focusNext.current = undefined;
  });
  const onKeyDown = (event: KeyboardEvent<HTMLButtonElement>, row: number, k: number) => {
    const steps: Partial<Record<string, readonly [number, number]>> = {
      ArrowLeft: [row, k - 1],
      ArrowRight: [row, k + 1],
      ArrowUp: [row - 1, k],
      ArrowDown: [row + 1, k],
      Home: [row, start],
      End: [row, end - 1],
    };
    const to = steps[event.key];
    if (!to) return;
    event.preventDefault();
    const [r, c] = [Math.max(0, Math.min(rows.length - 1, to[0])), Math.max(0, Math.min(episodes.length - 1, to[1]))];
    const key = keyOf(r, c);
    const button = buttonOf(key);
    setActive(key);
    if (button) button.focus();
    else {
      focusNext.current = key;
      goTo(c < start ? c + room - 1 : c);
    }
  };
  return (
    <div ref={box} data-main className="overflow-hidden">
      <EpisodeBars
        answer={answer}
        row={Number(inHand.split(".")[0])}
        view={[start, end]}
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
        <thead>
          <tr className="align-bottom text-[12px] text-soft">
            <th scope="col" className={`${HEAD} pl-1 text-left`}>
              <span className="flex items-baseline justify-between gap-2 pr-2">
                <ScansMenu offered={offered} scans={scans} shown="add a scan" />
                {start > 0 && (
                  <button
                    type="button"
                    className="min-h-6 text-indigo"
                    aria-label={`Earlier episodes: ${start}`}
                    onClick={() => {
                      goTo(start - 1);
                    }}
                  >
                    ← {start} more
                  </button>
                )}
              </span>
            </th>
            {shown.map(({ day, entered, exit }) => (
              <th
                key={day}
                scope="col"
                className={`${HEAD} text-right leading-[14px]`}
                title={
                  Number.isNaN(entered)
                    ? "Bought at the next open"
                    : `Bought ${isoDate(entered)}, sold or valued ${isoDate(exit)}`
                }
              >
                {dayMonth(day)}
                <br />
                {yearOf(day)}
              </th>
            ))}
            <th className={HEAD}>
              {end < episodes.length && (
                <button
                  type="button"
                  className="min-h-6 text-indigo"
                  aria-label={`Later episodes: ${episodes.length - end}`}
                  onClick={() => {
                    goTo(end + room - 1);
                  }}
                >
                  {episodes.length - end} →
                </button>
              )}
            </th>
            {["mean net", "a year", `against index`, "against all", "worst", "ahead"].map((head, k) => (
              <th
                key={head}
                scope="col"
                className={`${HEAD} pr-1 text-right leading-[14px] ${k === 0 ? "text-ink" : ""}`}
                title={ABOUT[k]}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
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
      </table>
    </div>
  );
}

const HEAD = "border-b border-ink/60 pb-1 font-normal";
const ABOUT = [
  "Mean return after cost over the episodes that are over",
  "The mean taken to a year; hardly a figure for holds under 21 sessions",
  "Mean return after cost less that of the benchmark over the same sessions",
  "Mean return before cost less that of all members bought at the same moments: by this a scan is judged",
  "The lowest return after cost",
  "In how many of the episodes it was ahead of the benchmark",
];

/** Place of the scan that did best beyond all members. */
function bestOf(rows: readonly Row[]): number {
  const beyond = rows.map(({ averages }) => (averages.n > 0 ? averages.beyond : -Infinity));
  return beyond.indexOf(Math.max(...beyond));
}

/** A return is strongest in tint at about twice what is usual over so many sessions. */
const fullOf = (held: number) => 0.012 * Math.sqrt(Math.max(1, held));
