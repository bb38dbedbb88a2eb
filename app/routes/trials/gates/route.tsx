import { useSearchParams } from "react-router";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { rankingOfText } from "@studies/conditions/measure-text";
import { rankingWords } from "@studies/scans/scan-columns";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import { gates } from "@studies/trials/gates";
import { count, date } from "@studies/words/words";
import { directory } from "@studies/frame/directory";
import { gateWords } from "@studies/trials/gate";
import { askFor, askLongFor } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { hrefOf, parseHere, useHere } from "~/here";
import { listsNow } from "~/lists-now.server";
import { useWayBack } from "~/opener";
import { trialParams } from "~/saved-trials";
import { judgedTrials, savedTrials } from "~/saved-trials.server";
import { ControlSentence } from "~/ui/inline-menu";
import { RankMenu } from "~/ui/rank-menu";
import { Reading } from "~/ui/reading";
import { UniverseMenu } from "~/ui/universe-menu";
import { useKeys } from "~/ui/use-keys";
import { universeFrom, universesFor } from "~/universes.server";
import { useLastSaid } from "~/ui/use-last-said";
import { fromWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { BenchMenu, CostMenu, HoldMenu, SinceMenu, TopMenu } from "../plan-menus";
import { jobOrSaid } from "../job-or-said";
import { SavedTrials } from "../saved-trials";
import { Trying, TRYING } from "../trying";
import { ViewMenu } from "../view-menu";
import { GateList } from "./gate-list";
import { GatesTable } from "./gates-table";

const RANKS = ["strength", "trend", "overall", "value", "return_21", "return_63"];
const wordsOf = (rank: string) => rankingWords(rankingOfText(rank));

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const universe = universeFrom(search);
  const params = { ...paramsFromSearch(gates.params, search), for: universe };
  const { market, asOf } = await askFor(request, directory);
  const names = await clauseNames(request, market);
  const lists = await listsNow(request, market, asOf);
  // Begun last, so that the page is there to wait for it.
  const asked = await askLongFor(request, gates, params);
  return {
    ...jobOrSaid(asked),
    ...{ market, asOf },
    saved: await savedTrials(market),
    judged: judgedTrials(request, market),
    asked: gates.params.parse(params),
    words: gates.params.parse(params).gate.map(gateWords),
    ranked: wordsOf(gates.params.parse(params).rank),
    ranks: RANKS.map((rank) => ({ value: rank, label: wordsOf(rank) })),
    names,
    universe,
    universes: universesFor(parseHere(search).focus, lists, names.groups),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Gates · Trials · Yubrin" }];

/** Whether going through the market, the groups and the stocks has paid, gate by gate. */
export default function Gates({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { asked, names, universe, universes } = loaderData;
  const said = useLastSaid(loaderData.said);
  const answer = said && fromWire<ResultOf<typeof gates>>(said.answer);
  useKeys({ Backspace: () => wayBack(undefined) });
  const shownFor = search.get("for") ?? (here.focus.length > 0 ? "focus" : WHOLE_MARKET);
  const twin = {
    ...trialParams(search),
    for: universe,
  };
  return (
    <>
      <Reading sentences={said?.reading ?? TRYING} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/gates", twin)}>
        <ViewMenu value="gates" />: each week since <SinceMenu value={asked.from} asOf={loaderData.asOf} /> buy{" "}
        <TopMenu value={asked.top} />
        {asked.top > 0 && (
          <>
            {" "}
            by <RankMenu rank={asked.rank} words={loaderData.ranked} choices={loaderData.ranks} />
          </>
        )}{" "}
        among{" "}
        <UniverseMenu
          value={shownFor}
          name={universes.find((u) => u.value === shownFor)?.label ?? "a group"}
          choices={universes}
        />
        , hold <HoldMenu value={asked.hold} />, against{" "}
        <BenchMenu
          value={asked.bench}
          name={answer?.benchmark ?? "its benchmark"}
          instruments={names.tickers.filter((i) => i.kind === "index")}
        />
        , <CostMenu value={asked.cost} />.
      </ControlSentence>
      <GateList gates={asked.gate} words={loaderData.words} names={names} />
      <Trying job={loaderData.job} what="The trial">
        {answer &&
          (answer.weeks > 0 ? (
            <>
              <GatesTable answer={answer} />
              <p className="mt-2 text-[12px] text-soft">
                {count(answer.weeks, "week")} from {date(answer.span[0])} to {date(answer.span[1])}, a mean a hold; a week in
                which a gate is closed or nothing passes counts with 0. The lines are 95% intervals, in colour where they leave
                zero out.
                {answer.hold > 5 && " Holds of neighbouring weeks overlap and are not to be added up."}
              </p>
            </>
          ) : (
            <p data-main tabIndex={-1} className="mt-4 max-w-xl text-soft">
              The weeks begin when every gate and the ranking are known of at least one stock. Take out the gate that needs most
              history, or choose a later date.
            </p>
          ))}
      </Trying>
      <SavedTrials
        view="gates"
        market={loaderData.market}
        saved={loaderData.saved}
        judged={loaderData.judged}
        resolved={{ for: universe }}
      />
    </>
  );
}
