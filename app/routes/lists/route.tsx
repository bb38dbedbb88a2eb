import { useSearchParams } from "react-router";
import { listLists } from "@server/lists.server";
import { onList } from "@studies/alerts/alert-schema";
import { lists } from "@studies/lists/lists";
import { scan } from "@studies/scans/scan";
import { pickedKey } from "@studies/sets/group-key";
import { date } from "@studies/words/words";
import { alertsHere } from "~/alerts.server";
import { askFor, findFor, openDesk } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { useKeys } from "~/ui/use-keys";
import { useLists } from "~/ui/use-lists";
import { universesFor } from "~/universes.server";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { AlertsPart } from "./alerts/alerts-part";
import { listDeed } from "./list-deeds.server";
import { ListsTable } from "./lists-table";
import { NewList } from "./new-list";
import { OpenList } from "./open-list";

const SPANS = [1, 5, 10, 21, 63];

/** The lists of the market in view; one of them open with its members. */
export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const { db } = await openDesk();
  const sessions = search.get("sessions") ?? undefined;
  const { market } = await askFor(request, lists, { sessions });
  const saved = await listLists(db, market);
  const answer = await askFor(request, lists, { lists: JSON.stringify(saved), sessions });
  const name = search.get("open") ?? "";
  const row = answer.result.rows.find((r) => r.name === name);
  const key = row && row.tickers.length > 0 ? pickedKey(row.tickers, row.name) : undefined;
  const figures = key === undefined ? undefined : (await findFor(request, scan, { for: key, top: 1000 }))?.result;
  const watched = await alertsHere(request);
  return {
    reading: answer.reading,
    market,
    alerts: watched.alerts,
    provisional: watched.provisional,
    settled: watched.settled,
    names: await clauseNames(request, market),
    about: [...saved.map((list) => ({ value: onList(list.name), label: `${list.name} (list)` })), ...universesFor([], [], [])],
    isLatest: answer.isLatest,
    answer: toWire(answer.result),
    figures: figures && toWire(figures),
    open: saved.find((list) => list.name === name),
  };
}

export async function action({ request }: Route.ActionArgs) {
  return listDeed(request);
}

export const meta: Route.MetaFunction = () => [{ title: "Lists · Yubrin" }];

type Answer = ResultOf<typeof lists>;

/** What is kept in view: who is in each list, who came and who left, and what they have made. */
export default function Lists({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const deeds = useLists();
  useKeys({ Backspace: () => wayBack(search.has("open") ? hrefOf(here, "/lists") : undefined) });
  const answer = fromWire<Answer>(loaderData.answer);
  const { open, market, isLatest } = loaderData;
  const row = answer.rows.find((r) => r.name === open?.name);
  const sessions = Number(search.get("sessions") ?? 5);
  const removed = deeds.answer?.removed;
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence pin={`/data/lists?sessions=${sessions}`}>
        Changes in the last{" "}
        <InlineMenu
          label="Sessions"
          param="sessions"
          value={String(sessions)}
          choices={[...new Set([...SPANS, sessions])]
            .sort((a, b) => a - b)
            .map((n) => ({ value: String(n), label: n === 1 ? "session" : `${n} sessions` }))}
        />
        , since {date(answer.since)}.
      </ControlSentence>
      {removed && !answer.rows.some((r) => r.name === removed.name) && (
        <RemovedItem className="mb-2" name={removed.name} onPutBack={() => void deeds.save(removed.list)} />
      )}
      {answer.rows.length > 0 && <ListsTable rows={answer.rows} main={row === undefined} onRemove={deeds.remove} />}
      <div className="mt-3" data-main={answer.rows.length === 0 || undefined}>
        <NewList market={market} asOf={answer.asOf} />
      </div>
      {open && row && (
        <OpenList
          key={open.name}
          list={open}
          row={row}
          rows={answer.rows}
          figures={loaderData.figures && fromWire<ResultOf<typeof scan>>(loaderData.figures)}
          asOf={answer.asOf}
          isLatest={isLatest}
          deeds={deeds}
        />
      )}
      <AlertsPart
        market={market}
        asOf={answer.asOf}
        provisional={loaderData.provisional}
        settled={loaderData.settled}
        alerts={loaderData.alerts}
        names={loaderData.names}
        about={loaderData.about}
      />
    </>
  );
}
