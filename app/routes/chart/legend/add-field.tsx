import { Command } from "cmdk";
import { useState, type RefObject } from "react";
import type { Offered, TypedReading } from "@studies/chart/plots/read-typed";
import { TypedReadings } from "~/ui/typed-readings";
import { usePlotReadings } from "./use-plot-readings";

interface Props {
  readonly input: RefObject<HTMLInputElement | null>;
  /** The address of the study that says how plots read here, without the plots. */
  readonly twin: string;
  /** What lines can be relative to. */
  readonly offered: readonly Offered[];
  /** Names of the analyst's own timing systems. */
  readonly systems: readonly string[];
  readonly onAdd: (reading: TypedReading) => void;
}

type Reader = (typed: string, offered: readonly Offered[]) => TypedReading[];

/** The field by which things are put on the chart: typed as one thinks them, read as up to seven things with what each says now. */
export function AddField({ input, twin, offered, systems, onAdd }: Props) {
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  const [read, setRead] = useState<Reader>();
  // The language of what can be drawn is loaded when it is first needed.
  const load = () => {
    if (!read)
      void import("@studies/chart/plots/read-typed").then((m) => {
        setRead(() => m.readTyped);
      });
  };
  const own: TypedReading[] = systems
    .filter((name) => text.trim() !== "" && `signals of ${name} own system`.toLowerCase().includes(text.trim().toLowerCase()))
    .map((name) => ({ plot: `system_${name}`, title: `Signals of ${name}` }));
  const readings = text.trim() === "" || !read ? [] : [...own, ...read(text, offered)].slice(0, 7);
  const said = usePlotReadings(twin, open ? readings : []);
  const isOpen = open && text.trim() !== "" && read !== undefined;
  return (
    <TypedReadings
      text={text}
      isOpen={isOpen}
      onOpen={setOpen}
      readings={readings}
      keyOf={(reading) => reading.title}
      show={(reading) => <Offer title={reading.title} words={"plot" in reading ? said.get(reading.plot) : undefined} />}
      onChoose={(reading) => {
        setText("");
        setOpen(false);
        onAdd(reading);
      }}
      hint="Nothing to draw is called so. Try “ema 20”, “bollinger”, “relative to …”, “reports” or “compare” with tickers."
      className="mt-3"
      contentClassName="w-[340px]"
      side="top"
      align="end"
    >
      <div className="flex items-center gap-2 rounded-sm border border-rule bg-raised px-2 focus-within:border-indigo">
        <Command.Input
          ref={input}
          aria-label="Add to the chart"
          value={text}
          onValueChange={(next) => {
            setText(next);
            setOpen(true);
          }}
          onFocus={load}
          onKeyDown={(event) => {
            if (event.key !== "Escape") return;
            event.stopPropagation();
            if (text === "") input.current?.blur();
            setText("");
          }}
          placeholder="ema 20, rsi, relative, volume, levels…"
          className="min-w-0 flex-1 bg-transparent py-1.5 font-serif text-[15px] outline-none placeholder:text-soft placeholder:italic"
        />
        <kbd>a</kbd>
      </div>
    </TypedReadings>
  );
}

function Offer({ title, words }: { title: string; words: string | undefined }) {
  return (
    <>
      <b className="font-semibold">{title}</b>
      {words && <span className="text-ink">: {words}</span>}
    </>
  );
}
