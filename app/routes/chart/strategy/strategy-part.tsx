import { useNavigate } from "react-router";
import type { Rule } from "@core/conditions/condition";
import type { Sentence } from "@studies/define-study";
import { ROW_COLUMNS, TRADE_COLUMNS } from "@studies/strategies/strategy-columns";
import { isoDate } from "@core/columns/epoch-day";
import { hrefNowWith, hrefOf, NOWHERE, useHere, useHrefWith } from "~/here";
import { draftOf, ruleOfDraft } from "~/ui/clause-editor/clause-draft";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import { isEmpty, ruleText } from "~/ui/clause-editor/rule-text";
import { pinProps } from "~/ui/pin/pin-props";
import { SentenceText } from "~/ui/reading";
import { columnsOf } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { SavedStrategies } from "./saved-strategies";
import { StrategySentence } from "./strategy-sentence";
import type { StrategyAnswer } from "./strategy.server";
import { studyParamsOf, type StrategyBody } from "./strategy-address";

interface Props {
  readonly ticker: string;
  readonly asked: StrategyAnswer;
  readonly body: StrategyBody | undefined;
  readonly names: ClauseNames;
  /** Lists over which it can be tried. */
  readonly lists: readonly { readonly key: string; readonly name: string }[];
}

/** Address of the figures of a strategy on one instrument. */
function twinOf(body: StrategyBody, ticker: string): string {
  const params = Object.entries(studyParamsOf(body, ticker));
  return hrefOf(NOWHERE, "/data/strategy", Object.fromEntries(params.map(([key, value]) => [key, String(value)])));
}

const NOTHING: Rule = { all: [] };

/** What a strategy would have done here: its rules as sentences, its report, its trades; and the same over a list. */
export function StrategyPart({ ticker, asked, body, names, lists }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  const hrefWith = useHrefWith();
  const set = (changes: Record<string, string | undefined>) => {
    void navigate(hrefNowWith(changes), { replace: true, preventScrollReset: true });
  };
  const rule = (side: "enter" | "leave", next: Rule) => {
    set({ [side]: isEmpty(next) ? undefined : ruleText(next) });
  };
  const found = asked.here;
  return (
    <section
      aria-label="Strategy"
      className="mt-8"
      {...(body && found ? pinProps({ twin: twinOf(body, ticker), show: "reading", name: `a strategy on ${ticker}` }) : {})}
    >
      <h2 className="heading border-b border-ink/60 pb-1">What a strategy would have done</h2>
      {found && <Said sentences={found.reading} />}
      <div className="mt-3 grid grid-cols-2 gap-8">
        <div>
          <h3 className="heading">Entered at the open after a close at which</h3>
          <ClauseList
            label="Clauses of entry"
            draft={draftOf(body?.enter ?? NOTHING)}
            names={names}
            example="crosses above 50 average"
            onChange={(next) => {
              rule("enter", ruleOfDraft(next));
            }}
          />
        </div>
        <div>
          <h3 className="heading">Left at the open after a close at which</h3>
          <ClauseList
            label="Clauses of exit"
            draft={draftOf(body && !isEmpty(body.leave) ? body.leave : NOTHING)}
            names={names}
            example="crosses below 50 average"
            onChange={(next) => {
              rule("leave", ruleOfDraft(next));
            }}
          />
        </div>
      </div>
      {body && <StrategySentence body={body} lists={lists} over={asked.over?.key ?? ""} onChange={set} />}
      <SavedStrategies saved={asked.saved} body={body} onApply={set} />
      {found && found.trades.length > 0 && (
        <DataTable
          caption={`Trades, the latest ${found.trades.length} of ${found.tradeCount}`}
          className="mt-3 max-h-72"
          rows={found.trades}
          rowKey={(t) => String(t.entered)}
          columns={columnsOf(TRADE_COLUMNS, [
            ["entered"],
            ["at"],
            ["stop"],
            ["units"],
            ["left"],
            ["exit"],
            ["why"],
            ["net"],
            ["r"],
            ["money"],
          ])}
          defaultSort="-entered"
          sortParam="trades"
          href={(t) => hrefOf({ ...here, asOf: isoDate(t.entered) }, `/chart/${encodeURIComponent(t.ticker)}`)}
        />
      )}
      {asked.over && (
        <>
          <Said sentences={asked.over.reading} />
          <DataTable
            caption="Instrument by instrument"
            className="mt-3 max-h-96"
            rows={asked.over.rows}
            rowKey={(r) => r.ticker}
            columns={columnsOf(ROW_COLUMNS, [
              ["ticker"],
              ["name", { priority: 4 }],
              ["n"],
              ["rate"],
              ["low", { priority: 5 }],
              ["high", { priority: 5 }],
              ["expectancy"],
              ["expectancyR", { priority: 3 }],
              ["total"],
              ["drawdown", { priority: 2 }],
              ["inMarket", { priority: 3 }],
              ["holding"],
              ["worst", { priority: 2 }],
            ])}
            defaultSort="-expectancy"
            sortParam="over-sort"
            href={(r) => hrefWith({ over: undefined }).replace(/^\/chart\/[^?]*/, `/chart/${encodeURIComponent(r.ticker)}`)}
          />
        </>
      )}
    </section>
  );
}

function Said({ sentences }: { sentences: readonly Sentence[] }) {
  return (
    <p className="mt-3 max-w-[1084px] font-serif text-[17px] leading-6 text-pretty">
      {sentences.map((sentence, k) => (
        <SentenceText key={k} sentence={sentence} />
      ))}
    </p>
  );
}
