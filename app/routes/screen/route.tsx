import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { switchedOn } from "@core/conditions/condition";
import { ruleSentence } from "@core/conditions/sentence";
import { listItems } from "@server/items.server";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { hitsOfScan } from "@studies/scans/scan-hits";
import { scan } from "@studies/scans/scan";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import { capital } from "@studies/words/words";
import { askFor, findFor, openDesk } from "~/ask.server";
import { listsNow } from "~/lists-now.server";
import { clauseNames } from "~/clause-names.server";
import { hrefNowWith, hrefOf, paramNow, parseHere, useHere, NOWHERE } from "~/here";
import { useWayBack } from "~/opener";
import { draftOf, ruleOfDraft, type Draft } from "~/ui/clause-editor/clause-draft";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import { isEmpty, ruleFrom, ruleText } from "~/ui/clause-editor/rule-text";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { RankMenu } from "~/ui/rank-menu";
import { Reading } from "~/ui/reading";
import { SaveItem } from "~/ui/save-item";
import { UniverseMenu } from "~/ui/universe-menu";
import { useKeys } from "~/ui/use-keys";
import { universeFrom, universesFor } from "~/universes.server";
import { fromWire, toWire, type ResultOf, type Wired } from "~/wire";
import type { Route } from "./+types/route";
import { ColumnsMenu } from "./columns-menu";
import { HitsPart } from "./hits-part";
import { SavedScans } from "./saved-scans";
import { RANK, scanOf, TOPS } from "./scan-params";
import { ResultPart } from "./result-part";
import { Later } from "~/ui/later";

export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const universe = universeFrom(search);
  const answer = await askFor(request, scan, { ...paramsFromSearch(scan.params, search), for: universe });
  const { db } = await openDesk();
  const [names, scans, lists] = await Promise.all([
    clauseNames(request, answer.market),
    listItems(db, "scan"),
    listsNow(request, answer.market, answer.asOf),
  ]);
  const own = <T extends { readonly body: { readonly market: string } }>(all: readonly T[]) =>
    all.filter((one) => one.body.market === answer.market);
  // Comes after the table: all history is looked at.
  const hits = findFor(request, hitsOfScan, {
    when: search.get("when") ?? undefined,
    for: universe,
    hold: search.get("hold") ?? undefined,
  }).then((said) => said && toWire({ reading: said.reading, hits: said.result }));
  const { focus } = parseHere(search);
  return {
    reading: answer.reading,
    market: answer.market,
    answer: toWire(answer.result),
    asked: {
      rank: String(answer.params["rank"]),
      order: answer.params["order"] === "lowest" ? ("lowest" as const) : ("highest" as const),
      top: Number(answer.params["top"]),
      for: universe,
    },
    hits,
    names,
    scans: own(scans),
    universes: universesFor(focus, lists, names.groups),
  };
}

export const meta: Route.MetaFunction = () => [{ title: "Screen · Yubrin" }];

type Answer = ResultOf<typeof scan>;

