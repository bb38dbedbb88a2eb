import { useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams, type ShouldRevalidateFunctionArgs } from "react-router";
import { directory } from "@studies/frame/directory";
import type { Sentence } from "@studies/define-study";
import { count, none } from "@studies/words/words";
import { askFor } from "~/ask.server";
import { hrefNowWith, hrefOf, parseHere, useHere } from "~/here";
import { useWayBack } from "~/opener";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { useUndo } from "~/ui/use-undo";
import type { Route } from "./+types/route";
import { FlickList, MarkWord } from "./flick-list";
import { FlickedChart, Ready } from "./flicked-chart";
import { SaveMarked } from "./save-marked";
import { flickFrom, MARK_WORDS, paramsOfMarks, withMark, withNote, type Mark } from "./marks";
import { NoteField } from "./note-field";

export async function loader({ request }: Route.LoaderArgs) {
  const { tickers } = flickFrom(new URL(request.url).searchParams);
  const { result, market, asOf } = await askFor(request, directory, {});
  const names = new Map(result.entries.map((e) => [e.key, e.name]));
  return { names: tickers.map((ticker) => [ticker, names.get(ticker) ?? ""] as const), market, asOf };
}

/** What is decided on a chart changes the address alone. */
export function shouldRevalidate({ currentUrl, nextUrl, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs) {
  const asked = ({ searchParams }: URL) => ["of", "asof", "market"].map((key) => searchParams.get(key) ?? "").join("|");
  return currentUrl.href === nextUrl.href ? defaultShouldRevalidate : asked(currentUrl) !== asked(nextUrl);
}

export const meta: Route.MetaFunction = () => [{ title: "Charts one by one · Yubrin" }];

/** How many charts ahead are fetched; those beside the one in hand are drawn. */
const AHEAD = 6;
const REST_MS = 60;

/** The charts of a table one by one: arrows move, keys decide, and what was kept becomes a list. */
export default function Flick({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const state = flickFrom(search);
  const { tickers, at, marks, notes } = state;
  const names = new Map(loaderData.names);
  const title = search.get("title") ?? "";
  const { note: noteDone, undo, redo, told } = useUndo(search.get("of") ?? "");
  const noteField = useRef<HTMLInputElement>(null);
  const place = tickers.indexOf(at);
  const settled = useSettled(place);
  const go = (changes: Parameters<typeof hrefNowWith>[0]) =>
    void navigate(hrefNowWith(changes), { replace: true, preventScrollReset: true });
  const latest = () => flickFrom(new URL(hrefNowWith({}), window.location.href).searchParams);
  const move = (by: number) => {
    const now = latest();
    const next = now.tickers[now.tickers.indexOf(now.at) + by];
    if (next !== undefined) go({ at: next });
    return next !== undefined;
  };
  const decide = (mark: Mark) => {
    const now = latest();
    const changes = withMark(now, now.at, mark);
    const was = paramsOfMarks(now.marks);
    const next = now.marks.get(now.at) === mark ? now.at : (now.tickers[now.tickers.indexOf(now.at) + 1] ?? now.at);
    go({ ...changes, at: next });
    noteDone({
      words: `${now.at} ${now.marks.get(now.at) === mark ? "is undecided again" : `was ${MARK_WORDS[mark]}`}`,
      undo: () => {
        go({ ...was, at: now.at });
      },
      redo: () => {
        go({ ...changes, at: next });
      },
    });
  };
  useKeys({
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    k: () => {
      decide("keep");
    },
    x: () => {
      decide("drop");
    },
    s: () => {
      decide("short");
    },
    n: () => noteField.current?.focus(),
    Enter: () => {
      // A button does what it is for; one of the list is the chart in hand.
      const inHand = document.activeElement;
      if (inHand?.matches("button, a") && !inHand.closest("[data-main]")) return false;
      void navigate(hrefOf(here, `/chart/${encodeURIComponent(at)}`));
      return true;
    },
    "$mod+z": undo,
    "$mod+Shift+z": redo,
    Backspace: () => wayBack(undefined),
  });
  if (tickers.length === 0)
    return <Reading sentences={[["There are no charts to go through: open this from a table, with the point key."]]} />;
  return (
    <>
      <Reading sentences={[readingOf(state, title)]} quiet />
      <div className="mt-3 grid h-[calc(100dvh-150px)] min-h-[460px] grid-cols-[220px_minmax(0,1fr)] gap-5">
        <section aria-label="The charts" className="flex min-h-0 flex-col">
          <FlickList
            tickers={tickers}
            names={names}
            at={at}
            marks={marks}
            onChoose={(next) => {
              go({ at: next });
            }}
          />
          <p className="pt-1.5 text-[12px] text-soft">
            <kbd>↓</kbd> <kbd>↑</kbd> move, <kbd>k</kbd> keep, <kbd>x</kbd> drop, <kbd>s</kbd> short side, <kbd>n</kbd> note,{" "}
            <kbd>Enter</kbd> its chart, <kbd>Backspace</kbd> back
          </p>
          <SaveMarked marks={marks} notes={notes} market={loaderData.market} asOf={loaderData.asOf} title={title} />
        </section>
        <div className="flex min-h-0 min-w-0 flex-col">
          <p className="mb-1 flex items-baseline gap-3">
            <span className="text-[15px]">
              <b className="font-semibold">{at}</b> {names.get(at)}
            </span>
            <span className="text-soft">
              {place + 1} of {tickers.length}
            </span>
            <MarkWord mark={marks.get(at)} />
            <NoteField
              key={at}
              input={noteField}
              note={notes.get(at) ?? ""}
              onNote={(text) => {
                go(withNote(latest(), at, text));
              }}
            />
            {told && <span className="text-[12px] text-soft">{told.words}; Ctrl Z takes it back</span>}
          </p>
          <div className="relative min-h-0 flex-1">
            {tickers
              .filter((_, k) => k === place || Math.abs(k - settled) <= 1)
              .map((ticker) => (
                <FlickedChart
                  key={`${ticker} ${here.asOf ?? ""}`}
                  ticker={ticker}
                  href={chartHref(here, ticker)}
                  isShown={ticker === at}
                />
              ))}
          </div>
        </div>
      </div>
      {tickers.slice(settled + 2, settled + AHEAD).map((ticker) => (
        <Ready key={`${ticker} ${here.asOf ?? ""}`} href={chartHref(here, ticker)} />
      ))}
    </>
  );
}

/** The place where one has come to rest: what lies around it is drawn only once the chart in hand is there. */
function useSettled(place: number): number {
  const [settled, setSettled] = useState(place);
  useEffect(() => {
    const rest = setTimeout(() => {
      setSettled(place);
    }, REST_MS);
    return () => {
      clearTimeout(rest);
    };
  }, [place]);
  return settled;
}

const chartHref = (here: ReturnType<typeof parseHere>, ticker: string) =>
  hrefOf({ ...here, focus: [] }, `/flick/chart/${encodeURIComponent(ticker)}`);

function readingOf({ tickers, marks }: ReturnType<typeof flickFrom>, title: string): Sentence {
  const many = (mark: Mark) => [...marks.values()].filter((m) => m === mark).length;
  const parts = [
    `${none(many("keep"))} kept`,
    `${none(many("drop"))} dropped`,
    ...(many("short") > 0 ? [`${many("short")} for the short side`] : []),
  ];
  return [
    { figure: `${marks.size} of ${count(tickers.length, "chart")}` },
    `${title === "" ? "" : ` of \u201c${title}\u201d`} decided on: ${parts.join(", ")}.`,
  ];
}
