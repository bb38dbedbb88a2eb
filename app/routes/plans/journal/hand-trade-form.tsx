import { useState } from "react";
import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import type { HandTrade } from "@studies/plans/plan-schema";
import { DeedOutcome } from "~/ui/deed-outcome";
import { usePlans } from "~/ui/use-plans";

interface Props {
  readonly market: string;
  readonly asOf: number;
}

const NUMBER = "[0-9]*[.]?[0-9]+";
const DATE = "[0-9]{4}-[0-9]{2}-[0-9]{2}";

/** A trade made elsewhere, entered by hand. */
export function HandTradeForm({ market, asOf }: Props) {
  const deeds = usePlans();
  const [side, setSide] = useState<HandTrade["side"]>("long");
  const empty = { ticker: "", units: "", entered: isoDate(asOf), entry: "", stop: "", left: "", exit: "", note: "" };
  const [typed, setTyped] = useState(empty);
  const field = (key: keyof typeof empty, label: string, more: React.InputHTMLAttributes<HTMLInputElement>) => (
    <input
      aria-label={label}
      className="control w-24 py-0.5 text-ink"
      value={typed[key]}
      onChange={(event) => {
        setTyped({ ...typed, [key]: event.target.value });
      }}
      {...more}
    />
  );
  return (
    <form
      aria-label="A trade made elsewhere"
      className="mt-6 flex flex-wrap items-center gap-2 border-t border-rule pt-3 text-soft"
      onSubmit={(event) => {
        event.preventDefault();
        const [entered, left] = [findEpochDay(typed.entered), typed.left === "" ? undefined : findEpochDay(typed.left)];
        const optional = {
          ...(typed.stop === "" ? {} : { stop: Number(typed.stop) }),
          ...(left === undefined ? {} : { left }),
          ...(typed.exit === "" ? {} : { exit: Number(typed.exit) }),
        };
        const trade = {
          ...{ version: 1, id: newId(), market, ticker: typed.ticker.trim().toUpperCase(), side },
          ...{ units: Number(typed.units), entered, entry: Number(typed.entry), note: typed.note, ...optional },
        };
        void deeds.insert("trade", JSON.stringify(trade));
      }}
    >
      <span>A trade made elsewhere:</span>
      <select
        aria-label="Side"
        className="control py-0.5 text-ink"
        value={side}
        onChange={(event) => {
          setSide(event.target.value as HandTrade["side"]);
        }}
      >
        <option value="long">bought</option>
        <option value="short">sold short</option>
      </select>
      {field("units", "Units", { required: true, pattern: NUMBER, placeholder: "units" })} of
      {field("ticker", "Ticker", { required: true, maxLength: 20, placeholder: "ticker" })} at
      {field("entry", "Entry price", { required: true, pattern: NUMBER, placeholder: "price" })} on
      {field("entered", "Day of the entry", { required: true, pattern: DATE, title: "a date as YYYY-MM-DD" })}, stop
      {field("stop", "Stop", { pattern: NUMBER, placeholder: "none" })}; out at
      {field("exit", "Exit price", { pattern: NUMBER, placeholder: "open" })} on
      {field("left", "Day of the exit", { pattern: DATE, placeholder: "open", title: "a date as YYYY-MM-DD" })}
      {field("note", "Note", { maxLength: 2000, placeholder: "note", className: "control w-44 py-0.5 text-ink" })}
      <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo" disabled={deeds.busy}>
        Enter
      </button>
      <DeedOutcome {...deeds} isInline />
    </form>
  );
}

function newId(): string {
  return [...crypto.getRandomValues(new Uint8Array(6))].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}
