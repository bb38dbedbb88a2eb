import { isoDate } from "@core";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { calendarText, type CalendarEntry } from "@server/transfer/calendar-text.server";
import { windowKey } from "@studies/seasons/window-columns";
import type { WindowRow } from "@studies/seasons/window-row";
import { windows } from "@studies/seasons/windows";
import { signedPercent } from "@studies/words/words";
import { askFor } from "~/ask.server";
import type { Route } from "./+types/calendar";

/** The windows that were picked (all of them where none was) with the reports inside, as an iCalendar file. */
export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const answer = await askFor(request, windows, paramsFromSearch(windows.params, search));
  const picked = new Set(search.getAll("pick"));
  const rows = answer.result.rows.filter((row) => picked.size === 0 || picked.has(windowKey(row)));
  const entries = rows.flatMap((row) => entriesOf(row, answer.market));
  const text = calendarText("Windows and reports", [...new Map(entries.map((e) => [e.uid, e])).values()], answer.asOf);
  return new Response(text, {
    headers: {
      "Content-Type": "text/calendar; charset=utf-8",
      "Content-Disposition": `attachment; filename="windows-${isoDate(answer.asOf)}.ics"`,
    },
  });
}

function entriesOf(row: WindowRow, market: string): CalendarEntry[] {
  const called = row.ticker === "" ? row.name : `${row.ticker} ${row.name}`;
  return [
    {
      uid: `window-${market}-${windowKey(row)}-${isoDate(row.from)}@yubrin`,
      title: `${called}: ${row.way} in ${row.wins} of ${row.years.length} years`,
      about:
        `In at the close of ${isoDate(row.from)}, out at the close of ${isoDate(row.to)}, ${row.hold} sessions later. ` +
        `Median ${signedPercent(row.median)}, worst year ${signedPercent(row.worst)}, worst on the way ${signedPercent(row.worstOnTheWay)}.`,
      from: row.from,
      to: row.to,
    },
    ...row.reports.map((day) => ({
      uid: `report-${market}-${row.key}-${isoDate(day)}@yubrin`,
      title: `${called} reports`,
      about: "The date of the next report, as it is known.",
      from: day,
      to: day,
    })),
  ];
}
