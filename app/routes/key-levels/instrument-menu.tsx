import { useRef } from "react";
import { useNavigate } from "react-router";
import { hrefNowWith } from "~/here";
import type { OfferedInstrument } from "~/offered-groups.server";
import { ChoiceList } from "~/ui/choice-list";
import { WordPopover } from "~/ui/word-popover";

interface Props {
  readonly ticker: string;
  readonly name: string;
  readonly instruments: readonly OfferedInstrument[];
}

/** Whose levels: any ticker, or one of the indexes and what else stands for a whole. */
export function InstrumentMenu({ ticker, name, instruments }: Props) {
  const typed = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const choose = (next: string) => {
    if (next !== "") void navigate(hrefNowWith({ for: next }), { preventScrollReset: true });
  };
  return (
    <WordPopover label="Instrument" shown={name} width="w-72">
      {(close) => (
        <>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              close();
              choose((typed.current?.value ?? "").trim().toUpperCase());
            }}
          >
            <label className="block text-soft">
              A ticker
              <input ref={typed} className="control mt-1 w-full text-ink" defaultValue={ticker} autoComplete="off" />
            </label>
          </form>
          <ChoiceList
            label="Indexes and others"
            choices={instruments.map((i) => ({ ...i, value: i.ticker, label: i.name }))}
            value={ticker}
            note={(i) => i.kind}
            onChoose={(next) => {
              close();
              choose(next);
            }}
          />
        </>
      )}
    </WordPopover>
  );
}
