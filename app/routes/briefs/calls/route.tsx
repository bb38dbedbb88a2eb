import { isoDate } from "@core/columns/epoch-day";
import { listCalls } from "@server/calls.server";
import { CALL_PARTS, calls as callsStudy, type CallPart } from "@studies/calls/calls";
import { directory } from "@studies/frame/directory";
import { useState } from "react";
import { askFor, openDesk } from "~/ask.server";
import { hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { useCalls } from "~/ui/use-calls";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { CallForm } from "../call-form";
import { ViewMenu } from "../view-menu";
import { CalibrationPicture } from "./calibration-picture";
import { CallParts } from "./call-parts";
import { CallsTable } from "./calls-table";
import { DeedOutcome } from "~/ui/deed-outcome";

export async function loader({ request }: Route.LoaderArgs) {
  const { market } = await askFor(request, directory, {});
  const saved = await listCalls((await openDesk()).db, market);
  const answer = await askFor(request, callsStudy, { calls: JSON.stringify(saved) });
  const by = new URL(request.url).searchParams.get("by");
  return {
    market,
    asOf: answer.asOf,
    reading: answer.reading,
    answer: toWire(answer.result),
    part: PARTS.find((one) => one === by) ?? ("direction" as const),
  };
}

const PARTS: readonly CallPart[] = CALL_PARTS;
const PART_NAMES: Readonly<Record<CallPart, string>> = { subject: "subject", direction: "direction", horizon: "horizon" };

export const meta: Route.MetaFunction = () => [{ title: "Calls · Yubrin" }];

/** The ledger: every call, what became of it, and how far the confidences given can be trusted. */
export default function Calls({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const wayBack = useWayBack();
  const deeds = useCalls();
  const [isCalling, setCalling] = useState(false);
  const { market, part, asOf } = loaderData;
  useKeys({
    Backspace: () => wayBack(hrefOf(here, "/briefs")),
    c: () => {
      setCalling(true);
    },
  });
  const answer = fromWire<ResultOf<typeof callsStudy>>(loaderData.answer);
  const { rows, record, bins, gap, parts } = answer;
  const removed = deeds.answer?.removed;
  const gone = removed === undefined ? undefined : (JSON.parse(removed) as { id: string; subject: string });
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        pin="/data/calls"
        files={
          <a className="hover:text-indigo" href="/briefs.json" download>
            JSON
          </a>
        }
      >
        <ViewMenu value="/briefs/calls" />, counted by{" "}
        <InlineMenu label="Part" param="by" value={part} choices={PARTS.map((value) => ({ value, label: PART_NAMES[value] }))} />.{" "}
        {!isCalling && (
          <button
            type="button"
            className="figure-link"
            onClick={() => {
              setCalling(true);
            }}
          >
            Make a call
          </button>
        )}
      </ControlSentence>
      {isCalling && (
        <div className="max-w-3xl">
          <CallForm
            market={market}
            asOf={asOf}
            isoDay={isoDate(asOf)}
            onMade={() => {
              setCalling(false);
            }}
            onClose={() => {
              setCalling(false);
            }}
          />
        </div>
      )}
      <DeedOutcome answer={deeds.answer} />
      {gone && !rows.some((row) => row.id === gone.id) && (
        <RemovedItem className="mb-2" name={`The call on ${gone.subject}`} onPutBack={() => void deeds.putBack(removed!)} />
      )}
      <div data-main tabIndex={-1}>
        {rows.length === 0 ? (
          <p className="max-w-xl text-soft">
            A call says what will do what, over how many sessions, and how sure you are. When its time has come it is scored by
            itself against how often such spans went that way before. Make one here with <kbd>c</kbd>, or within a brief.
          </p>
        ) : (
          <>
            {record.n > 0 && (
              <div className="grid grid-cols-[minmax(0,5fr)_minmax(0,6fr)] gap-x-8">
                <CalibrationPicture bins={bins} gap={gap} compared={record.compared} />
                <CallParts parts={parts.filter((one) => one.of === part)} label={PART_NAMES[part]} />
              </div>
            )}
            <CallsTable rows={rows} onWithdraw={(id) => void deeds.withdraw(id)} onRemove={(id) => void deeds.remove(id)} />
          </>
        )}
      </div>
    </>
  );
}
