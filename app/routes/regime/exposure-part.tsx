import { Popover } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { ExposureMember } from "@studies/regime/exposure";
import { fixed, percent, signedPercent } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { SentenceText } from "~/ui/reading";
import { Sparkline } from "~/ui/sparkline";
import { useItems } from "~/ui/use-items";
import type { Sentence } from "@studies/define-study";
import { PlainTable } from "~/ui/table/plain-table";

interface Props {
  readonly sentence: Sentence;
  readonly share: number;
  readonly history: Float64Array;
  readonly members: readonly ExposureMember[];
  readonly offered: readonly { readonly ticker: string; readonly name: string }[];
}

/** Suggested exposure: the share of a set above its average, with its members and the way to change them. */
export function ExposurePart({ sentence, share, history, members, offered }: Props) {
  return (
    <section>
      <div className="flex items-baseline justify-between border-b border-ink/60 pb-1">
        <h2 className="heading">Suggested exposure</h2>
        <EditSet members={members} offered={offered} />
      </div>
      <div className="grid grid-cols-2 gap-8">
        <div>
          <div className="mt-2 flex items-center gap-4">
            <span className="text-[30px] leading-none font-semibold">{percent(share, 0)}</span>
            <Sparkline values={history} width={190} height={34} rule={0.5} />
            <span className="text-[12px] text-soft">over a year</span>
          </div>
          <p className="mt-2 font-serif text-[15px] leading-[21px]">
            <SentenceText sentence={sentence} />
          </p>
        </div>
        <PlainTable
          caption="Indexes of the set by their distance from the 84-session average"
          hasNoHead
          isOpen
          className="mt-2"
          rows={members}
          rowKey={(m) => m.ticker}
          rowClassName="h-6"
          columns={[
            { key: "name", label: "index", cell: (m) => m.name },
            { key: "close", label: "close", cellClassName: "text-soft", cell: (m) => fixed(m.close, 1) },
            {
              key: "distance",
              label: "distance",
              className: "w-20",
              cellClassName: (m) => (m.above === undefined ? "text-soft" : m.above ? "text-teal" : "text-rust"),
              cell: (m) => signedPercent(m.distance),
            },
            {
              key: "above",
              label: "above",
              className: "w-24 pl-2 whitespace-nowrap",
              cellClassName: "text-soft",
              cell: (m) => (m.above === undefined ? "not yet" : m.above ? "above" : "not above"),
            },
          ]}
        />
      </div>
    </section>
  );
}

function EditSet({ members, offered }: Pick<Props, "members" | "offered">) {
  const navigate = useNavigate();
  const { save } = useItems();
  const [chosen, setChosen] = useState<readonly string[]>();
  const set = chosen ?? members.map((m) => m.ticker);
  const toggle = (ticker: string) => {
    setChosen(set.includes(ticker) ? set.filter((t) => t !== ticker) : [...set, ticker]);
  };
  return (
    <Popover.Root
      onOpenChange={(open) => {
        if (!open) setChosen(undefined);
      }}
    >
      <Popover.Trigger className="border-b border-dotted border-indigo font-semibold text-indigo">edit the set</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label="Set of indexes"
          className="z-50 w-80 rounded-sm border border-rule bg-raised p-3"
        >
          <ul className="max-h-72 overflow-y-auto">
            {offered.map(({ ticker, name }) => (
              <li key={ticker}>
                <label className="flex items-center gap-2 py-0.5">
                  <input
                    type="checkbox"
                    checked={set.includes(ticker)}
                    onChange={() => {
                      toggle(ticker);
                    }}
                  />
                  {name} <span className="text-soft">{ticker}</span>
                </label>
              </li>
            ))}
          </ul>
          <p className="mt-2 flex justify-between gap-2">
            <Popover.Close asChild>
              <button
                type="button"
                className="control border-indigo font-semibold text-indigo"
                disabled={set.length === 0}
                onClick={() => void navigate(hrefNowWith({ set }), { preventScrollReset: true })}
              >
                Show these {set.length}
              </button>
            </Popover.Close>
            <Popover.Close asChild>
              <button
                type="button"
                className="control"
                disabled={set.length === 0}
                onClick={() => {
                  void save("exposure-set", "default", { version: 1, set });
                  void navigate(hrefNowWith({ set: undefined }), { preventScrollReset: true });
                }}
              >
                Save as the default
              </button>
            </Popover.Close>
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
