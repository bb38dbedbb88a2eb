import { useState } from "react";
import type { SavedList } from "@studies/lists/list-schema";
import { count } from "@studies/words/words";
import { DeedOutcome } from "~/ui/deed-outcome";
import { newList, useLists } from "~/ui/use-lists";

interface Props {
  readonly market: string;
  readonly asOf: number;
  /** Those that pass, and those of them that were picked. */
  readonly tickers: readonly string[];
  readonly picked: readonly string[];
  /** What is asked, for a list that stays alive. */
  readonly scan: NonNullable<SavedList["scan"]>;
}

/** Saves those that pass (or were picked) as a list under a name. */
export function SaveList({ market, asOf, tickers, picked, scan }: Props) {
  const deeds = useLists();
  const [name, setName] = useState("");
  const kept = picked.length > 0 ? picked : tickers;
  return (
    <form
      aria-label="Save as a list"
      className="mt-1 flex flex-wrap items-center gap-2 text-[12px]"
      onSubmit={(event) => {
        event.preventDefault();
        void deeds.save(newList(name, market, kept, asOf));
      }}
    >
      <span className="text-soft">
        {picked.length > 0 ? `${count(picked.length, "row")} picked` : "Space picks a row"}; save{" "}
        {picked.length > 0 ? "them" : tickers.length === 0 ? "none" : `all ${tickers.length}`} as the list
      </span>
      <input
        aria-label="Name of the list"
        value={name}
        required
        maxLength={60}
        className="control w-44 py-0.5"
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <button type="submit" disabled={deeds.busy || kept.length === 0} className="control py-0.5">
        Save
      </button>
      {picked.length === 0 && (
        <button
          type="button"
          disabled={deeds.busy || name.trim() === ""}
          title="A list of what passes at each date"
          className="control py-0.5"
          onClick={() => void deeds.save({ ...newList(name, market, [], asOf), scan })}
        >
          Save as a live list
        </button>
      )}
      <DeedOutcome {...deeds} isInline />
    </form>
  );
}
