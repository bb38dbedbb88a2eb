import { useEffect, useRef } from "react";
import { redirect, useFetcher, useRevalidator } from "react-router";
import { Conflict, Invalid } from "@server/errors";
import { changeMapping, discardIncoming, findIncoming, importIncoming, tryAgain } from "@server/ingest/incoming.server";
import { mappingFromForm } from "@server/ingest/mapping-from-form.server";
import { listMarkets } from "@server/stores/markets-store.server";
import { formDeed } from "~/form-deed.server";
import { openDesk } from "~/ask.server";
import { hrefOf, parseHere, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { JobProgress } from "~/ui/job-progress";
import { Reading } from "~/ui/reading";
import { useJob } from "~/ui/use-job";
import { useKeys } from "~/ui/use-keys";
import type { Route } from "./+types/route";
import { DryRunShown } from "./dry-run-shown";
import { FormShown } from "./form-shown";
import { ImportPresses } from "./import-presses";
import { incomingReading } from "./incoming-reading";

export async function loader({ request, params }: Route.LoaderArgs) {
  const { db } = await openDesk();
  const incoming = findIncoming(params.id);
  if (!incoming) throw redirect(hrefOf(parseHere(new URL(request.url).searchParams), "/files", { gone: "1" }));
  return { incoming, markets: await listMarkets(db) };
}

export async function action({ request, params }: Route.ActionArgs) {
  const here = parseHere(new URL(request.url).searchParams);
  let leads: string | undefined;
  const answer = await formDeed(request, async (text, form) => {
    const { db } = await openDesk();
    switch (text("intent")) {
      case "map": {
        const incoming = findIncoming(params.id);
        const place = Number(text("place"));
        const own = incoming?.forms[place];
        if (!own) throw new Conflict("Those files are not here any more: choose them again. Nothing was changed.");
        changeMapping(db, params.id, place, mappingFromForm(form, own.mapping), text("ticker").trim() || undefined);
        break;
      }
      case "try":
        tryAgain(db, params.id);
        break;
      case "import":
        leads = hrefOf(here, "/files", { import: await importIncoming(db, params.id, text("which") === "good") });
        break;
      case "discard":
        discardIncoming(params.id);
        leads = hrefOf(here, "/files");
        break;
      default:
        throw new Invalid("That is nothing that can be done here; nothing was changed.");
    }
    return {};
  });
  return leads === undefined ? answer : redirect(leads);
}

export const meta: Route.MetaFunction = () => [{ title: "Before importing · Yubrin" }];

/** What files are taken for and what would come of them, before anything is written. */
export default function IncomingFiles({ loaderData }: Route.ComponentProps) {
  const { incoming, markets } = loaderData;
  const here = useHere();
  const wayBack = useWayBack();
  const { revalidate } = useRevalidator();
  const told = useJob(incoming.job);
  const deeds = useFetcher<{ error?: string; details?: readonly string[] }>();
  const running = told?.state === "running";
  const isOver = incoming.job.state === "running" && !running;
  // What was seen in the files is shown as soon as it is known, what would come of them once it was tried.
  const isSeen = incoming.forms.length === 0 && running && told.share > 0;
  useEffect(() => {
    if (isOver || isSeen) void revalidate();
  }, [isOver, isSeen, revalidate]);
  const changing = useRef(false);
  useEffect(() => {
    if (deeds.state === "idle") changing.current = false;
  }, [deeds.state]);
  useKeys({ Backspace: () => wayBack(hrefOf(here, "/files")) });
  return (
    <>
      <Reading sentences={incomingReading(incoming)} />
      <ImportPresses incoming={incoming} isBusy={running || isOver} fetcher={deeds} isChanging={() => changing.current} />
      <div
        className="mt-4 grid gap-8 min-[1000px]:grid-cols-[minmax(0,7fr)_minmax(300px,5fr)]"
        data-main
        data-trying={running || isOver || deeds.state !== "idle"}
      >
        <div className="space-y-6">
          {incoming.forms.map((form, place) => (
            <FormShown
              key={form.signature}
              form={form}
              place={place}
              markets={markets}
              fetcher={deeds}
              onChange={() => {
                changing.current = true;
              }}
            />
          ))}
          {incoming.own.length > 0 && (
            <section>
              <h2 className="heading border-b border-ink/60 pb-1">Files of the open formats</h2>
              <p className="mt-1 text-soft">{incoming.own.join(", ")}: their columns say what they are.</p>
            </section>
          )}
          {incoming.unreadable.length > 0 && (
            <section>
              <h2 className="heading border-b border-ink/60 pb-1">Files that cannot be read</h2>
              <ul className="mt-1 max-h-60 overflow-y-auto" tabIndex={0} aria-label="Files that cannot be read">
                {incoming.unreadable.map(({ file, reason }) => (
                  <li key={file} className="border-b border-rule py-0.5">
                    <b className="font-semibold">{file}</b> {reason}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
        <div>
          {running || isOver ? (
            <JobProgress
              job={told ?? incoming.job}
              doing={incoming.forms.length === 0 ? "Looking at the files" : "Trying the import"}
            />
          ) : incoming.job.state === "failed" ? (
            <p role="alert" className="border-l-2 border-rust pl-3">
              The files could not be tried; nothing was changed. {incoming.job.reason}
            </p>
          ) : (
            <>
              {incoming.dryRun && <DryRunShown found={incoming.dryRun} />}
              {incoming.job.state === "stopped" && (
                <p role="status">
                  It was stopped; nothing was changed.{" "}
                  <button
                    type="button"
                    className="link min-h-6"
                    onClick={() => void deeds.submit({ intent: "try" }, { method: "post" })}
                  >
                    Try the import again
                  </button>
                </p>
              )}
            </>
          )}
        </div>
      </div>
    </>
  );
}
