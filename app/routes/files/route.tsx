import { useEffect } from "react";
import { data, redirect, useRevalidator } from "react-router";
import { getDesk } from "@server/desk-of-app.server";
import { listHoldings } from "@server/holdings.server";
import { FORMATS, TABLE_NAMES } from "@server/transfer/formats";
import { findImport, startImport, stopImport } from "@server/transfer/import-jobs.server";
import { count, list } from "@studies/words";
import { foreseen } from "~/ask.server";
import { hrefOf, parseHere } from "~/here";
import { Reading } from "~/ui/reading";
import type { Route } from "./+types/route";
import { ExportLinks } from "./export-links";
import { Holdings } from "./holdings";
import { ImportForm } from "./import-form";
import { ImportOutcome } from "./import-outcome";
import { takeUpload } from "./upload.server";

export async function loader({ request }: Route.LoaderArgs) {
  const id = new URL(request.url).searchParams.get("import");
  const desk = await getDesk();
  const loaded = new Set((await desk.listMarkets()).map((m) => m.market));
  const spanOf = async (market: string) => (loaded.has(market) ? desk.spanOf(market) : undefined);
  return {
    holdings: await listHoldings(desk.db, spanOf),
    job: id === null ? undefined : findImport(id),
    lost: id !== null && findImport(id) === undefined,
    formats: TABLE_NAMES.map((t) => ({ file: FORMATS[t].file, columns: Object.keys(FORMATS[t].columns) })),
    version: (await desk.status()).dataVersion,
  };
}

export async function action({ request }: Route.ActionArgs) {
  const here = parseHere(new URL(request.url).searchParams);
  if (!request.headers.get("Content-Type")?.startsWith("multipart/")) {
    const stop = (await request.formData()).get("stop");
    const id = typeof stop === "string" ? stop : "";
    stopImport(id);
    return redirect(hrefOf(here, "/files", { import: id }));
  }
  try {
    const id = await foreseen(async () => {
      const { request: wanted, folder } = await takeUpload(request);
      return startImport(wanted, folder);
    });
    return redirect(hrefOf(here, "/files", { import: id }));
  } catch (thrown) {
    // What was refused is said beside the form, which keeps what was typed.
    if (thrown instanceof Object && "data" in thrown && "init" in thrown)
      return data(thrown.data as { message: string; details: string[] }, 400);
    throw thrown;
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Data · Yubrin" }];

export default function Files({ loaderData, actionData }: Route.ComponentProps) {
  const { holdings, job, lost, formats } = loaderData;
  const { revalidate, state } = useRevalidator();
  const running = job?.state === "running";
  // The next look comes only when the last one is answered: looking again sooner would break it off.
  useEffect(() => {
    if (!running || state !== "idle") return;
    const timer = setTimeout(() => void revalidate(), 400);
    return () => {
      clearTimeout(timer);
    };
  }, [running, state, revalidate]);
  const loaded = holdings.filter((h) => h.bars > 0);
  return (
    <>
      <Reading
        sentences={[
          loaded.length === 0
            ? ["There is no market data yet: import files of your own, or make the demo market with npm run demo."]
            : [
                `Loaded: ${list(loaded.map((h) => h.name))}, `,
                {
                  figure: count(
                    loaded.reduce((n, h) => n + h.bars, 0),
                    "bar",
                  ),
                },
                ", the latest of ",
                {
                  figure:
                    loaded
                      .map((h) => h.last ?? "")
                      .sort()
                      .pop() ?? "",
                },
                ".",
              ],
        ]}
      />
      <div className="mt-5 grid grid-cols-[minmax(0,7fr)_minmax(320px,5fr)] gap-10">
        <div className="space-y-6">
          {(job !== undefined || lost) && <ImportOutcome job={job} />}
          {actionData && !running && (
            <p role="alert" className="border-l-2 border-rust pl-3">
              <b className="font-semibold">{actionData.message}</b> {actionData.details.join(" ")}
            </p>
          )}
          <ImportForm running={running} formats={formats} />
        </div>
        <div className="space-y-6">
          <Holdings holdings={holdings} version={loaderData.version} />
          {loaded.length > 0 && <ExportLinks formats={formats} />}
        </div>
      </div>
    </>
  );
}
