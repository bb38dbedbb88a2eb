import clsx from "clsx";
import { useEffect, useRef } from "react";
import { TickerName } from "~/ui/ticker-name";
import { MARK_WORDS, type Mark } from "./marks";

const SIGNS: Readonly<Record<Mark, { readonly sign: string; readonly className: string }>> = {
  keep: { sign: "✓", className: "text-teal" },
  drop: { sign: "×", className: "text-soft" },
  short: { sign: "▾", className: "text-rust" },
};

interface ListProps {
  readonly tickers: readonly string[];
  readonly names: ReadonlyMap<string, string>;
  readonly at: string;
  readonly marks: ReadonlyMap<string, Mark>;
  readonly onChoose: (ticker: string) => void;
}

/** The instruments whose charts are gone through, each with what was decided. */
export function FlickList({ tickers, names, at, marks, onChoose }: ListProps) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    list.current?.querySelector("[aria-current]")?.scrollIntoView({ block: "nearest" });
  }, [at]);
  return (
    <ul ref={list} className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto border-y border-rule" data-main tabIndex={-1}>
      {tickers.map((ticker) => {
        const mark = marks.get(ticker);
        return (
          <li key={ticker}>
            <button
              type="button"
              tabIndex={ticker === at ? 0 : -1}
              aria-current={ticker === at ? "true" : undefined}
              className={clsx(
                "flex min-h-6 w-full items-baseline gap-1.5 border-b border-rule/70 px-1 text-left hover:bg-track/60 aria-[current]:bg-chosen",
                mark === "drop" && "text-soft",
              )}
              onClick={() => {
                onChoose(ticker);
              }}
            >
              <span aria-hidden className={clsx("w-3 shrink-0 text-center", mark && SIGNS[mark].className)}>
                {mark ? SIGNS[mark].sign : ""}
              </span>
              <span className="min-w-0 truncate">
                <TickerName ticker={ticker} name={names.get(ticker) ?? ticker} />
              </span>
              {mark && <span className="sr-only">{MARK_WORDS[mark]}</span>}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

/** What was decided on the chart in hand, in a word. */
export function MarkWord({ mark }: { readonly mark: Mark | undefined }) {
  return (
    <span className={clsx("font-semibold", mark ? SIGNS[mark].className : "sr-only")}>
      {mark ? MARK_WORDS[mark] : "undecided"}
    </span>
  );
}
