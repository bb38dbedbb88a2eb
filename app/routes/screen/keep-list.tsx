import { useState } from "react";
import { count } from "@studies/words/words";
import { useItems } from "~/ui/use-items";

interface Props {
  readonly market: string;
  /** Those that pass, and those of them that were picked. */
  readonly tickers: readonly string[];
  readonly picked: readonly string[];
}

/** Keeps those that pass (or were picked) as a list under a name. */
export function KeepList({ market, tickers, picked }: Props) {
  const items = useItems();
  const [name, setName] = useState("");
  const kept = picked.length > 0 ? picked : tickers;
  if (kept.length === 0) return null;
  const isSaved = !items.busy && items.answer !== undefined && items.answer.error === undefined;
  return (
    <form
      aria-label="Keep as a list"
      className="mt-1 flex flex-wrap items-center gap-2 text-[12px]"
      onSubmit={(event) => {
        event.preventDefault();
        void items.save("list", name, { version: 1, market, tickers: kept }, "");
      }}
    >
      <span className="text-soft">
        {picked.length > 0 ? `${count(picked.length, "row")} picked` : "Space picks a row"}; keep{" "}
        {picked.length > 0 ? "them" : `all ${tickers.length}`} as the list
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
      <button type="submit" disabled={items.busy} className="control py-0.5">
        Keep
      </button>
      <span role="status" className="text-teal">
        {isSaved ? "It is kept." : ""}
      </span>
      {items.answer?.error && (
        <span role="alert" className="text-rust">
          {items.answer.error}
        </span>
      )}
    </form>
  );
}
