import { useNavigate, useSearchParams } from "react-router";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { anyOf } from "@studies/sets/group-key";
import { PEER_SETS } from "@studies/sets/peer-names";
import { MODEL_SETS } from "@studies/trials/model-sets";
import { model } from "@studies/trials/rebalanced-model";
import { date, percent, signedPercent } from "@studies/words/words";
import { askFor } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { hrefNowWith, hrefOf, parseHere, useHere } from "~/here";
import { listsNow } from "~/lists-now.server";
import { useWayBack } from "~/opener";
import { trialParams } from "~/saved-trials";
import { judgedTrials, savedTrials } from "~/saved-trials.server";
import { ChoiceList } from "~/ui/choice-list";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { RankMenu } from "~/ui/rank-menu";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { WordPopover } from "~/ui/word-popover";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { BenchMenu, CostMenu, SinceMenu, sorted } from "../plan-menus";
import { SavedTrials } from "../saved-trials";
import { ViewMenu } from "../view-menu";
import { HoldingRibbon } from "./holding-ribbon";
import { HoldingsTable } from "./holdings-table";
import { ModelYears } from "./model-years";
import { ValueLines } from "./value-lines";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const params = paramsFromSearch(model.params, search);
  const answer = await askFor(request, model, params);
  const names = await clauseNames(request, answer.market);
  const lists = await listsNow(request, answer.market, answer.asOf);
  const { focus } = parseHere(search);
  return {
    reading: answer.reading,
    market: answer.market,
    saved: await savedTrials(answer.market),
    judged: judgedTrials(request, answer.market),
    answer: toWire({ ...answer.result, ribbon: answer.result.ribbon.map((row) => ({ ...row, held: Array.from(row.held) })) }),
    asked: model.params.parse(params),
    tickers: names.tickers,
    within: [
      { value: "", label: "the whole market" },
      ...(focus.length > 0 ? [{ value: anyOf(focus), label: "the focus" }] : []),
      ...lists.filter(({ key }) => key !== "").map(({ name, key }) => ({ value: key, label: `${name} (list)` })),
      ...names.groups.map(({ key, name }) => ({ value: key, label: name })),
    ],
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Models · Trials · Yubrin" }];

type Answer = ResultOf<typeof model>;

/** A model that holds the leaders of a set, rebalanced at each period's end: what it holds, what would change, what it has been worth. */
export default function Models({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { asked, within } = loaderData;
  const answer = fromWire<Answer>(loaderData.answer);
  useKeys({ Backspace: () => wayBack(undefined) });
  const inside = asked.in ?? "";
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/rebalanced-model", trialParams(search))}>
        <ViewMenu value="models" />: hold the{" "}
        <InlineMenu
          label="How many"
          param="slots"
          value={String(asked.slots)}
          choices={sorted([1, 2, 3, 5, 8, 10, 20, asked.slots]).map((n) => ({ value: String(n), label: String(n) }))}
        />{" "}
        <InlineMenu
          label="Set"
          param="set"
          value={asked.set}
          choices={MODEL_SETS.map((set) => ({ value: set, label: PEER_SETS[set].many }))}
          also={{ in: undefined }}
        />{" "}
        {asked.set === "stock" && (
          <>
            of{" "}
            <WordPopover label="Within" shown={within.find((w) => w.value === inside)?.label ?? "a group"} width="w-72">
              {(close) => (
                <ChoiceList
                  label="Groups"
                  value={inside}
                  choices={within}
                  onChoose={(next) => {
                    close();
                    void navigate(hrefNowWith({ in: next }), { preventScrollReset: true });
                  }}
                />
              )}
            </WordPopover>{" "}
          </>
        )}
        with the{" "}
        <InlineMenu
          label="Order"
          param="order"
          value={asked.order}
          choices={[
            { value: "highest", label: "highest" },
            { value: "lowest", label: "lowest" },
          ]}
        />{" "}
        <RankMenu
          isMeasure
          param="by"
          rank={asked.by}
          words={MEASURES[asked.by] ?? answer.by}
          choices={Object.entries(MEASURES).map(([value, label]) => ({ value, label }))}
        />{" "}
        <InlineMenu
          label="Filter"
          param="average"
          value={String(asked.average)}
          choices={sorted([0, 21, 50, 84, 200, asked.average]).map((n) => ({
            value: String(n),
            label: n === 0 ? "whatever their average" : `above their own ${n}-session average`,
          }))}
        />
        , rebalanced each{" "}
        <InlineMenu
          label="Period"
          param="period"
          value={asked.period}
          choices={["week", "month", "quarter"].map((p) => ({ value: p, label: p }))}
        />{" "}
        since <SinceMenu value={asked.from} asOf={answer.asOf} />, against{" "}
        <BenchMenu
          value={asked.bench}
          name={answer.benchmark}
          instruments={loaderData.tickers.filter((i) => i.kind === "index")}
        />
        , <CostMenu value={asked.cost} />.
      </ControlSentence>
      {answer.days.length === 0 ? (
        <p data-main tabIndex={-1} className="mt-4 max-w-xl text-soft">
          {answer.members === 0
            ? "Choose another set; sectors and industries are bought through their funds."
            : "Choose a shorter average, another set, or a later date."}
        </p>
      ) : (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-7 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
            <ValueLines answer={answer} />
            <div>
              <HoldingsTable answer={answer} />
              <p className="mt-1 text-[12px] text-soft">
                {Number.isNaN(answer.rebalanced)
                  ? ""
                  : `Since ${date(answer.rebalanced)} the whole made ${signedPercent(answer.sinceRebalanced)}; `}
                {percent(answer.cash, 0)} is in cash, which earns nothing.
              </p>
              <ModelYears answer={answer} />
            </div>
          </div>
          <div className="mt-4">
            <HoldingRibbon answer={answer} />
          </div>
        </>
      )}
      <SavedTrials view="models" market={loaderData.market} saved={loaderData.saved} judged={loaderData.judged} />
    </>
  );
}

const MEASURES: Readonly<Record<string, string>> = {
  combined: "combined return",
  return_21: "return over 21 sessions",
  return_63: "return over 63 sessions",
  return_252: "return over 252 sessions",
  smoothness: "smoothness",
  "historical volatility_63": "volatility over 63 sessions",
};
