import { Popover } from "radix-ui";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { list } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { MENU } from "~/ui/menu-classes";

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
  const [open, setOpen] = useState(false);
  const tickers = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const choose = (next: readonly string[]) => {
    setOpen(false);
    void navigate(hrefNowWith({ with: [...new Set(next)].slice(0, MOST) }), { replace: true, preventScrollReset: true });
  };
  const shown = names.length === 0 ? "nothing" : list(names);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={`Compared with: ${shown}`}
        className="border-b border-dotted border-indigo font-semibold text-indigo"
      >
        {shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className={`${MENU} w-80 p-3`} align="start" sideOffset={4} aria-label="Compared with">
          <form
            onSubmit={(event) => {
              event.preventDefault();
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
                    choose(asked.includes(ticker) ? asked.filter((key) => key !== ticker) : [...asked, ticker]);
                  }}
                >
                  {name}
                </button>
              </li>
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
