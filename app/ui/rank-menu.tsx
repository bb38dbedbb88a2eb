import { useState } from "react";
import { useNavigate } from "react-router";
import { CoreError } from "@core/core-error";
import { measureOfText, rankingOfText } from "@studies/conditions/measure-text";
import { hrefNowWith } from "~/here";
import { ChoiceList } from "~/ui/choice-list";
import { WordPopover } from "~/ui/word-popover";

interface Props {
  /** As it stands in the address, and in words. */
  readonly rank: string;
  readonly words: string;
  /** What is offered: the columns, and what is ranked by most. */
  readonly choices: readonly { readonly value: string; readonly label: string }[];
  /** Parameter of the address [rank]. */
  readonly param?: string;
  /** Whether it can be a measure only [no]. */
  readonly isMeasure?: boolean;
}

/** By what is ranked: a measure that is offered, or a ratio or weighted ranks that are typed. */
export function RankMenu({ rank, words, choices, param = "rank", isMeasure = false }: Props) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState(rank);
  const [wrong, setWrong] = useState("");
  const choose = (next: string) => void navigate(hrefNowWith({ [param]: next }), { preventScrollReset: true });
  return (
    <WordPopover label="Ranked by" shown={words} width="w-80">
      {(close) => (
        <>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              const problem = choices.some((c) => c.value === typed.trim())
                ? ""
                : problemOf(typed, isMeasure ? measureOfText : rankingOfText);
              setWrong(problem);
              if (problem !== "") return;
              close();
              choose(typed.trim());
            }}
          >
            <label className="block text-soft">
              {isMeasure ? "A measure" : "A measure, a ratio or weighted ranks"}
              <input
                className="control mt-1 w-full text-ink"
                value={typed}
                autoComplete="off"
                aria-invalid={wrong !== ""}
                onChange={(event) => {
                  setTyped(event.target.value);
                }}
              />
            </label>
            <p className="mt-1 text-[12px] text-soft">
              {isMeasure ? "return_63, smoothness, rsi_14" : "return_63, close/atr, 2*strength+trend"}
            </p>
            {wrong !== "" && (
              <p role="alert" className="text-[12px] text-rust">
                {wrong}
              </p>
            )}
          </form>
          <ChoiceList
            label="Measures"
            choices={choices}
            value={rank}
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

/** What is wrong with a ranking that was typed; empty where nothing is. */
function problemOf(text: string, read: (text: string) => unknown): string {
  try {
    read(text.trim());
    return "";
  } catch (error) {
    if (error instanceof CoreError) return error.message.replace(/^\w+: /, "");
    throw error;
  }
}