/** Which members of a universe fit what is wanted: the scan clause by clause, those that pass, and what such scans have made. */
export default function Screen({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const { market, names, scans, universes, asked } = loaderData;
  const answer = fromWire<Answer>(loaderData.answer);
  const rule = ruleFrom(search.get("when"));
  // What was just edited stands there before the answer to it has come.
  const [edited, setEdited] = useState<{ readonly when: string; readonly draft: Draft }>();
  const draft = edited && edited.when === (paramNow("when") ?? "") ? edited.draft : draftOf(rule);
  const change = (next: Draft) => {
    const when = next.clauses.length === 0 ? "" : ruleText(ruleOfDraft(next));
    void navigate(hrefNowWith({ when, taken: undefined }), { preventScrollReset: true });
    setEdited({ when, draft: next });
  };
  useKeys({
    a: () => document.querySelector<HTMLElement>("[data-add-clause]")?.focus(),
    Backspace: () => wayBack(undefined),
  });
  const name = search.get("name") ?? "";
  const saved = scans.find((s) => s.name === name);
  const shownFor = search.get("for") ?? (here.focus.length > 0 ? "focus" : WHOLE_MARKET);
  const columns = answer.columns.map((c) => c.text);
  const body = (note: string) =>
    scanOf(search, market, { for: shownFor, rank: asked.rank, order: asked.order, top: asked.top, col: columns }, note);
  const overlays = scans.filter((s) => s.name !== name).map((s) => ({ value: ruleText(s.body.when), label: s.name }));
  const laid = search.get("vs") ?? "";
  return (
    <>
      <Reading sentences={loaderData.reading} />
      <ControlSentence
        twin={hrefOf({ ...here, focus: [] }, "/data/scan", {
          ...Object.fromEntries(
            ["when", "rank", "order", "top", "taken", "vs"].map((key) => [key, search.get(key) ?? undefined]),
          ),
          for: asked.for,
          col: columns,
        })}
      >
        {capital(answer.of)} in{" "}
        <UniverseMenu
          value={shownFor}
          name={universes.find((u) => u.value === shownFor)?.label ?? answer.universe}
          choices={universes}
        />
        , ranked by{" "}
        <RankMenu
          rank={asked.rank}
          words={answer.ranking}
          choices={[
            { value: RANK, label: "Strength" },
            { value: "trend", label: "Trend" },
            ...answer.columns
              .filter((c) => c.text !== RANK && c.text !== "trend")
              .map((c) => ({ value: c.text, label: c.about })),
          ]}
        />
        , the{" "}
        <InlineMenu
          label="Order"
          param="order"
          value={asked.order}
          choices={[
            { value: "highest", label: "highest" },
            { value: "lowest", label: "lowest" },
          ]}
        />{" "}
        first, showing{" "}
        <InlineMenu
          label="Rows"
          param="top"
          value={String(asked.top)}
          choices={[...new Set([...TOPS, asked.top])].map((n) => ({ value: String(n), label: n === 1000 ? "all" : String(n) }))}
        />{" "}
        with <ColumnsMenu columns={answer.columns} />
        {overlays.length > 0 && (
          <>
            , laid over{" "}
            <InlineMenu
              label="Laid over"
              param="vs"
              value={laid}
              choices={[{ value: "", label: "no other scan" }, ...overlays]}
            />
          </>
        )}
        .
      </ControlSentence>
      <div className="grid grid-cols-[minmax(270px,310px)_minmax(0,1fr)] items-start gap-7">
        <section aria-label="The scan">
          <p className="flex items-baseline justify-between border-b border-ink/60 pb-1">
            <span className="heading">{name === "" ? "The scan" : name}</span>
            <span className="text-[12px] text-soft">{answer.size} went in</span>
          </p>
          <ClauseList
            label="Clauses of the scan"
            draft={draft}
            counts={answer.counts}
            names={names}
            example={isEmpty(rule) ? "up 20% in 66" : "rsi below 40"}
            taken={{
              shown: answer.taken,
              onShow: (k) =>
                void navigate(hrefNowWith({ taken: answer.taken === k ? undefined : String(k) }), {
                  replace: true,
                  preventScrollReset: true,
                }),
            }}
            onChange={change}
          />
          <SaveItem key={name} kind="scan" what="scan" name={saved ? name : ""} note={saved?.body.note ?? ""} bodyWith={body} />
          <p className="mt-1 text-[12px]">
            <Link
              className="inline-block min-h-6 content-center link"
              to={hrefOf(here, "/trials", {
                scan: JSON.stringify({
                  name: name === "" ? "This scan" : name,
                  when: rule,
                  for: asked.for === WHOLE_MARKET ? "" : asked.for,
                  rank: asked.rank,
                  order: asked.order,
                }),
              })}
            >
              what buying it would have made…
            </Link>
          </p>
        </section>
        <ResultPart
          answer={answer}
          market={market}
          scan={{ when: rule, for: asked.for }}
          takenBy={clauseWords(draft, answer.taken)}
        />
      </div>
      {!isEmpty(rule) && (
        <Later
          said={loaderData.hits}
          waiting={<p className="mt-5 text-soft">Looking at all past sessions…</p>}
          failed={<p className="mt-5 text-soft">What such scans have made could not be worked out at this date.</p>}
        >
          {(wired) => {
            const told = hitsFrom(wired);
            return told ? (
              <HitsPart
                {...told}
                twin={hrefOf(NOWHERE, "/data/scan-hits", { when: search.get("when") ?? undefined, for: asked.for })}
              />
            ) : null;
          }}
        </Later>
      )}
      <SavedScans saved={scans} current={name} />
    </>
  );
}

interface Told {
  readonly reading: ReturnType<typeof hitsOfScan.reading>;
  readonly hits: ResultOf<typeof hitsOfScan>;
}

const hitsFrom = (wired: Wired | undefined) => wired && fromWire<Told>(wired);

function clauseWords({ clauses }: Draft, k: number): string {
  const clause = clauses[k];
  return clause ? ruleSentence(switchedOn(clause)) : "";
}
