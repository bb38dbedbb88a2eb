import { useNavigate, useSearchParams } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import { START_DAYS } from "@core/seasons/start-days";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { anyOf } from "@studies/sets/group-key";
import { PEER_SETS } from "@studies/sets/peer-names";
import { windowKey, windowText } from "@studies/seasons/window-columns";
import type { WindowRow } from "@studies/seasons/window-row";
import { windows } from "@studies/seasons/windows";
import { count, dayMonth } from "@studies/words/words";
import { askLongFor } from "~/ask.server";
import { listsHere } from "~/lists-now.server";
import { hrefNowWith, hrefOf, parseHere, useHere } from "~/here";
import { offeredGroups } from "~/offered-groups.server";
import { useWayBack } from "~/opener";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { useLastSaid } from "~/ui/use-last-said";
import { usePlans } from "~/ui/use-plans";
import { WaitForJob } from "~/ui/wait-for-job";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { DayStrip } from "./day-strip";
import { WindowsSentence } from "./windows-sentence";
import { WindowsTable } from "./windows-table";

/** The windows of a set, or the job that looks for them. */
export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const params = paramsFromSearch(windows.params, search);
  const [asked, groups, lists] = await Promise.all([
    askLongFor(request, windows, params),
    offeredGroups(request),
    listsHere(request),
  ]);
  const { focus } = parseHere(search);
  const within = [
    ...(focus.length > 0 ? [{ value: anyOf(focus), label: "the focus" }] : []),
    ...lists.filter(({ key }) => key !== "").map(({ name, key }) => ({ value: key, label: `${name} (list)` })),
    ...groups.map(({ value, label }) => ({ value, label })),
  ];
  const { set, in: inside = "", wins, years } = windows.params.parse(params);
  const about = { set, within: inside, wins, years };
  if ("job" in asked) return { job: asked.job, said: undefined, groups: within, about };
  return { job: undefined, about, said: { reading: asked.answer.reading, answer: toWire(asked.answer.result) }, groups: within };
}

type Answer = ResultOf<typeof windows>;

export const meta: Route.MetaFunction = () => [{ title: "Windows · Seasons · Yubrin" }];

export default function Windows({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const wayBack = useWayBack();
  const plans = usePlans();
  const [search] = useSearchParams();
  useKeys({ Backspace: () => wayBack(undefined) });
  const { job, groups, about } = loaderData;
  const said = useLastSaid(loaderData.said);
  const answer = said && fromWire<Answer>(said.answer);
  const picked = search.getAll("pick");
  const asked = Object.fromEntries([...new Set(search.keys())].map((name) => [name, search.getAll(name)]));
  return (
    <>
      <Reading sentences={said?.reading ?? [["Looking for windows that went one way in nearly every year."]]} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/windows", asked)}>
        <WindowsSentence {...about} inName={answer?.inName ?? ""} groups={groups} search={search} />
      </ControlSentence>
      {job && (
        <div className="mb-4">
          <WaitForJob begun={job} doing="Looking through every start and hold" what="The search" />
        </div>
      )}
      {answer && (
        <div aria-busy={job !== undefined} className={job ? "opacity-50" : ""}>
          {answer.searched > 0 && (
            <DayStrip
              strip={answer.strip}
              span={{ from: START_DAYS.indexOf(answer.from), to: START_DAYS.indexOf(answer.to) }}
              today={START_DAYS.indexOf(answer.today)}
              onChoose={({ from, to }) =>
                void navigate(hrefNowWith({ from: START_DAYS[from]!, to: START_DAYS[to]!, pick: undefined }), {
                  replace: true,
                  preventScrollReset: true,
                })
              }
            />
          )}
          {answer.rows.length > 0 ? (
            <>
              <WindowsTable
                rows={answer.rows}
                picked={new Set(picked)}
                href={(row) => chartHref(here, row)}
                onPlan={(row) => {
                  if (row.ticker === "") return false;
                  void plans.begin({
                    ticker: row.ticker,
                    side: row.way === "rose" ? "long" : "short",
                    until: isoDate(row.to),
                    origin: `its window from ${dayMonth(row.from)}, a season`,
                  });
                  return true;
                }}
                onPick={(row) => {
                  const key = windowKey(row);
                  const next = picked.includes(key) ? picked.filter((k) => k !== key) : [...picked, key];
                  void navigate(hrefNowWith({ pick: next }), { replace: true, preventScrollReset: true });
                }}
              />
              <p className="mt-1 text-[12px] text-soft">
                Space takes a row into the calendar, <kbd>b</kbd> makes a plan of it.{" "}
                <a className="font-semibold link" href={hrefOf({ ...here, focus: [] }, "/seasons/windows.ics", asked)} download>
                  {picked.length === 0 ? "Calendar file of all" : `Calendar file of ${count(picked.length, "window")}`}
                </a>
              </p>
            </>
          ) : (
            <p data-main className="mt-4 max-w-xl text-soft">
              {answer.searched === 0
                ? `A window needs as many years as are asked for; no history of the ${PEER_SETS[answer.set].many} is that long. Ask for fewer, or a later date.`
                : "Choose more days on the strip, fewer wins, or a smaller move."}
            </p>
          )}
        </div>
      )}
    </>
  );
}

/** Its chart with this window and those of the years before. */
function chartHref(here: ReturnType<typeof useHere>, row: WindowRow): string {
  return hrefOf(here, `/chart/${encodeURIComponent(row.ticker === "" ? row.key : row.ticker)}`, {
    window: windowText(row),
    history: "1260",
  });
}
