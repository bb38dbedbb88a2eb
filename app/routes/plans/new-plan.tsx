import { useState } from "react";
import { DeedOutcome } from "~/ui/deed-outcome";
import { usePlans } from "~/ui/use-plans";

/** A plan begun from a ticker: the bracket around its last session. */
export function NewPlan() {
  const deeds = usePlans();
  const [ticker, setTicker] = useState("");
  return (
    <form
      className="mt-3 flex flex-wrap items-center gap-2"
      aria-label="New plan"
      onSubmit={(event) => {
        event.preventDefault();
        if (ticker.trim() !== "") void deeds.begin({ ticker });
      }}
    >
      <label className="text-soft">
        Plan a trade in{" "}
        <input
          className="control w-28 py-0.5 text-ink"
          placeholder="ticker"
          maxLength={20}
          value={ticker}
          onChange={(event) => {
            setTicker(event.target.value);
          }}
        />
      </label>
      <button
        type="submit"
        className="control border-indigo py-0.5 font-semibold text-indigo"
        disabled={deeds.busy || ticker.trim() === ""}
      >
        Begin
      </button>
      <DeedOutcome answer={deeds.answer} isInline />
    </form>
  );
}
