import { Link } from "react-router";
import { nearestPlace } from "@studies/key-levels/nearest-place";
import type { ClauseAtNext, ClauseChange, priceChanges } from "@studies/key-levels/price-changes";
import { count, date, price, signed } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { SentenceText } from "~/ui/reading";
import { PlainTable } from "~/ui/table/plain-table";
import type { ResultOf } from "~/wire";

interface Props {
  readonly reading: ReturnType<typeof priceChanges.reading>;
  readonly result: ResultOf<typeof priceChanges>;
  /** ATRs either side of the close. */
  readonly reach: number;
}

/** Every clause on price that a price of the next session within reach would change, the nearest first. */
export function ClauseTable({ reading, result, reach }: Props) {
  const here = useHere();
  const { clauses, close, ticker, others, nextDay } = result;
  const shown = clauses.filter((c) => c.isAsked || nearestPlace(c) <= reach);
  const rest = clauses.length - shown.length;
  return (
    <>
      <p className="font-serif text-[17px] leading-6 text-pretty">
        {reading.map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
      <PlainTable
        className="mt-3"
        caption={`Where the session of ${date(nextDay)} would change a clause`}
        rows={shown}
        rowKey={(c) => c.sentence}
        rowClassName={(c) => `h-[27px] ${c.isAsked ? "font-semibold" : ""}`}
        columns={[
          {
            key: "clause",
            label: "clause",
            cellClassName: "py-1 leading-[1.25]",
            title: (c) => explanationsOf(c.sentence),
            cell: (c) => (
              <Link
                className="hover:text-indigo hover:underline"
                to={hrefOf(here, "/precedents", { for: ticker, when: JSON.stringify(c.rule) })}
              >
                {c.sentence}
              </Link>
            ),
          },
          { key: "moment", label: "by the", text: true, cellClassName: "text-soft", cell: (c) => c.moment },
          {
            key: "now",
            label: "now (if unchanged)",
            headClassName: "whitespace-normal w-[88px]",
            text: true,
            about: "Whether it holds at this close; in brackets at the next session, were its price the same, where that differs",
            cellClassName: "whitespace-nowrap",
            cell: (c) => `${word(c.now)}${c.unchanged === c.now ? "" : ` (${word(c.unchanged)})`}`,
          },
          {
            key: "below",
            label: "changes below",
            about: "The first price down that changes it, and how far that is in ATRs",
            cellClassName: "whitespace-nowrap",
            cell: (c) => <Change change={c.below} close={close} />,
          },
          {
            key: "above",
            label: "above",
            about: "The first price up that changes it, and how far that is in ATRs",
            cellClassName: "whitespace-nowrap",
            cell: (c) => <Change change={c.above} close={close} />,
          },
        ]}
      />
      <p className="mt-2 text-[12px] text-soft">
        {rest > 0 && `${count(rest, "clause")} on price would change within this reach at no price. `}
        {others > 0 &&
          `${count(others, "further clause")} of the catalogue ${others === 1 ? "hangs" : "hang"} on volume, other series, the calendar, or a week that is not over on ${date(nextDay)}: its price alone does not decide them.`}
      </p>
    </>
  );
}

const word = (truth: ClauseAtNext["now"]) => (truth === undefined ? "unknown" : truth ? "holds" : "no");

function Change({ change, close }: { change: ClauseChange | undefined; close: number }) {
  if (!change) return <span className="text-soft">–</span>;
  return (
    <>
      {price(change.price, close)} <span className="inline-block w-10 text-right text-soft">{signed(change.place, 2)}</span>
    </>
  );
}
