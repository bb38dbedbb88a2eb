import type { plans } from "@studies/plans/plans";
import { useWayBack } from "~/opener";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { useKeys } from "~/ui/use-keys";
import { usePlans } from "~/ui/use-plans";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { NewPlan } from "./new-plan";
import { planDeed } from "./plan-deeds.server";
import { plansHere } from "./plans-here.server";
import { PlansTable } from "./plans-table";
import { ViewMenu } from "./view-menu";
import { DeedOutcome } from "~/ui/deed-outcome";
import { TakeInFile } from "~/ui/take-in-file";

export async function loader({ request }: Route.LoaderArgs) {
  const { answer } = await plansHere(request);
  return { reading: answer.reading, answer: toWire(answer.result) };
}

export async function action({ request }: Route.ActionArgs) {
  return planDeed(request);
}

export const meta: Route.MetaFunction = () => [{ title: "Plans · Yubrin" }];

/** Every plan as it stands: what is open, what waits, and what is over. */
export default function Plans({ loaderData }: Route.ComponentProps) {
  const wayBack = useWayBack();
  const deeds = usePlans();
  useKeys({ Backspace: () => wayBack(undefined) });
  const answer = fromWire<ResultOf<typeof plans>>(loaderData.answer);
  const removed = deeds.answer?.removed;
  const gone = removed && (JSON.parse(removed.body) as { id: string; ticker: string });
  const isGone = gone !== undefined && !answer.plans.some((row) => row.id === gone.id);
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        pin="/data/plans"
        files={
          <>
            <TakeInFile
              label="File of plans"
              accept="application/json,.json,text/csv,.csv"
              onFile={(file) => void file.text().then((text) => deeds.takeIn(text, /\.csv$/i.test(file.name) ? "csv" : "json"))}
            />
            <a className="hover:text-indigo" href="/plans.json" download>
              plans as JSON
            </a>
          </>
        }
      >
        <ViewMenu value="/plans" /> as they stand at this close.
      </ControlSentence>
      <DeedOutcome answer={deeds.answer} />
      {isGone && (
        <RemovedItem
          className="mb-2"
          name={`The plan for ${gone.ticker}`}
          onPutBack={() => void deeds.insert(removed!.kind, removed!.body)}
        />
      )}
      {answer.plans.length > 0 ? (
        <PlansTable rows={answer.plans} onRemove={(id) => void deeds.remove(id)} />
      ) : (
        <div data-main tabIndex={-1} className="max-w-xl text-soft">
          A plan frames a trade before it is made: where one gets in on either side, where one is wrong, where it may lead, and
          how much. It is followed by itself as sessions come. Begin one here, or with <kbd>b</kbd> on a setup, a window, or a
          chart.
        </div>
      )}
      <NewPlan />
    </>
  );
}
