import { useState } from "react";
import { DeedOutcome } from "~/ui/deed-outcome";
import { newList, useLists } from "~/ui/use-lists";
import type { Marks } from "./marks";

interface Props extends Marks {
  readonly market: string;
  readonly asOf: number;
  readonly title: string;
}

const SIDES = [
  { mark: "keep", words: "kept", suffix: "" },
  { mark: "short", words: "for the short side", suffix: " short" },
] as const;

/** What was kept, or marked for the short side, made a list with its notes. */
export function SaveMarked({ marks, notes, market, asOf, title }: Props) {
  const deeds = useLists();
  const [name, setName] = useState("");
  const tickersOf = (mark: "keep" | "short") => [...marks].filter(([, own]) => own === mark).map(([ticker]) => ticker);
  const shown = SIDES.filter(({ mark }) => tickersOf(mark).length > 0);
  if (shown.length === 0) return null;
  const listOf = (mark: "keep" | "short", suffix: string) => {
    const list = newList(`${name.trim()}${suffix}`, market, tickersOf(mark), asOf);
    return {
      ...list,
      note: title === "" ? "" : `From \u201c${title}\u201d`.slice(0, 200),
      members: list.members.map((member) => ({ ...member, note: notes.get(member.ticker) ?? "" })),
    };
  };
  return (
    <form
      aria-label="Save as a list"
      className="mt-1.5 text-[12px]"
      onSubmit={(event) => {
        event.preventDefault();
      }}
    >
      <input
        aria-label="Name of the list"
        placeholder="name of a list"
        value={name}
        maxLength={50}
        className="control w-full py-0.5"
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <span className="mt-1 flex flex-wrap gap-1.5">
        {shown.map(({ mark, words, suffix }) => (
          <button
            key={mark}
            type="submit"
            disabled={deeds.busy || name.trim() === ""}
            className="control py-0.5"
            onClick={() => void deeds.save(listOf(mark, suffix))}
          >
            Make a list of the {tickersOf(mark).length === 1 ? "one" : tickersOf(mark).length} {words}
          </button>
        ))}
      </span>
      <DeedOutcome {...deeds} isInline />
    </form>
  );
}
