import type { plans } from "@studies/plans/plans";
import { percent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { useKeys } from "~/ui/use-keys";
import { usePlans } from "~/ui/use-plans";
import { fromWire, toWire, type ResultOf } from "~/wire";
import { JOURNAL_PARTS, type JournalPart } from "@studies/plans/journal-parts";
import type { Route } from "./+types/route";
import { plansHere } from "../plans-here.server";
import { ViewMenu } from "../view-menu";
import { HandTradeForm } from "./hand-trade-form";
import { PartsTable } from "./parts-table";
import { PositionsTable } from "./positions-table";
import { RiskBars } from "./risk-bars";
import { DeedOutcome } from "~/ui/deed-outcome";

export async function loader({ request }: Route.LoaderArgs) {
  const { answer, market } = await plansHere(request);
  const part = new URL(request.url).searchParams.get("by") ?? "setup";
  return {
    reading: answer.reading,
    answer: toWire(answer.result),
    market,
    part: JOURNAL_PARTS.find((one) => one === part) ?? ("setup" as const),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Journal · Yubrin" }];

const PARTS: Readonly<Record<JournalPart, string>> = {
  setup: "setup",
  side: "side",
  regime: "regime",
  phase: "phase of the sector",
  way: "how it was made",
};

/** What the plans, and trades entered by hand, have been worth. */
export default function Journal({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const wayBack = useWayBack();
  const deeds = usePlans();
  const { market, part } = loaderData;
  useKeys({ Backspace: () => wayBack(hrefOf(here, "/plans")) });
  const { open, closed, record, options, parts, asOf } = fromWire<ResultOf<typeof plans>>(loaderData.answer);
  const removed = deeds.answer?.removed;
  const gone = removed && (JSON.parse(removed.body) as { id: string; ticker: string });
  const isGone = gone !== undefined && ![...open, ...closed].some((one) => one.id === gone.id);
  const own = parts.filter((one) => one.of === part);
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        pin="/data/plans"
        files={
          <a className="hover:text-indigo" href={hrefOf(here, "/plans/journal.csv")} download>
            CSV
          </a>
        }
      >
        <ViewMenu value="/plans/journal" /> by{" "}
        <InlineMenu
          label="Part"
          param="by"
          value={part}
          choices={JOURNAL_PARTS.map((value) => ({ value, label: PARTS[value] }))}
        />{" "}
        at the close before the entry.
      </ControlSentence>
      <DeedOutcome answer={deeds.answer} />
      {isGone && (
        <RemovedItem
          className="mb-2"
          name={`The trade in ${gone.ticker}`}
          onPutBack={() => void deeds.insert(removed!.kind, removed!.body)}
        />
      )}
      <div data-main tabIndex={-1}>
        {closed.length > 0 ? (
          <>
            <RiskBars closed={closed.filter((one) => one.way !== "option")} record={record} />
            <PartsTable parts={own} label={PARTS[part]} />
            {options.n > 0 && (
              <p className="mt-1 text-[12px] text-soft">
                Options are simulated and counted apart: {options.wins} of {options.n} won
                {options.n > 1 ? ` (95% interval ${percent(options.low, 0)} to ${percent(options.high, 0)})` : ""}.
              </p>
            )}
          </>
        ) : (
          <p className="max-w-xl text-soft">
            Nothing is over yet. What a plan entered and left stands here by itself once it is over, with what its market, its
            sector and its bars were when it was entered; a trade made elsewhere can be entered below.
          </p>
        )}
        <PositionsTable title="Open" rows={open} onRemove={(id) => void deeds.remove(id)} />
        <PositionsTable title="Over" rows={closed} onRemove={(id) => void deeds.remove(id)} />
      </div>
      <HandTradeForm market={market} asOf={asOf} />
    </>
  );
}
