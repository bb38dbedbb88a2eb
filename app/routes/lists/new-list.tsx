import { useState } from "react";
import { count } from "@studies/words/words";
import { DeedOutcome } from "~/ui/deed-outcome";
import { newList, useLists } from "~/ui/use-lists";
import { tickersFrom } from "./list-changes";

interface Props {
  readonly market: string;
  readonly asOf: number;
}

/** A list of tickers that are typed or pasted, or of a file. */
export function NewList({ market, asOf }: Props) {
  const deeds = useLists();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [text, setText] = useState("");
  const tickers = tickersFrom(text);
  /** Tickers are shown to be kept; a list that was exported is kept as it is. */
  const read = async (file: File) => {
    const content = await file.text();
    if (!file.name.endsWith(".json")) {
      setText(content);
      return;
    }
    setOpen(false);
    await deeds.save(content);
  };
  if (!open)
    return (
      <p className="flex items-baseline gap-3">
        <button
          type="button"
          className="control border-indigo font-semibold text-indigo"
          onClick={() => {
            setOpen(true);
          }}
        >
          Make a list of tickers
        </button>
        <DeedOutcome {...deeds} isInline />
      </p>
    );
  return (
    <form
      aria-label="New list"
      className="max-w-2xl space-y-2 rounded-sm border border-rule bg-raised p-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (tickers.length === 0) return;
        setOpen(false);
        void deeds.save(newList(name, market, tickers, asOf));
        setText("");
        setName("");
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") setOpen(false);
      }}
    >
      <label className="block text-soft">
        name
        <input
          autoFocus
          required
          maxLength={60}
          className="control mt-0.5 block w-64 text-ink"
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
      </label>
      <label className="block text-soft">
        tickers, pasted from anywhere: with commas, spaces or line breaks between, or a CSV file with a head
        <textarea
          rows={3}
          required
          className="control mt-0.5 w-full text-ink"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
      </label>
      <p className="flex items-baseline gap-3 text-[12px]">
        <input
          type="file"
          accept=".csv,.txt,.json,text/csv,text/plain,application/json"
          aria-label="A file of tickers, or a list that was exported"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void read(file);
          }}
        />
        <span className="flex-1 text-soft">{count(tickers.length, "ticker")} read</span>
        <button type="submit" className="control py-0.5" disabled={tickers.length === 0}>
          Save
        </button>
        <button
          type="button"
          className="text-soft hover:text-indigo"
          onClick={() => {
            setOpen(false);
          }}
        >
          cancel
        </button>
      </p>
    </form>
  );
}
