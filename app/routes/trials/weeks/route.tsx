import { useRef } from "react";
import { Link, useSearchParams } from "react-router";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { STRONGEST } from "@studies/trials/ready-scans";
import { walkForward } from "@studies/trials/walk-forward";
import { count, percent, signedPercent } from "@studies/words/words";
import { directory } from "@studies/frame/directory";
import { askFor, askLongFor } from "~/ask.server";
import { clauseNames } from "~/clause-names.server";
import { hrefOf, useHere } from "~/here";
import { listsNow } from "~/lists-now.server";
import { offeredScans } from "~/offered-scans.server";
import { useWayBack } from "~/opener";
import { trialParams } from "~/saved-trials";
import { judgedTrials, savedTrials } from "~/saved-trials.server";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { ControlSentence } from "~/ui/inline-menu";
import { IntervalMark } from "~/ui/interval-mark";
import { Reading } from "~/ui/reading";
import { PlainTable } from "~/ui/table/plain-table";
import { Explained } from "~/ui/term";
import { useKeys } from "~/ui/use-keys";
import { useWidth } from "~/ui/use-width";
import { YearBars } from "~/ui/year-bars";
import { useLastSaid } from "~/ui/use-last-said";
import { fromWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { BenchMenu, CostMenu, HoldMenu, SinceMenu, TopMenu } from "../plan-menus";
import { ScansMenu } from "../scans-menu";
import { paramsOfTriedScan } from "../tried-scan";
import { jobOrSaid } from "../job-or-said";
import { SavedTrials } from "../saved-trials";
import { Trying, TRYING } from "../trying";
import { ViewMenu } from "../view-menu";
import { WeekHistograms } from "./week-histograms";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const params = paramsFromSearch(walkForward.params, search);
  const { market, asOf } = await askFor(request, directory);
  const names = await clauseNames(request, market);
  const offered = await offeredScans(request, market, await listsNow(request, market, asOf), names.groups);
  // Begun last, so that the page is there to wait for it.
  const asked = await askLongFor(request, walkForward, params);
  return {
    ...jobOrSaid(asked),
    ...{ market, asOf },
    saved: await savedTrials(market),
    judged: judgedTrials(request, market),
    asked: walkForward.params.parse(params),
    scan: search.get("scan") ?? STRONGEST,
    offered,
    tickers: names.tickers,
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Week by week · Trials · Yubrin" }];

type Answer = ResultOf<typeof walkForward>;

/** What a scan would have made had it been bought after every week of a span. */
export default function Weeks({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { asked, scan, offered } = loaderData;
  const said = useLastSaid(loaderData.said);
  const answer = said && fromWire<Answer>(said.answer);
  useKeys({ Backspace: () => wayBack(undefined) });
  return (
    <>
      <Reading sentences={said?.reading ?? TRYING} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/walk-forward", trialParams(search))}>
        <ViewMenu value="weeks" scan={scan} />: buy <TopMenu value={asked.top} /> of{" "}
        <ScansMenu isOne offered={offered} scans={[scan]} shown={answer?.name ?? "the scan"} /> at the first open after every week
        since <SinceMenu value={asked.from} asOf={loaderData.asOf} />, hold <HoldMenu value={asked.hold} />, against{" "}
        <BenchMenu
          value={asked.bench}
          name={answer?.benchmark ?? "its benchmark"}
          instruments={loaderData.tickers.filter((i) => i.kind === "index")}
        />
        , <CostMenu value={asked.cost} />.
      </ControlSentence>
      <Trying job={loaderData.job} what="The trial">
        {answer && <Record answer={answer} scan={scan} />}
      </Trying>
      <SavedTrials view="weeks" market={loaderData.market} saved={loaderData.saved} judged={loaderData.judged} />
    </>
  );
}

interface RecordProps {
  readonly answer: Answer;
  /** Text of the scan. */
  readonly scan: string;
}

/** The distribution of the weeks, and their means by year and by regime. */
function Record({ answer, scan }: RecordProps) {
  const here = useHere();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 620);
  const { records, hold } = answer;
  return records.excess.weeks === 0 ? (
    <p data-main tabIndex={-1} className="mt-4 max-w-xl text-soft">
      Choose a shorter hold, an earlier beginning, or a scan that lets more pass.
    </p>
  ) : (
    <>
      <WeekHistograms answer={answer} />
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-8 xl:grid-cols-[minmax(0,1fr)_minmax(0,440px)]">
        <div ref={box}>
          <h2 className="heading">Against all members, mean of each year’s weeks</h2>
          <YearBars years={answer.years.map((y) => ({ year: y.name, ...y.beyond }))} width={width} />
          <p className="mt-1 text-[12px] text-soft">
            {count(answer.cases, "purchase")} of{" "}
            <Link to={hrefOf(here, "/screen", paramsOfTriedScan(scan))} className="figure-link">
              {answer.name}
            </Link>{" "}
            among {answer.universe}: <Explained text={answer.sentence} />.
            {answer.empty > 0 && ` In ${count(answer.empty, "week")} nothing was bought; they are left out.`}
            {hold > 5 && " Holds of neighbouring weeks overlap, which the intervals take into account."}
          </p>
        </div>
        <div>
          <h2 className="heading mb-1">
            <Explained text="By the regime at the selection" />
          </h2>
          <PlainTable
            caption="By the regime at the selection"
            rows={[{ name: "all weeks", ...records }, ...answer.regimes]}
            rowKey={(r) => r.name}
            columns={[
              {
                key: "name",
                label: "",
                spoken: "regime",
                title: (r) => explanationsOf(r.name),
                cell: (r) => r.name || "not known yet",
              },
              { key: "weeks", label: "weeks", cell: (r) => r.excess.weeks.toLocaleString("en-GB") },
              { key: "excess", label: "against index", about: "Mean after cost", cell: (r) => <Figure record={r.excess} /> },
              { key: "beyond", label: "against all", about: "Mean before cost", cell: (r) => <Figure record={r.beyond} /> },
              {
                key: "ahead",
                label: "ahead",
                about: "Share of the weeks ahead of all members",
                cell: (r) => percent(r.beyond.ahead, 0),
              },
              {
                key: "worst",
                label: "worst",
                about: "Lowest excess over the index",
                cellClassName: "text-soft",
                cell: (r) => signedPercent(r.excess.worst),
              },
            ]}
          />
        </div>
      </div>
    </>
  );
}

function Figure({ record: { mean, interval } }: { readonly record: Answer["records"]["excess"] }) {
  const ends = Number.isNaN(interval[0])
    ? "too few weeks for an interval"
    : `95% interval ${signedPercent(interval[0], 2)} to ${signedPercent(interval[1], 2)}`;
  return (
    <span className="whitespace-nowrap" title={ends}>
      <IntervalMark value={mean} interval={interval} reach={0.015} width={44} /> {signedPercent(mean, 2)}
    </span>
  );
}
