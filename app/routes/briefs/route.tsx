import { useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { listBriefs } from "@server/briefs.server";
import { listItems } from "@server/items.server";
import { routineStops } from "@studies/briefs/begin-brief";
import { isLive } from "@studies/briefs/brief-schema";
import { READY_ROUTINES } from "@studies/briefs/ready-routines";
import { wordsOf } from "@studies/briefs/rich-text";
import { directory } from "@studies/frame/directory";
import type { Sentence } from "@studies/define-study";
import { clipped, count, date } from "@studies/words/words";
import { askFor, openDesk } from "~/ask.server";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { Explained } from "~/ui/term";
import { RemovedItem } from "~/ui/removed-item";
import { walkRows } from "~/ui/table/walk-rows";
import { useBriefs } from "~/ui/use-briefs";
import { useItems } from "~/ui/use-items";
import { useKeys } from "~/ui/use-keys";
import type { Route } from "./+types/route";
import { briefDeed } from "./brief-deeds.server";
import { ViewMenu } from "./view-menu";

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

type Row = Route.ComponentProps["loaderData"]["rows"][number];

/** All briefs of the market, the latest first, and the routines from which the next one is begun. */
export default function Briefs({ loaderData }: Route.ComponentProps) {
  const { rows, routines, search, all } = loaderData;
  const here = useHere();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const wayBack = useWayBack();
  const deeds = useBriefs();
  const items = useItems();
  const file = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState(params.get("q") ?? "");
  useKeys({ Backspace: () => wayBack(undefined) });
  const { removed, imported, error, details } = deeds.answer ?? {};
  const gone = removed === undefined ? undefined : (JSON.parse(removed) as { id: string; title: string; purpose: string });
  const isGone = gone !== undefined && !rows.some((row) => row.id === gone.id);
  const goneRoutine = items.answer?.removed;
  return (
    <>
      <Reading sentences={readingOf(rows, all, search)} />
      <ControlSentence
        files={
          <>
            <button type="button" className="hover:text-indigo" onClick={() => file.current?.click()}>
              take in a file
            </button>
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
      <input
        ref={file}
        type="file"
        accept="application/json,.json"
        aria-label="File of briefs"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) void chosen.text().then((text) => deeds.takeIn(text));
          event.target.value = "";
        }}
      />
      {imported && (
        <p role="status" className="mb-2 text-teal">
          {imported.added} taken in{imported.known > 0 ? `, ${imported.known} were here already and stay as they are` : ""}.
        </p>
      )}
      {error && (
        <p role="alert" className="mb-2 text-rust">
          {error} {details?.slice(0, 6).join(" ")}
        </p>
      )}
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
            <BriefRows rows={rows} onRemove={(id) => void deeds.remove(id)} />
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
        <section aria-label="Begin one">
          <h2 className="heading border-b border-ink/60 pb-1">Begin one for {date(loaderData.asOf)}</h2>
          <ul>
            {routines.map(({ name, stops, isReady }) => (
              <li key={name} className="flex items-baseline justify-between gap-2 border-b border-rule/70 py-1">
                <button
                  type="button"
                  className="min-h-6 text-left font-semibold text-indigo hover:underline"
                  onClick={() => void deeds.begin(name)}
                >
                  {name}
                </button>
                <span className="text-[12px] text-soft">
                  {count(stops, "screen")}
                  {isReady ? "" : ", yours"}
                  {!isReady && (
                    <button
                      type="button"
                      aria-label={`Delete the routine ${name}`}
                      className="ml-2 min-h-6 hover:text-indigo"
                      onClick={() => void items.remove("routine", name)}
                    >
                      delete
                    </button>
                  )}
                </span>
              </li>
            ))}
            <li className="py-1">
              <button
                type="button"
                className="min-h-6 font-semibold text-indigo hover:underline"
                onClick={() => void deeds.begin("")}
              >
                Empty
              </button>
            </li>
          </ul>
          <p className="mt-1 text-[12px] text-soft">
            <Explained text="The order of any brief can be saved as a routine of your own." />
          </p>
        </section>
      </div>
    </>
  );
}

function BriefRows({ rows, onRemove }: { readonly rows: readonly Row[]; readonly onRemove: (id: string) => void }) {
  const here = useHere();
  const navigate = useNavigate();
  const list = useRef<HTMLTableSectionElement>(null);
  return (
    <table className="w-full border-separate border-spacing-0">
      <caption className="sr-only">Briefs, the latest first</caption>
      <thead className="text-soft">
        <tr>
          {["close", "brief", "parts", "calls", ""].map((head, k) => (
            <th
              key={k}
              scope="col"
              className={`border-b border-ink/60 py-1 font-normal ${k === 2 || k === 3 ? "pr-4 text-right" : "text-left"}`}
            >
              {head === "" ? <span className="sr-only">Delete</span> : head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody ref={list}>
        {rows.map((row, k) => (
          <tr
            key={row.id}
            tabIndex={k === 0 ? 0 : -1}
            className="hover:bg-chosen/50"
            onKeyDown={(event) => {
              if (walkRows(event, list.current?.rows ?? []) || event.target !== event.currentTarget) return;
              if (event.key === "Enter") void navigate(hrefOf(here, `/briefs/${row.id}`));
              else if (event.key === "Delete") onRemove(row.id);
              else return;
              event.preventDefault();
            }}
          >
            <td className="w-28 border-b border-rule/70 py-1 align-baseline whitespace-nowrap text-soft">{date(row.asOf)}</td>
            <th scope="row" className="border-b border-rule/70 py-1 pr-4 text-left font-normal">
              <Link className="font-serif text-[16px] font-semibold hover:text-indigo" to={hrefOf(here, `/briefs/${row.id}`)}>
                {row.title === "" ? row.purpose : row.title}
              </Link>
              {row.title !== "" && <span className="ml-2 text-[12px] text-soft">{row.purpose}</span>}
              {row.words !== "" && <span className="block truncate text-soft">{clipped(row.words, 140)}</span>}
            </th>
            <td className="border-b border-rule/70 py-1 pr-4 text-right align-baseline">{row.parts}</td>
            <td className="border-b border-rule/70 py-1 pr-4 text-right align-baseline">{row.calls === 0 ? "–" : row.calls}</td>
            <td className="border-b border-rule/70 py-1 text-right align-baseline">
              <button
                type="button"
                tabIndex={-1}
                aria-label={`Delete ${row.title === "" ? row.purpose : row.title} of ${date(row.asOf)}`}
                className="min-h-6 text-[12px] text-soft hover:text-indigo"
                onClick={() => {
                  onRemove(row.id);
                }}
              >
                delete
              </button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function readingOf(rows: readonly Row[], all: number, search: string): Sentence[] {
  if (all === 0) return [["No brief was written for this market yet."]];
  if (search !== "")
    return [
      [
        { figure: rows.length === 0 ? "None" : String(rows.length) },
        ` of ${count(all, "brief")} ${rows.length === 1 ? "has" : "have"} “${clipped(search, 40)}” in it.`,
      ],
    ];
  const [last] = rows;
  return [
    [
      { figure: count(all, "brief") },
      ` ${all === 1 ? "was" : "were"} written for this market, the last one for ${date(last!.asOf)}`,
      last!.title === "" ? "." : `: ${clipped(last!.title, 90)}.`,
    ],
  ];
}
