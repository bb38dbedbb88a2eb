import { listCalls } from "@server/calls.server";
import { calls } from "@studies/calls/calls";
import { callSentence } from "@studies/calls/call-words";
import { daysAhead, type DayAhead } from "@studies/today/days-ahead";
import { list, sentenceText } from "@studies/words/words";
import { askFor, openDesk } from "~/ask.server";
import { hrefOf, parseHere, type Here } from "~/here";
import { listsNow } from "~/lists-now.server";
import { periodOf, savedTrials } from "~/saved-trials.server";
import { plansHere } from "../plans/plans-here.server";

/** Words with where they are seen, one after another. */
export type DueWords = readonly (string | { readonly text: string; readonly to: string })[];

/** Something that is to come on a day. */
export interface Due {
  readonly day: number;
  /** Sessions to it. */
  readonly left: number;
  readonly words: DueWords;
}

/** The plans, calls and lists of a market as they stand at the date in view, each asked once for whatever is told of them. */
export function deskHere(request: Request, market: string, asOf: number) {
  const callsHere = async () => {
    const saved = await listCalls((await openDesk()).db, market);
    return askFor(request, calls, { calls: JSON.stringify(saved) });
  };
  return { plans: plansHere(request), calls: callsHere(), lists: listsNow(request, market, asOf) };
}
export type DeskHere = ReturnType<typeof deskHere>;

const SESSIONS = 10;

/**
 * What is due in the two weeks after the date in view: reports of what is planned or in a list, ends of plans, calls that are
 * scored, models that are rebalanced, days that count.
 */
export async function dueHere(request: Request, market: string, desk: DeskHere): Promise<Due[]> {
  const here = parseHere(new URL(request.url).searchParams);
  const { answer } = await desk.plans;
  const plans = answer.result.plans.filter((row) => row.state !== "over");
  const whereOf = new Map(plans.map((row) => [row.ticker, ["a plan"]]));
  for (const { name, tickers } of await desk.lists)
    for (const ticker of tickers) whereOf.set(ticker, [...(whereOf.get(ticker) ?? []), `“${name}”`]);
  const ahead = await askFor(request, daysAhead, { for: [...whereOf.keys()].join(","), sessions: SESSIONS });
  const models = (await savedTrials(market)).filter((trial) => trial.body.view === "models");
  const days = ahead.result.rows.flatMap((row): Due[] => {
    const words = row.kind === "report" ? reportWords(row, whereOf, here) : dayWords(row, models, here);
    return words === undefined ? [] : [{ day: row.day, left: row.left, words }];
  });
  const ends = plans
    .filter((row) => row.end <= ahead.result.last)
    .map((row): Due => {
      const plan = { text: `The plan on ${row.ticker}`, to: hrefOf(here, `/plans/${row.id}`) };
      return { day: row.end, left: row.toEnd, words: [plan, " comes to its end"] };
    });
  const to = hrefOf(here, "/briefs/calls");
  const scored = (await desk.calls).result.rows
    .filter((row) => row.state === "open" && row.due <= ahead.result.last)
    .map((row): Due => {
      const words = [{ text: "A call is scored", to }, `: ${sentenceText(callSentence(row))}`];
      return { day: row.due, left: row.left, words };
    });
  return [...days, ...ends, ...scored].sort((a, b) => a.day - b.day);
}

const MOST_TICKERS = 5;

function reportWords({ tickers }: DayAhead, whereOf: ReadonlyMap<string, readonly string[]>, here: Here): DueWords {
  const shown = tickers.slice(0, MOST_TICKERS);
  const more = tickers.length - shown.length;
  const where = [...new Set(tickers.flatMap((ticker) => whereOf.get(ticker) ?? []))];
  return [
    ...shown.flatMap((ticker, k) => [
      k === 0 ? "" : k === shown.length - 1 && more === 0 ? " and " : ", ",
      { text: ticker, to: hrefOf(here, `/chart/${encodeURIComponent(ticker)}`, { plot: "reports" }) },
    ]),
    more > 0 ? ` and ${more} more report` : tickers.length === 1 ? " reports" : " report",
    where.length === 0 ? "" : `, from ${list(where)}`,
  ];
}

type SavedTrial = Awaited<ReturnType<typeof savedTrials>>[number];

const ENDING: Readonly<Record<string, readonly string[]>> = {
  week: ["week"],
  month: ["week", "month"],
  quarter: ["week", "month", "quarter"],
};

/** What a day means; undefined for one that says nothing to this desk. */
function dayWords({ kind }: DayAhead, models: readonly SavedTrial[], here: Here): DueWords | undefined {
  if (kind === "holiday")
    return ["No session, a holiday: ", { text: "sessions around holidays", to: hrefOf(here, "/seasons", { period: "holiday" }) }];
  if (kind === "third-Friday expiry") return ["Options of the third Friday expire"];
  const ended = kind.slice("end of the ".length);
  const due = models.filter(({ body }) => ENDING[ended]?.includes(periodOf(body)));
  if (due.length === 0 && ended === "week") return undefined;
  return [
    `Last session of the ${ended}`,
    ...due.flatMap(({ name, body }, k) => [
      k === 0 ? "; at the next open " : k === due.length - 1 ? " and " : ", ",
      { text: name, to: hrefOf(here, "/trials/models", { ...body.params, name }) },
    ]),
    due.length === 0 ? "" : due.length === 1 ? " is rebalanced" : " are rebalanced",
  ];
}
