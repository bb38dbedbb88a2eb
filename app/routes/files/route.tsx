import { useEffect } from "react";
import { data, redirect, useRevalidator } from "react-router";
import { listChanges } from "@server/data-changes.server";
import { requireFile } from "@server/db.server";
import { getDesk } from "@server/desk-of-app.server";
import { Unavailable } from "@server/errors";
import { inboxFolder } from "@server/inbox/inbox-of-app.server";
import { countLoadedRows } from "@server/loaded-rows.server";
import { listUnreadable } from "@server/items.server";
import { FORMATS, TABLE_NAMES } from "@server/transfer/formats";
import { listArrivals } from "@server/stores/arrivals-store.server";
import { listInstruments } from "@server/stores/instruments-store.server";
import { getDataVersion } from "@server/stores/meta-store.server";
import { startIncoming } from "@server/ingest/incoming.server";
import { findBeforeRestore } from "@server/restore.server";
import { findDemoDesk } from "@server/work/demo-desk.server";
import { findImport } from "@server/transfer/import-jobs.server";
import { count, list } from "@studies/words/words";
import { foreseen, formOf, openDesk } from "~/ask.server";
import { hrefOf, parseHere } from "~/here";
import { Reading } from "~/ui/reading";
import { useJob } from "~/ui/use-job";
import type { Route } from "./+types/route";
import { Changes } from "./changes";
import { ExportLinks } from "./export-links";
import { LoadedRows } from "./loaded-rows";
import { ImportForm } from "./import-form";
import { ImportOutcome } from "./import-outcome";
import { Arrivals } from "./arrivals";
import { changeData } from "./change-data.server";
import { BackupPart } from "./backup-part";
import { OwnWork } from "./own-work";
import { Removals } from "./removals";
import { takeUpload } from "./upload.server";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const id = search.get("import");
  const desk = await openDesk();
  // Where the data cannot be taken into memory, this is the screen that helps.
  const markets = await desk.listMarkets().catch((error: unknown) => {
    if (error instanceof Unavailable) return error;
    throw error;
  });
  const loaded = new Set(markets instanceof Unavailable ? [] : markets.map((m) => m.market));
  const spanOf = async (market: string) => (loaded.has(market) ? desk.spanOf(market) : undefined);
  return {
    damage: markets instanceof Unavailable ? markets.message : undefined,
    changes: await listChanges(desk.db),
    rows: await countLoadedRows(desk.db, spanOf, Math.floor(Date.now() / 86_400_000)),
    indexes: (await listInstruments(desk.db)).flatMap(({ ticker, name, market, kind }) =>
      ["index", "volatility", "fund"].includes(kind) ? [{ ticker, name, market }] : [],
    ),
    inbox: inboxFolder(),
    arrivals: await listArrivals(desk.db, 200),
    job: id === null ? undefined : findImport(id),
    gone: search.has("gone"),
    lost: id !== null && findImport(id) === undefined,
    formats: TABLE_NAMES.map((t) => ({ file: FORMATS[t].file, columns: Object.keys(FORMATS[t].columns) })),
    version: await getDataVersion(desk.db),
    unreadable: await listUnreadable(desk.db),
    demo: await findDemoDesk(desk.db),
    before: findBeforeRestore()?.getTime(),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const here = parseHere(new URL(request.url).searchParams);
  try {
    if (!request.headers.get("Content-Type")?.startsWith("multipart/")) {
      const form = await formOf(request);
      await foreseen(() => changeData(form));
      return redirect(hrefOf(here, "/files"));
    }
    const id = await foreseen(async () => {
      const { db } = await getDesk();
      requireFile(db);
      const { files, folder } = await takeUpload(request);
      return startIncoming(db, files, folder);
    });
    return redirect(hrefOf(here, `/files/incoming/${id}`));
  } catch (thrown) {
    // What was refused is said beside the form, which keeps what was typed.
    if (thrown instanceof Object && "data" in thrown && "init" in thrown)
      return data(thrown.data as { message: string; details: string[] }, 400);
    throw thrown;
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Data · Yubrin" }];

export default function Files({ loaderData, actionData }: Route.ComponentProps) {
  const { rows: markets, job, lost, formats, damage, changes, unreadable } = loaderData;
  const { revalidate } = useRevalidator();
  const told = useJob(job);
  const running = told?.state === "running";
  // Its report, and what is loaded now, are asked for once it is over.
  const isOver = job?.state === "running" && !running;
  useEffect(() => {
    if (isOver) void revalidate();
  }, [isOver, revalidate]);
  const loaded = markets.filter((h) => h.bars > 0);
  return (
    <>
      <Reading
        sentences={[
          damage !== undefined
            ? [damage]
            : loaded.length === 0
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
      <div className="mt-5 grid gap-10 min-[1000px]:grid-cols-[minmax(0,7fr)_minmax(320px,5fr)]">
        <div className="space-y-6">
          {(job !== undefined || lost) && (
            <ImportOutcome job={told && { ...job, ...told, ...(isOver ? { state: "running" } : {}) }} />
          )}
          {actionData && !running && (
            <p role="alert" className="border-l-2 border-rust pl-3">
              <b className="font-semibold">{actionData.message}</b> {actionData.details.join(" ")}
            </p>
          )}
          {loaderData.gone && (
            <p role="alert" className="border-l-2 border-(--amber-edge) pl-3">
              Those files are not here any more: they were imported, put away, or lay for too long. Nothing is changed by that;
              choose them again where they are needed.
            </p>
          )}
          <ImportForm running={running} formats={formats} />
          <OwnWork demo={loaderData.demo} />
          <BackupPart before={loaderData.before} />
        </div>
        <div className="space-y-6">
          <LoadedRows markets={markets} version={loaderData.version} indexes={loaderData.indexes} />
          {unreadable.length > 0 && (
            <p role="note" className="border-l-2 border-(--amber-edge) pl-3">
              {list(unreadable.slice(0, 5).map(({ kind, name }) => `“${name}” (${kind})`))}
              {unreadable.length > 5 && ` and ${unreadable.length - 5} more`}
              {unreadable.length === 1
                ? " has a form that this version does not know. It is"
                : " have a form that this version does not know. They are"}{" "}
              not shown, and kept as {unreadable.length === 1 ? "it is" : "they are"}.
            </p>
          )}
          <Arrivals folder={loaderData.inbox} arrivals={loaderData.arrivals} />
          <Changes changes={changes} />
          {loaded.length > 0 && <Removals markets={loaded} />}
          {loaded.length > 0 && <ExportLinks formats={formats} />}
        </div>
      </div>
    </>
  );
}
