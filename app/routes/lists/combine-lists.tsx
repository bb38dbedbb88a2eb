import { useState } from "react";
import { count } from "@studies/words/words";
import { DeedOutcome } from "~/ui/deed-outcome";
import { newList, useLists } from "~/ui/use-lists";
import { combined, COMBINATIONS, type Combination } from "./list-changes";

interface Named {
  readonly name: string;
  readonly tickers: readonly string[];
}

interface Props {
  readonly own: Named;
  readonly others: readonly Named[];
  readonly market: string;
  readonly asOf: number;
}

/** A new list of this one and another: all, those in both, or those that the other has not. */
export function CombineLists({ own, others, market, asOf }: Props) {
  const deeds = useLists();
  const [how, setHow] = useState<Combination>("merge");
  const [otherName, setOther] = useState(others[0]?.name ?? "");
  const [name, setName] = useState("");
  const other = others.find((o) => o.name === otherName);
  if (!other) return null;
  const tickers = combined(how, own.tickers, other.tickers);
  return (
    <form
      aria-label="Combine with another list"
      className="flex flex-wrap items-center gap-2 text-[12px]"
      onSubmit={(event) => {
        event.preventDefault();
        void deeds.save(newList(name, market, tickers, asOf));
      }}
    >
      <select
        aria-label="How both are combined"
        className="control py-0.5"
        value={how}
        onChange={(event) => {
          setHow(event.target.value as Combination);
        }}
      >
        {Object.entries(COMBINATIONS).map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
      <span className="text-soft">with</span>
      <select
        aria-label="The other list"
        className="control py-0.5"
        value={otherName}
        onChange={(event) => {
          setOther(event.target.value);
        }}
      >
        {others.map((o) => (
          <option key={o.name}>{o.name}</option>
        ))}
      </select>
      <span className="text-soft">are {count(tickers.length, "member")}; saved as</span>
      <input
        required
        maxLength={60}
        aria-label="Name of the combined list"
        className="control w-40 py-0.5"
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <button type="submit" className="control py-0.5" disabled={tickers.length === 0 || deeds.busy}>
        Save the combined list
      </button>
      <DeedOutcome {...deeds} isInline />
    </form>
  );
}
