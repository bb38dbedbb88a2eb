import { Command } from "cmdk";
import { Popover } from "radix-ui";
import { useEffect, useRef, useState, type RefObject } from "react";
import type { Offered, TypedReading } from "@studies/chart/plots/read-typed";
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
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    list.current?.scrollTo(0, 0);
  }, [text]);
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Command shouldFilter={false} loop className="mt-3">
        <Popover.Anchor asChild>
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
        </Popover.Anchor>
        {/* What the field says that it controls is there while nothing is offered, too. */}
        {!isOpen && <Command.List hidden />}
        <Popover.Portal>
          <Popover.Content
            side="top"
            align="end"
            sideOffset={4}
            onOpenAutoFocus={(event) => {
              event.preventDefault();
            }}
            onInteractOutside={(event) => {
              if (event.target === input.current) event.preventDefault();
            }}
            className="z-50 w-[340px] max-w-[90vw] rounded-sm border border-rule bg-raised p-1"
          >
            <Command.List ref={list}>
              {readings.length === 0 && (
                <p className="px-2.5 py-2 text-soft">
                  Nothing to draw is called so. Try “ema 20”, “bollinger”, “relative to …”, “reports” or “compare” with tickers.
                </p>
              )}
              {readings.map((reading) => {
                const words = "plot" in reading ? said.get(reading.plot) : undefined;
                return (
                  <Command.Item
                    key={reading.title}
                    value={reading.title}
                    onSelect={() => {
                      setText("");
                      setOpen(false);
                      onAdd(reading);
                    }}
                    className="cursor-pointer rounded-sm px-2.5 py-1.5 data-[selected=true]:bg-chosen data-[selected=true]:text-indigo"
                  >
                    <b className="font-semibold">{reading.title}</b>
                    {words && <span className="text-ink">: {words}</span>}
                  </Command.Item>
                );
              })}
            </Command.List>
          </Popover.Content>
        </Popover.Portal>
      </Command>
    </Popover.Root>
  );
}
