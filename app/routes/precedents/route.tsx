import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { ruleSentence } from "@core/conditions/sentence";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { labelOfKey, anyOf, WHOLE_MARKET } from "@studies/sets/group-key";
import { trueNow } from "@studies/precedents/true-now";
import { precedents } from "@studies/precedents/precedents";
import { reDating } from "@studies/precedents/re-dating";
import { planWords } from "@studies/precedents/plan-params";
import { list } from "@studies/words/words";
import { askFor, askLongFor, findFor } from "~/ask.server";
import { judgedSituations } from "~/saved-situations.server";
import { hrefNowWith, hrefOf, paramNow, parseHere, useHere } from "~/here";
import { clauseNames } from "~/clause-names.server";
import { offeredGroups } from "~/offered-groups.server";
import { useWayBack } from "~/opener";
import { draftOf, ruleOfDraft, withPasted, type Draft } from "~/ui/clause-editor/clause-draft";
import { ThinBar } from "~/ui/clause-editor/clause-line";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import { ControlSentence } from "~/ui/inline-menu";
import { Reading } from "~/ui/reading";
import { SaveAs } from "~/ui/save-as";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { Beginnings } from "./beginnings";
import { CopySentence } from "./copy-sentence";
import { Outcome } from "./outcome";
import { PlanSentence } from "./plan-sentence";
import { SavedSituations } from "./saved-situations";
import { isEmpty, ruleFrom, ruleText } from "~/ui/clause-editor/rule-text";
import { situationOf } from "./situation";
import { TrueNowDrawer } from "./true-now-drawer";
import { TriedNote } from "./tried-note";
import { MOST_VARIANTS, variantParams, variantText, type Variant } from "./variants";
import { VariantsTable } from "./variants-table";

/** The members of the focus together, where it is asked for them. */
function whomFor(search: URLSearchParams): string {
  const asked = search.get("for") ?? "";
  if (asked !== "focus") return asked;
  const { focus } = parseHere(search);
  return focus.length > 0 ? anyOf(focus) : "";
}

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const own = { ...paramsFromSearch(precedents.params, searchParams), for: whomFor(searchParams) };
  const answer = await askFor(request, precedents, own);
  const compared = searchParams.getAll("vs").slice(0, MOST_VARIANTS);
  const [variants, names, groups, now] = await Promise.all([
    Promise.all(
      compared.map(async (text) => {
        const params = variantParams(text);
        const said = params && (await findFor(request, precedents, { ...params, rows: "1" }));
        return said ? [variantOf(text, said.result, said.reading)] : [];
      }),
    ),
    clauseNames(request, answer.market),
    offeredGroups(request),
    searchParams.get("beside") === "now"
      ? findFor(request, trueNow, { for: own.for, when: searchParams.get("when") ?? undefined })
      : undefined,
  ]);
  const situations = await judgedSituations(request, answer.market);
  // Of many instruments p takes seconds; it is worked out where it is asked for.
  const isTested = searchParams.get("test") === "p" && Number.isNaN(answer.result.record.p) && answer.result.record.n > 1;
  const test = isTested
    ? await askLongFor(request, reDating, {
        ...paramsFromSearch(reDating.params, searchParams),
        for: own.for,
      })
    : undefined;
  return {
    reading: answer.reading,
    market: answer.market,
    answer: toWire(answer.result),
    variants: toWire(variants.flat()),
    situations,
    test: test && ("job" in test ? test : { reading: test.answer.reading }),
    names,
    groups,
    now: now && toWire(now.result),
  };
}

type Answer = ResultOf<typeof precedents>;

function variantOf(text: string, result: Answer, reading: Variant["reading"]): Variant {
  return { text, clauses: result.clauses, plan: planWords(result), forName: forNameOf(result), record: result.record, reading };
}

function forNameOf({ group, rows, instruments }: Answer): string {
  if (group !== "") return group === WHOLE_MARKET ? "all members of the market" : labelOfKey(group);
  const names = rows.map((r) => r.name);
  if (names.length === 0) return `${instruments} instruments`;
  return names.length <= 4 ? list(names) : `${names.slice(0, 3).join(", ")} and ${names.length - 3} more`;
}

/** Whose levels are asked for: the first instrument's, where there is one. */
const keyLevelsOf = ({ rows }: Answer) => rows[0]?.ticker;

export const meta: Route.MetaFunction = () => [{ title: "Precedents · Yubrin" }];

