import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { listBriefs } from "@server/briefs.server";
import { listItems } from "@server/items.server";
import { routineStops } from "@studies/briefs/begin-brief";
import { isLive } from "@studies/briefs/brief-schema";
import { READY_ROUTINES } from "@studies/briefs/ready-routines";
import { wordsOf } from "@studies/briefs/rich-text";
import { directory } from "@studies/frame/directory";
import { clipped } from "@studies/words/words";
import { askFor, openDesk } from "~/ask.server";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { useBriefs } from "~/ui/use-briefs";
import { useItems } from "~/ui/use-items";
import { useKeys } from "~/ui/use-keys";
import type { Route } from "./+types/route";
import { briefDeed } from "./brief-deeds.server";
import { ViewMenu } from "./view-menu";
import { DeedOutcome } from "~/ui/deed-outcome";
import { TakeInFile } from "~/ui/take-in-file";
import { BeginBrief } from "./begin-brief";
import { briefsReading } from "./briefs-reading";
import { BriefsTable } from "./briefs-table";

export async function loader({ request }: Route.LoaderArgs) {
  const { market, asOf } = await askFor(request, directory, {});
  const { db } = await openDesk();
  const search = new URL(request.url).searchParams.get("q") ?? "";
  const [found, routines, all] = await Promise.all([
    listBriefs(db, market, search),
    listItems(db, "routine"),
    search === "" ? undefined : listBriefs(db, market),
  ]);
  return {
    asOf,
    search,
    all: (all ?? found).length,
    routines: [
      ...READY_ROUTINES.map(({ name, body }) => ({ name, stops: routineStops(body.parts).length, isReady: true })),
      ...routines.map(({ name, body }) => ({ name, stops: routineStops(body.parts).length, isReady: false })),
    ],
    rows: found.map(({ brief }) => ({
      id: brief.id,
      title: brief.title,
      purpose: brief.purpose,
      asOf: brief.asOf,
      parts: brief.parts.filter(isLive).length,
      calls: brief.parts.filter((part) => part.type === "call").length,
      words:
        brief.parts.map((part) => (part.type === "text" ? wordsOf(part.doc).trim() : "")).find((words) => words !== "") ?? "",
    })),
  };
}

export async function action({ request }: Route.ActionArgs) {
  return briefDeed(request);
}

export const meta: Route.MetaFunction = () => [{ title: "Briefs · Yubrin" }];

const EMPTY =
  "A brief is a document of what was seen, in the order of the work: readings, tables and pictures as of one close, with your words and calls between them. Begin one at the right; next week everything in it is asked again, and it says what is another.";

/** All briefs of the market, the latest first, and the routines from which the next one is begun. */
export default function Briefs({ loaderData }: Route.ComponentProps) {
  const { rows, routines, search, all } = loaderData;
  const here = useHere();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const wayBack = useWayBack();
  const deeds = useBriefs();
  const items = useItems();
  const [typed, setTyped] = useState(params.get("q") ?? "");
  useKeys({ Backspace: () => wayBack(undefined) });
  const removed = deeds.answer?.removed;
  const gone = removed === undefined ? undefined : (JSON.parse(removed) as { id: string; title: string; purpose: string });
  const isGone = gone !== undefined && !rows.some((row) => row.id === gone.id);
  const goneRoutine = items.answer?.removed;
  return (
    <>
      <Reading sentences={briefsReading(rows, all, search)} />
      <ControlSentence
        files={
          <>
            <TakeInFile
              label="File of briefs"
              accept="application/json,.json"
              onFile={(file) => void file.text().then(deeds.takeIn)}
            />
            <a className="hover:text-indigo" href="/briefs.json" download>
              briefs as JSON
            </a>
          </>
        }
      >
        <ViewMenu value="/briefs" /> with{" "}
        <span role="search">
          <input
            aria-label="Words that they have"
            placeholder="any words"
            className="control w-44 py-0.5 text-ink"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter") void navigate(hrefNowWith({ q: typed.trim() }));
            }}
          />
        </span>{" "}
        in them.
      </ControlSentence>
      <DeedOutcome answer={deeds.answer} />
      {isGone && (
        <RemovedItem
          className="mb-2"
          name={gone.title === "" ? gone.purpose : gone.title}
          onPutBack={() => void deeds.putBack(removed!)}
        />
      )}
      {goneRoutine && !routines.some((one) => one.name === goneRoutine.name) && (
        <RemovedItem
          className="mb-2"
          name={goneRoutine.name}
          onPutBack={() => void items.save("routine", goneRoutine.name, goneRoutine.body, "")}
        />
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(230px,300px)] gap-x-8">
        <div data-main tabIndex={-1} className="min-w-0">
          {rows.length > 0 ? (
            <BriefsTable rows={rows} onRemove={(id) => void deeds.remove(id)} />
          ) : (
            <p className="max-w-xl text-soft">
              {search === "" ? EMPTY : `No brief has “${clipped(search)}” in it. `}
              {search !== "" && (
                <Link className="figure-link" to={hrefOf(here, "/briefs")}>
                  All briefs
                </Link>
              )}
            </p>
          )}
        </div>
        <BeginBrief
          asOf={loaderData.asOf}
          routines={routines}
          onBegin={(name) => void deeds.begin(name)}
          onRemove={(name) => void items.remove("routine", name)}
        />
      </div>
    </>
  );
}
