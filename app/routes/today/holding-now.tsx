import { Link } from "react-router";
import type { Sentence } from "@studies/define-study";
import type { HeldRecord, heldRecords } from "@studies/precedents/held-records";
import { percent, probability, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { SentenceText } from "~/ui/reading";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";
import { fromWire, type ResultOf, type Wired } from "~/wire";
import { Later } from "~/ui/later";

export interface HoldingSituation {
  readonly name: string;
  readonly href: string;
  readonly holding: number;
  readonly instruments: number;
}

interface Held {
  readonly reading: readonly Sentence[];
  readonly answer: Wired;
}

interface Props {
  /** What holds, worked out while the rest of the page is read already. */
  readonly held: Promise<Held | undefined> | undefined;
  readonly situations: readonly HoldingSituation[];
}

const SHOWN = 5;

/** What holds at this close: saved situations, and the catalogued clauses whose record differs most from all sessions. */
export function HoldingNow({ held, situations }: Props) {
  const here = useHere();
  return (
    <section aria-label="What holds at this close">
      <h2 className="heading flex justify-between border-b border-ink/60 pb-1">
        What holds at this close, and what has followed it
        <Link className="font-normal link" to={hrefOf(here, "/precedents", { beside: "now" })}>
          all that is true now
        </Link>
      </h2>
      {situations.map((s) => (
        <p key={s.name} className="border-b border-rule py-1.5">
          Your situation{" "}
          <Link className="font-semibold link" to={s.href}>
            {s.name}
          </Link>{" "}
          holds{s.instruments > 1 ? ` for ${s.holding} of ${s.instruments}` : ""}.
        </p>
      ))}
      <Later said={held} hold waiting={<p className="min-h-[190px] py-2 text-soft">Looking at what has followed each…</p>}>
        {(said) =>
          said ? <Records reading={said.reading} answer={fromWire<ResultOf<typeof heldRecords>>(said.answer)} /> : null
        }
      </Later>
    </section>
  );
}

function Records({ reading, answer: { records, names } }: { reading: Held["reading"]; answer: ResultOf<typeof heldRecords> }) {
  const here = useHere();
  // A clause on the market holds for every index; it is told for the one that it says most of.
  const shown = records.filter((r, k) => records.findIndex((x) => x.sentence === r.sentence) === k).slice(0, SHOWN);
  return (
    <>
      <p className="py-1.5 text-soft">
        {reading.slice(0, 1).map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
      {shown.length > 0 && (
        <PlainTable
          caption="Clauses that hold, those first whose record differs most from all sessions"
          rows={shown}
          rowKey={(r) => r.sentence}
          rowClassName="h-[27px]"
          columns={[
            {
              key: "clause",
              label: "farthest from all sessions first",
              cell: (r) => (
                <Link
                  className="hover:text-indigo"
                  title={explanationsOf(r.sentence)}
                  to={hrefOf(here, "/precedents", { when: JSON.stringify({ all: [r.rule] }), for: r.ticker })}
                >
                  {r.sentence}
                </Link>
              ),
            },
            ...(names.length > 1
              ? [
                  {
                    key: "for",
                    label: "for",
                    text: true,
                    cellClassName: "text-soft whitespace-nowrap",
                    cell: (r: HeldRecord) => r.name,
                  },
                ]
              : []),
            { key: "n", label: "cases", cell: (r) => r.n },
            { key: "won", label: "rose in 5 sessions", cell: (r) => percent(r.winRate, 0) },
            { key: "base", label: "all", cellClassName: "text-soft", cell: (r) => percent(r.baseWinRate, 0) },
            { key: "mean", label: "mean", cellClassName: (r) => signColour(r.mean), cell: (r) => signedPercent(r.mean) },
            { key: "worst", label: "worst", cellClassName: "text-soft", cell: (r) => signedPercent(r.worst) },
            {
              key: "p",
              label: "p",
              about: "Worked out where the edge is over 1.5 standard errors",
              cell: (r) => probability(r.p),
            },
          ]}
        />
      )}
    </>
  );
}
