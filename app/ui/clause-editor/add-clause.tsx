import { Command } from "cmdk";
import { Popover } from "radix-ui";
import { useMemo, useRef, useState } from "react";
import type { Rule } from "@core/conditions/condition";
import { readPhrase } from "@core/conditions/read-phrase";

interface Props {
  readonly example: string;
  readonly onAdd: (rule: Rule) => void;
  /** Arrow up in the empty field. */
  readonly onLeaveUp?: () => void;
}

/** The field in which clauses are typed as one thinks them: up to seven readings of what was typed, each the sentence it would become. */
export function AddClause({ example, onAdd, onLeaveUp }: Props) {
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  // At once, so that Enter never takes a reading of what was typed before.
  const readings = useMemo(() => (text.trim() === "" ? [] : readPhrase(text)), [text]);
  const add = (rule: Rule) => {
    setText("");
    setOpen(false);
    onAdd(rule);
  };
  const isOpen = open && text.trim() !== "";
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Command shouldFilter={false} loop className="w-full">
        <Popover.Anchor asChild>
          <Command.Input
            ref={input}
            data-add-clause
            aria-label="Add a clause"
            value={text}
            onValueChange={(next) => {
              setText(next);
              setOpen(true);
            }}
            onFocus={() => {
              setOpen(true);
            }}
            onKeyDown={(event) => {
              if (event.key === "Escape" && text !== "") {
                event.stopPropagation();
                setText("");
              }
              if (event.key === "ArrowUp" && text === "") onLeaveUp?.();
            }}
            placeholder={`type a clause, such as \u201c${example}\u201d`}
            className="w-full max-w-[460px] border-b border-rule bg-transparent py-0.5 font-serif text-[15px] outline-none placeholder:text-soft placeholder:italic focus:border-indigo"
          />
        </Popover.Anchor>
        {/* What the field says that it controls is there while nothing is offered, too. */}
        {!isOpen && <Command.List hidden />}
        <Popover.Portal>
          <Popover.Content
            align="start"
            sideOffset={4}
            onOpenAutoFocus={(event) => {
              event.preventDefault();
            }}
            onInteractOutside={(event) => {
              if (event.target === input.current) event.preventDefault();
            }}
            className="z-50 w-[620px] max-w-[90vw] rounded-sm border border-rule bg-raised p-1"
          >
            <Command.List>
              {readings.length === 0 && (
                <p className="px-2.5 py-2 text-soft">
                  Nothing is meant by this here. Try “{example}”, “above 50 average” or “rsi below 30”.
                </p>
              )}
              {readings.map(({ rule, sentence }) => (
                <Command.Item
                  key={sentence}
                  value={sentence}
                  onSelect={() => {
                    add(rule);
                  }}
                  className="cursor-pointer rounded-sm px-2.5 py-1.5 font-serif text-[15px] data-[selected=true]:bg-chosen data-[selected=true]:text-indigo"
                >
                  {sentence}
                </Command.Item>
              ))}
            </Command.List>
          </Popover.Content>
        </Popover.Portal>
      </Command>
    </Popover.Root>
  );
}
