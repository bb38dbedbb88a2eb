import { useRef } from "react";
import { useNavigate } from "react-router";
import type { OfferedGroup, OfferedInstrument } from "~/offered-groups.server";
import { hrefNowWith } from "~/here";
import { InlineMenu } from "~/ui/inline-menu";
import { WordPopover } from "~/ui/word-popover";
import type { Situation } from "./situation";

interface Props {
  readonly plan: Omit<Situation, "version" | "market" | "when">;
  readonly thinned: boolean;
  /** How those it is for are called. */
  readonly forName: string;
  readonly instruments: readonly OfferedInstrument[];
  readonly groups: readonly OfferedGroup[];
  readonly focus: readonly string[];
}

const HOLDS = [1, 2, 3, 5, 10, 15, 21, 42, 63];
const sessions = (n: number) => (n === 1 ? "1 session later" : `${n} sessions later`);

/** For whom, and what is done: the controls as a sentence. */
export function PlanSentence({ plan, thinned, forName, instruments, groups, focus }: Props) {
  const { entry, hold, exit, side } = plan;
  const atOpen = entry !== "close";
  const holds = [...new Set([...HOLDS, hold].filter((h) => h > 0))].sort((a, b) => a - b);
  return (
    <>
      for <ForMenu value={plan.for} name={forName} instruments={instruments} groups={groups} focus={focus} />,{" "}
      <InlineMenu
        label="Direction"
        param="side"
        value={side}
        choices={[
          { value: "long", label: "bought" },
          { value: "short", label: "sold short" },
        ]}
      />{" "}
      <InlineMenu
        label="Entry"
        param="entry"
        value={entry}
        choices={[
          { value: "open", label: "at the open" },
          { value: "close", label: "at the close" },
          { value: "next open", label: "at the next open" },
        ]}
        also={hold === 0 ? { hold: undefined, exit: undefined } : {}}
      />
      , {side === "long" ? "sold" : "covered"} at{" "}
      <InlineMenu
        label="Exit"
        param="exit"
        value={exit}
        choices={[{ value: "close", label: "the close" }, ...(hold > 0 ? [{ value: "open", label: "the open" }] : [])]}
      />{" "}
      <InlineMenu
        label="Held"
        param="hold"
        value={String(hold)}
        choices={[
          ...(atOpen && exit === "close" ? [{ value: "0", label: "of the same session" }] : []),
          ...holds.map((h) => ({ value: String(h), label: sessions(h) })),
        ]}
      />
      , overlaps{" "}
      <InlineMenu
        label="Overlaps"
        param="overlaps"
        value={thinned ? "thinned" : "kept"}
        choices={[
          { value: "thinned", label: "thinned" },
          { value: "kept", label: "kept" },
        ]}
      />
      ,{" "}
      <InlineMenu
        label="Cost"
        param="cost"
        value={String(plan.cost)}
        choices={[...new Set([0, 2, 5, 10, 20, plan.cost])]
          .sort((a, b) => a - b)
          .map((bp) => ({ value: String(bp), label: bp === 0 ? "without cost" : `${bp} bp a side` }))}
      />
    </>
  );
}

interface ForProps {
  readonly value: string;
  readonly name: string;
  readonly instruments: readonly OfferedInstrument[];
  readonly groups: readonly OfferedGroup[];
  readonly focus: readonly string[];
}

/** For whom: some instruments by their tickers, or the members of a group. */
function ForMenu({ value, name, instruments, groups, focus }: ForProps) {
  const tickers = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const choose = (next: string) => {
    void navigate(hrefNowWith({ for: next }), { preventScrollReset: true });
  };
  const home = instruments.filter((i) => i.kind === "index").map((i) => i.ticker);
  return (
    <WordPopover label="For" shown={name} width="w-96">
      {(close) => {
        const take = (next: string) => {
          close();
          choose(next);
        };
        return (
          <>
            <form
              onSubmit={(event) => {
                event.preventDefault();
                take((tickers.current?.value ?? "").toUpperCase());
              }}
            >
              <label className="block text-soft">
                Tickers, with commas between
                <input
                  ref={tickers}
                  className="control mt-1 w-full text-ink"
                  defaultValue={value.includes(":") ? "" : value}
                  placeholder={home.slice(0, 4).join(", ")}
                  autoComplete="off"
                />
              </label>
            </form>
            <ul className="mt-2 space-y-0.5">
              {home.length > 1 && (
                <Choice
                  label="The home indexes"
                  onChoose={() => {
                    take(home.join(","));
                  }}
                />
              )}
              {focus.length > 0 && (
                <Choice
                  label="The stocks in the focus"
                  onChoose={() => {
                    take("focus");
                  }}
                />
              )}
              <Choice
                label="All members of the market"
                onChoose={() => {
                  take("market:");
                }}
              />
            </ul>
            <label className="mt-2 block text-soft">
              The members of
              <select
                className="control mt-1 w-full text-ink"
                value={groups.some((g) => g.value === value) ? value : ""}
                onChange={(e) => {
                  if (e.target.value !== "") take(e.target.value);
                }}
              >
                <option value="">a sector, theme, industry or fund</option>
                {groups.map((g) => (
                  <option key={g.value} value={g.value}>
                    {g.label}
                  </option>
                ))}
              </select>
            </label>
          </>
        );
      }}
    </WordPopover>
  );
}

function Choice({ label, onChoose }: { label: string; onChoose: () => void }) {
  return (
    <li>
      <button
        type="button"
        className="w-full rounded-sm px-2 py-1 text-left hover:bg-chosen hover:text-indigo"
        onClick={onChoose}
      >
        {label}
      </button>
    </li>
  );
}
