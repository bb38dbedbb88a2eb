import { useRef } from "react";
import { useNavigate } from "react-router";
import { list } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { WordPopover } from "~/ui/word-popover";

interface Props {
  /** Tickers and keys as they are asked, and the names of those that are known. */
  readonly asked: readonly string[];
  readonly names: readonly string[];
  /** Tickers that are worth a comparison. */
  readonly offered: readonly { readonly ticker: string; readonly name: string }[];
}

const MOST = 5;

/** What the chart is compared with: tickers with commas between, or one of those offered. */
export function CompareMenu({ asked, names, offered }: Props) {
  const tickers = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const choose = (next: readonly string[]) => {
    void navigate(hrefNowWith({ with: [...new Set(next)].slice(0, MOST) }), { replace: true, preventScrollReset: true });
  };
  const shown = names.length === 0 ? "nothing" : list(names);
  return (
    <WordPopover label="Compared with" shown={shown} width="w-80">
      {(close) => (
        <>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              close();
              const typed = (tickers.current?.value ?? "").toUpperCase().split(",");
              choose([...asked.filter((key) => key.includes(":")), ...typed.map((t) => t.trim()).filter((t) => t !== "")]);
            }}
          >
            <label className="block text-soft">
              Tickers, with commas between (at most {MOST})
              <input
                ref={tickers}
                className="control mt-1 w-full text-ink"
                defaultValue={asked.filter((key) => !key.includes(":")).join(", ")}
                autoComplete="off"
              />
            </label>
          </form>
          <ul className="mt-2 space-y-0.5">
            {offered.map(({ ticker, name }) => (
              <li key={ticker}>
                <button
                  type="button"
                  aria-pressed={asked.includes(ticker)}
                  className="w-full rounded-sm px-2 py-1 text-left hover:bg-chosen hover:text-indigo aria-pressed:font-semibold"
                  onClick={() => {
                    close();
                    choose(asked.includes(ticker) ? asked.filter((key) => key !== ticker) : [...asked, ticker]);
                  }}
                >
                  {name}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </WordPopover>
  );
}