export default function Precedents({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const answer = fromWire<Answer>(loaderData.answer);
  const variants = fromWire<Variant[]>(loaderData.variants);
  const now = loaderData.now && fromWire<ResultOf<typeof trueNow>>(loaderData.now);
  const { record } = answer;
  const rule = ruleFrom(search.get("when"));
  // What was just edited stands there before the answer to it has come.
  const [edited, setEdited] = useState<{ readonly when: string; readonly draft: Draft }>();
  const draft = edited && edited.when === (paramNow("when") ?? "") ? edited.draft : draftOf(rule);
  const change = (next: Draft) => {
    const when = next.clauses.length === 0 ? "" : ruleText(ruleOfDraft(next));
    void navigate(hrefNowWith({ when, name: undefined }), { preventScrollReset: true });
    setEdited({ when, draft: next });
  };
  const toggleNow = () =>
    void navigate(hrefNowWith({ beside: now ? undefined : "now" }), { replace: true, preventScrollReset: true });
  useKeys({
    n: toggleNow,
    a: () => document.querySelector<HTMLElement>("[data-add-clause]")?.focus(),
    Backspace: () => wayBack(undefined),
  });
  const empty = isEmpty(rule);
  const forName = forNameOf(answer);
  const first = answer.counts.all > 0 && answer.span !== "" ? ` since ${answer.span}` : "";
  const several = answer.instruments > 1;
  const situation = situationOf(search, loaderData.market);
  const twin = hrefOf({ ...here, focus: [] }, "/data/precedents", {
    ...Object.fromEntries([...search].filter(([key]) => !["market", "asof", "focus", "vs", "name", "for"].includes(key))),
    for: whomFor(search),
  });
  return (
    <div className="flex gap-5">
      <div className="min-w-0 flex-1">
        <Reading sentences={loaderData.reading} />
        {!empty && <TriedNote question={variantText(search)} p={record.p} />}
        <section aria-label="The situation" className="mt-3">
          <p className="flex items-baseline gap-4 text-[12px]">
            {!empty && (
              <>
                {variants.length < MOST_VARIANTS && (
                  <button
                    type="button"
                    className="link"
                    onClick={() =>
                      void navigate(hrefNowWith({ vs: [...search.getAll("vs"), variantText(search)] }), {
                        preventScrollReset: true,
                      })
                    }
                  >
                    compare with…
                  </button>
                )}
                <SaveAs kind="situation" what="situation" body={situation} name={search.get("name") ?? undefined} />
                <CopySentence sentence={answer.sentence} />
              </>
            )}
            <button type="button" className="link min-h-6" aria-expanded={now !== undefined} onClick={toggleNow}>
              {now ? "without what is true now" : "what is true now…"}
            </button>
            <Link
              className="link min-h-6 content-center"
              title={explanationsOf("key levels")}
              to={hrefOf(here, "/key-levels", { for: keyLevelsOf(answer), when: empty ? undefined : ruleText(rule) })}
            >
              key levels…
            </Link>
            <span className="flex-1" />
            <span className="text-soft">
              {answer.counts.all.toLocaleString("en-GB")} {several ? "sessions of instruments" : "sessions"}
              {first}
            </span>
            <ThinBar left={answer.counts.all} all={answer.counts.all} />
          </p>
          <div data-main>
            <ClauseList
              label="Clauses of the situation"
              draft={draft}
              counts={answer.counts}
              names={loaderData.names}
              example={empty ? "last session of the quarter" : "third down close in a row"}
              onChange={change}
              foot={
                !empty && (
                  <span className="shrink-0 text-[12px] text-soft">
                    {answer.thinned && answer.kept !== answer.occurrences
                      ? `${answer.kept.toLocaleString("en-GB")} not overlapping, of ${answer.occurrences.toLocaleString("en-GB")}`
                      : ""}
                    {answer.open.length > 0
                      ? `${answer.kept === answer.occurrences ? "" : "; "}${answer.open.length} still open`
                      : ""}
                  </span>
                )
              }
            />
          </div>
        </section>
        <ControlSentence twin={twin}>
          <PlanSentence
            plan={{ ...situation, for: whomFor(search) }}
            thinned={answer.thinned}
            forName={forName}
            instruments={loaderData.names.tickers}
            groups={loaderData.groups}
            focus={here.focus}
          />
        </ControlSentence>
        {answer.unknown.length > 0 && (
          <p role="alert" className="mb-2 text-rust">
            Nothing is known here by the ticker {list(answer.unknown)}; the others are shown.
          </p>
        )}
        {variants.length > 0 && <VariantsTable variants={[...variants, variantOf("", answer, loaderData.reading)]} />}
        {record.n > 0 && !empty && (
          <Outcome answer={answer} forName={forName} isNarrow={now !== undefined} test={loaderData.test} />
        )}
        {empty && <Beginnings />}
        <SavedSituations saved={loaderData.situations} current={search.get("name") ?? undefined} />
      </div>
      {now && (
        <TrueNowDrawer
          now={now}
          within={draft.clauses.map(ruleSentence)}
          onAdd={(added) => {
            change(withPasted(draft, added));
          }}
        />
      )}
    </div>
  );
}
