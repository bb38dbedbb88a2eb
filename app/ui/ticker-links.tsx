import { Link } from "react-router";
import { hrefOf, useHere } from "~/here";

interface Props {
  readonly tickers: readonly string[];
  /** So many are named. */
  readonly most: number;
}

/** Tickers in a row, each the way to its chart. */
export function TickerLinks({ tickers, most }: Props) {
  const here = useHere();
  const more = tickers.length - most;
  return (
    <>
      {tickers.slice(0, most).map((ticker, k) => (
        <span key={ticker}>
          {k > 0 && ", "}
          <Link className="hover:text-indigo" to={hrefOf(here, `/chart/${encodeURIComponent(ticker)}`)}>
            {ticker}
          </Link>
        </span>
      ))}
      {more > 0 && ` and ${more} more`}
    </>
  );
}
