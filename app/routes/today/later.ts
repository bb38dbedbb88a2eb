import { monthOf } from "@core/columns/epoch-day";
import { MONTH_NAMES } from "@core/seasons/month-names";
import { listLists } from "@server/lists.server";
import { directory } from "@studies/frame/directory";
import { lists } from "@studies/lists/lists";
import { heldRecords } from "@studies/precedents/held-records";
import { consistency } from "@studies/seasons/consistency";
import { windowsAhead } from "@studies/seasons/windows-ahead";
import { anyOf } from "@studies/sets/group-key";
import { setups } from "@studies/setups/setups";
import { atOf } from "~/at-of";
import { alertsHere } from "~/alerts.server";
import { askFor, findFor, letGiveWay, openDesk } from "~/ask.server";
import { parseHere } from "~/here";
import type { ListNow } from "~/lists-now.server";
import { modelsDue } from "~/saved-trials.server";
import { toWire } from "~/wire";
import type { Route } from "./+types/later";
import type { CallsSaid } from "./calls-due";
import { deskHere, dueHere } from "./due.server";
import type { ListsSaid } from "./lists-now";
import type { MonthSaid } from "./months-now";
import type { PlansSaid } from "./plans-now";
import type { SetupsSaid } from "./setups-now";
import type { WindowsSaid } from "./windows-ahead";

/** What Today says after its first part, each as it is worked out, and of what. */
export async function loader({ request }: Route.LoaderArgs) {
  letGiveWay(request);
  const { market, asOf } = await askFor(request, directory, {});
  const desk = deskHere(request, market, asOf);
  const kept = desk.lists;
  return {
    at: atOf(market, asOf, parseHere(new URL(request.url).searchParams).focus),
    held: findFor(request, heldRecords, {}).then((said) => said && { reading: said.reading, answer: toWire(said.result) }),
    months: consistentMonths(request, asOf),
    ahead: windowsOfLists(request, kept),
    lists: listsOfMarket(request, market),
    models: modelsDue(request, market),
    alerts: alertsHere(request),
    setups: setupsOfLists(request, kept),
    calls: desk.calls.then((said): CallsSaid => ({ asOf: said.asOf, rows: toWire(said.result.rows) })),
    due: dueHere(request, market, desk),
    plans: desk.plans.then(({ answer: said }): PlansSaid => ({
      asOf: said.asOf,
      provisional: said.provisional,
      rows: toWire(said.result.plans),
    })),
  };
}

/** Who came into the lists of the market and who left them on the session; undefined without a list. */
async function listsOfMarket(request: Request, market: string): Promise<ListsSaid | undefined> {
  const saved = await listLists((await openDesk()).db, market);
  const said = saved.length === 0 ? undefined : await findFor(request, lists, { lists: JSON.stringify(saved), sessions: 1 });
  return said && { reading: said.reading, rows: toWire(said.result.rows) };
}

const MOST_LISTS = 6;

/** What is set up for the next session in the focus and in each list. */
async function setupsOfLists(request: Request, kept: Promise<readonly ListNow[]>): Promise<SetupsSaid[]> {
  const lists = await kept;
  const { focus } = parseHere(new URL(request.url).searchParams);
  const asked = [
    ...(focus.length > 0 ? [{ for: "focus", key: anyOf(focus), name: "The focus" }] : []),
    ...lists.filter(({ key }) => key !== "").map(({ key, name }) => ({ for: key, key, name })),
  ].slice(0, MOST_LISTS);
  const said = await Promise.all(
    asked.map(async ({ for: universe, key, name }) => {
      const answer = await findFor(request, setups, { for: key });
      return answer && { for: universe, name, reading: answer.reading.slice(0, 2) };
    }),
  );
  return said.filter((one) => one !== undefined);
}

/** What the stocks of the market's lists and of the focus enter in the sessions to come; undefined without either. */
async function windowsOfLists(request: Request, kept: Promise<readonly ListNow[]>): Promise<WindowsSaid | undefined> {
  const lists = await kept;
  const { focus } = parseHere(new URL(request.url).searchParams);
  const keys = [...focus, ...lists.map(({ key }) => key).filter((key) => key !== "")];
  const said = keys.length === 0 ? undefined : await findFor(request, windowsAhead, { in: keys });
  return said && { reading: said.reading, answer: toWire(said.result) };
}

/** The sectors in the month of a session and in the one after it. */
async function consistentMonths(request: Request, asOf: number): Promise<MonthSaid[]> {
  const now = monthOf(asOf) % 12;
  const said = await Promise.all(
    [now, (now + 1) % 12].map(async (k) => {
      const answer = await findFor(request, consistency, { month: String(k + 1) });
      return answer && answer.result.rows.length > 0
        ? { month: k + 1, name: MONTH_NAMES[k]!, reading: answer.reading }
        : undefined;
    }),
  );
  return said.filter((one) => one !== undefined);
}
