import { useSearchParams } from "react-router";
import { listItems } from "@server/items.server";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { BEGINNING } from "@studies/trials/ready-scans";
import { trialMembers } from "@studies/trials/trial-members";
import { trials } from "@studies/trials/trials";
import { directory } from "@studies/frame/directory";
import { askFor, askLongFor, findFor, openDesk } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { hrefOf, useHere } from "~/here";
import { listsNow } from "~/lists-now.server";
import { offeredScans } from "~/offered-scans.server";
import { useWayBack } from "~/opener";
import { trialParams } from "~/saved-trials";
import { judgedTrials, savedTrials } from "~/saved-trials.server";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { useLastSaid } from "~/ui/use-last-said";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { EpisodesMenu } from "./episodes-menu";
import { EpisodesTable } from "./episodes-table";
import { MembersPart } from "./members-part";
import { BenchMenu, CostMenu, HoldOrUntilMenu, SinceMenu, TopMenu } from "./plan-menus";
import { jobOrSaid } from "./job-or-said";
import { SavedTrials } from "./saved-trials";
import { Trying, TRYING } from "./trying";
import { ViewMenu } from "./view-menu";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const params = paramsFromSearch(trials.params, search);
  const { market, asOf } = await askFor(request, directory);
  const { db } = await openDesk();
  const [names, lists, systems, situations] = await Promise.all([
    clauseNames(request, market),
    listsNow(request, market, asOf),
    listItems(db, "timing-system"),
    listItems(db, "situation"),
  ]);
  const texts = search.has("scan") ? search.getAll("scan") : BEGINNING;
  const open = openCell(search.get("cell"), texts);
  const [offered, members] = await Promise.all([
    offeredScans(request, market, lists, names.groups),
    open &&
      findFor(request, trialMembers, {
        ...paramsFromSearch(trialMembers.params, search),
        scan: texts[open.row]!,
        on: open.day,
      }),
  ]);
  const here = <T extends { readonly body: { readonly market: string } }>(all: readonly T[]) =>
    all.filter((one) => one.body.market === market);
  // Begun last, so that the page is there to wait for it.
  const asked = await askLongFor(request, trials, params);
  return {
    ...jobOrSaid(asked),
    ...{ market, asOf },
    saved: await savedTrials(market),
    judged: judgedTrials(request, market),
    asked: trials.params.parse(params),
    scans: texts,
    open,
    members: members && toWire({ reading: members.reading, answer: members.result }),
    offered,
    tickers: names.tickers,
    systems: here(systems).map(({ name, body }) => ({
      name,
      params: { at: "system", on: body.on, up: JSON.stringify(body.up), down: JSON.stringify(body.down) },
    })),
    situations: here(situations).map(({ name, body }) => ({
      name,
      params: { at: "situation", situation: JSON.stringify(body.when) },
    })),
  };
}

/** The cell whose members are shown, as an address names it: "0.2019-03-01". */
function openCell(text: string | null, scans: readonly string[]): { readonly row: number; readonly day: string } | undefined {
  const found = /^(\d+)\.(\d{4}-\d{2}-\d{2})$/.exec(text ?? "");
  const row = Number(found?.[1]);
  return found && scans[row] !== undefined ? { row, day: found[2]! } : undefined;
}

export const meta: Route.MetaFunction = () => [{ title: "Trials · Yubrin" }];

/** What buying some scans would have made at each of some episodes. */
export default function Trials({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { asked, scans, open } = loaderData;
  const said = useLastSaid(loaderData.said);
  const answer = said && fromWire<ResultOf<typeof trials>>(said.answer);
  const members =
    loaderData.members &&
    fromWire<{ reading: ReturnType<typeof trialMembers.reading>; answer: ResultOf<typeof trialMembers> }>(loaderData.members);
  useKeys({
    Backspace: () => wayBack(undefined),
    a: () => document.querySelector<HTMLElement>("[aria-label^='Scans: add']")?.click(),
  });
  return (
    <>
      <Reading sentences={said?.reading ?? TRYING} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/trials", trialParams(search))}>
        <ViewMenu value="moments" scan={scans[0]} />: buy <TopMenu value={asked.top} /> at the first open after{" "}
        <EpisodesMenu
          value={asked}
          shown={
            asked.at === "sessions"
              ? `each of ${asked.number} sessions`
              : asked.at === "dates"
                ? "typed dates"
                : `each ${answer?.episode.one ?? "moment"}`
          }
          systems={loaderData.systems}
          situations={loaderData.situations}
        />
        {asked.at !== "sessions" && asked.at !== "dates" && (
          <>
            {" "}
            since <SinceMenu value={asked.from} asOf={loaderData.asOf} />
          </>
        )}
        , hold <HoldOrUntilMenu hold={asked.hold} until={asked.until} />, against{" "}
        <BenchMenu
          value={asked.bench}
          name={answer?.benchmark ?? "its benchmark"}
          instruments={loaderData.tickers.filter((i) => i.kind === "index")}
        />
        ,{" "}
        <InlineMenu
          label="Weights"
          param="weigh"
          value={asked.weigh}
          choices={[
            { value: "equal", label: "equal weights" },
            { value: "volatility", label: "less of what swings more" },
          ]}
        />
        , <CostMenu value={asked.cost} />.
      </ControlSentence>
      <Trying job={loaderData.job} what="The trial">
        {answer &&
          (answer.episodes.length === 0 || answer.rows.length === 0 ? (
            <p data-main tabIndex={-1} className="mt-4 max-w-xl text-soft">
              {answer.rows.length === 0
                ? "No scan is there to be tried."
                : "Choose other moments, or an earlier beginning; the first years of a market have neither lanes nor Pressure."}
            </p>
          ) : (
            <EpisodesTable
              answer={answer}
              scans={scans}
              offered={loaderData.offered}
              open={open}
              lastDay={search.get("moments") ?? undefined}
            />
          ))}
      </Trying>
      {members && <MembersPart {...members} />}
      <SavedTrials view="moments" market={loaderData.market} saved={loaderData.saved} judged={loaderData.judged} />
    </>
  );
}
