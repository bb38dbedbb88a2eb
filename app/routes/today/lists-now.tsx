import { Link } from "react-router";
import type { Sentence } from "@studies/define-study";
import type { ListRow } from "@studies/lists/list-columns";
import { hrefOf, useHere } from "~/here";
import { SentenceText } from "~/ui/reading";
import { TickerLinks } from "~/ui/ticker-links";
import { fromWire, type Wired } from "~/wire";
import { TodaySection } from "./today-section";
import { Later } from "~/ui/later";

export interface ListsSaid {
  readonly reading: readonly Sentence[];
  readonly rows: Wired;
}

const MOST_TICKERS = 12;

/** Who came into the lists and who left them on the session; nothing where no list is kept. */
export function ListsNow({ said }: { readonly said: Promise<ListsSaid | undefined> | undefined }) {
  return (
    <Later
      said={said}
      hold
      waiting={null}
      failed={<p className="mt-6 text-soft">Who came into the lists could not be worked out at this date.</p>}
    >
      {(found) =>
        found === undefined ? null : <Found reading={found.reading} rows={fromWire<readonly ListRow[]>(found.rows)} />
      }
    </Later>
  );
}

function Found({ reading, rows }: { readonly reading: readonly Sentence[]; readonly rows: readonly ListRow[] }) {
  const here = useHere();
  const changed = rows.filter((row) => row.arrived.length + row.left.length > 0);
  return (
    <TodaySection label="Lists on this session" to={hrefOf(here, "/lists")} more="every list" className="mt-6">
      <p className="py-1.5 font-serif text-[16px]">
        {reading.slice(0, 1).map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
      <ul>
        {changed.map((row) => (
          <li key={row.name} className="flex items-baseline gap-4 border-b border-rule/70 py-1">
            <Link
              className="w-56 shrink-0 truncate font-semibold hover:text-indigo"
              to={hrefOf(here, "/lists", { open: row.name })}
            >
              {row.name}
            </Link>
            <Tickers word="arrived" tickers={row.arrived} className="text-teal" />
            <Tickers word="left" tickers={row.left} className="text-rust" />
          </li>
        ))}
      </ul>
    </TodaySection>
  );
}

interface TickersProps {
  readonly word: string;
  readonly tickers: readonly string[];
  readonly className: string;
}

function Tickers({ word, tickers, className }: TickersProps) {
  if (tickers.length === 0) return null;
  return (
    <span>
      <span className={className}>{word}</span> <TickerLinks tickers={tickers} most={MOST_TICKERS} />
    </span>
  );
}
