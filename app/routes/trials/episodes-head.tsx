import { isoDate, yearOf } from "@core/columns/epoch-day";
import type { trials } from "@studies/trials/trials";
import { dayMonth } from "@studies/words/words";
import type { OfferedScan } from "~/offered-scans.server";
import type { ResultOf } from "~/wire";
import { ScansMenu } from "./scans-menu";

interface Props {
  readonly episodes: ResultOf<typeof trials>["episodes"];
  /** First and last episode in view, the end not included, and how many there is room for. */
  readonly view: readonly [start: number, end: number];
  readonly room: number;
  readonly scans: readonly string[];
  readonly offered: readonly OfferedScan[];
  /** Brings an episode into view, as the last. */
  readonly goTo: (last: number) => void;
}

/** The heads of the episodes with the way to earlier and later ones, and those of the averages. */
export function EpisodesHead({ episodes, view: [start, end], room, scans, offered, goTo }: Props) {
  return (
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
        {episodes.slice(start, end).map(({ day, entered, exit }) => (
          <th
            key={day}
            scope="col"
            className={`${HEAD} text-right leading-[14px]`}
            title={
              Number.isNaN(entered) ? "Bought at the next open" : `Bought ${isoDate(entered)}, sold or valued ${isoDate(exit)}`
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
