import { useNavigate, useSearchParams } from "react-router";
import type { scan as scanStudy } from "@studies/scans/scan";
import { hrefNowWith } from "~/here";
import type { ResultOf } from "~/wire";
import { SaveList } from "./save-list";
import { ScanTable } from "./scan-table";

type Answer = ResultOf<typeof scanStudy>;

interface Props {
  readonly answer: Answer;
  readonly market: string;
  readonly scan: Parameters<typeof SaveList>[0]["scan"];
  /** The clause that took away what is shown, in words. */
  readonly takenBy: string;
}

const MOST_SECTORS = 5;

/** Those that pass or were taken away, where they come from, and the way to keep them. */
export function ResultPart({ answer, market, scan, takenBy }: Props) {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { sectors, all } = answer;
  const picked = search.getAll("pick").filter((ticker) => answer.tickers.includes(ticker));
  const togglePick = (ticker: string) => {
    const next = picked.includes(ticker) ? picked.filter((t) => t !== ticker) : [...picked, ticker];
    void navigate(hrefNowWith({ pick: next }), { replace: true, preventScrollReset: true });
  };
  const elsewhere = sectors.slice(MOST_SECTORS).reduce((n, s) => n + s.passed, 0);
  return (
    <section aria-label="Its result">
      <p className="flex items-baseline justify-between pb-1">
        <span className="heading">
          {answer.taken >= 0
            ? `${all} taken away by \u201c${takenBy}\u201d`
            : `${all} ${all === 1 ? "passes" : "pass"}${answer.overlay ? " one of both" : ""}`}
        </span>
        <span className="text-[12px] text-soft">
          {answer.rows.length < all ? `the first ${answer.rows.length} are shown` : ""}
        </span>
      </p>
      {answer.rows.length > 0 ? (
        <ScanTable
          answer={answer}
          choose={{
            heading: "Picked",
            label: (row) => (picked.includes(row.ticker) ? `${row.ticker} is picked` : `Pick ${row.ticker}`),
            isChosen: (row) => picked.includes(row.ticker),
            toggle: (row) => {
              togglePick(row.ticker);
            },
          }}
        />
      ) : (
        <p data-main className="mt-2 max-w-xl text-soft">
          {answer.size === 0
            ? "Nothing belongs to this universe at this date; choose another one in the sentence above."
            : "Nothing is left. A clause can be switched off or loosened: press it, or press what it took away to see those."}
        </p>
      )}
      {sectors.length > 1 && answer.passing > 1 && answer.passing < answer.size && (
        <p className="mt-1 text-[12px] text-soft">
          Pass:{" "}
          {sectors
            .slice(0, MOST_SECTORS)
            .map((s) => `${s.passed} of ${s.of} in ${s.name}`)
            .join(", ")}
          {elsewhere > 0 ? `, and ${elsewhere} elsewhere` : ""}.
        </p>
      )}
      {answer.taken < 0 && <SaveList market={market} asOf={answer.asOf} scan={scan} tickers={answer.tickers} picked={picked} />}
    </section>
  );
}
