import { useMemo } from "react";
import { Link } from "react-router";
import type { trialMembers } from "@studies/trials/trial-members";
import { date, percent, price, signedPercent } from "@studies/words/words";
import { hrefOf, useHere, useHrefWith } from "~/here";
import { SentenceText } from "~/ui/reading";
import type { Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { TickerName } from "~/ui/ticker-name";
import { tint } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof trialMembers>;
type Member = Answer["members"][number];

interface Props {
  readonly answer: Answer;
  readonly reading: ReturnType<typeof trialMembers.reading>;
}

/** Whom a scan bought at one episode: winners and losers, and what left the market on the way. */
export function MembersPart({ answer, reading }: Props) {
  const here = useHere();
  const hrefWith = useHrefWith();
  const columns = useMemo(() => columnsFor(answer), [answer]);
  const { annualised, held, state } = answer;
  return (
    <section aria-label="Whom it bought" className="mt-4">
      <div className="flex items-baseline justify-between gap-4">
        <p className="max-w-[1000px] font-serif text-[17px] leading-6">
          {reading.map((sentence, k) => (
            <SentenceText key={k} sentence={sentence} />
          ))}
          {state === "finished" && !Number.isNaN(annualised) && (
            <span className={held < 21 ? "text-soft italic" : ""}>
              A year at that pace would be {signedPercent(annualised, 0)}
              {held < 21 ? ", over so few sessions hardly a figure" : ""}.
            </span>
          )}
        </p>
        <Link
          to={hrefWith({ cell: undefined })}
          replace
          preventScrollReset
          className="shrink-0 text-[12px] text-soft hover:text-indigo"
        >
          close
        </Link>
      </div>
      {answer.members.length > 0 && (
        <DataTable
          caption={`Bought by ${answer.name}`}
          className="mt-1 max-h-72"
          isChoosingColumns={false}
          rows={answer.members}
          columns={columns}
          rowKey={(m) => m.ticker}
          defaultSort="-gross"
          sortParam="bysort"
          href={(m) => hrefOf(here, `/chart/${encodeURIComponent(m.ticker)}`)}
        />
      )}
    </section>
  );
}

function columnsFor({ benchmark, exit }: Answer): Column<Member>[] {
  return [
    {
      key: "name",
      label: "bought",
      text: true,
      value: (m) => m.ticker,
      cell: (m) => (
        <span className="block max-w-64 truncate">
          <TickerName {...m} />
        </span>
      ),
    },
    {
      key: "sector",
      label: "sector",
      text: true,
      priority: 4,
      value: (m) => m.sector,
      cell: (m) => <span className="text-soft">{m.sector}</span>,
    },
    { key: "weight", label: "weight", priority: 3, value: (m) => m.weight, cell: (m) => percent(m.weight) },
    { key: "entry", label: "entry", priority: 2, value: (m) => m.entryPrice, cell: (m) => price(m.entryPrice) },
    { key: "exit", label: "exit", priority: 2, value: (m) => m.exitPrice, cell: (m) => price(m.exitPrice) },
    {
      key: "gross",
      label: "made",
      about: "Before cost",
      value: (m) => m.gross,
      cell: (m) => <b className="font-semibold">{signedPercent(m.gross)}</b>,
      tint: (m) => tint(m.gross, 0.15),
    },
    {
      key: "ahead",
      label: "against index",
      about: `Against ${benchmark} over the whole trial`,
      value: (m) => m.ahead,
      cell: (m) => signedPercent(m.ahead),
    },
    {
      key: "note",
      label: "what became of it",
      text: true,
      value: (m) => (m.state === "not bought" ? "not bought" : m.early ? "early" : ""),
      cell: (m) => (
        <span className="text-soft">
          {m.state === "not bought"
            ? "did not open, or has no volatility to weigh it by"
            : m.early
              ? `last close on ${date(m.sold)}${Number.isNaN(exit) ? "" : ", no bar at the exit"}`
              : ""}
        </span>
      ),
    },
  ];
}
