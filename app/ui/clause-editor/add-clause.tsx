import { Command } from "cmdk";
import { useMemo, useState } from "react";
import type { Rule } from "@core/conditions/condition";
import { readPhrase, type DrawingName } from "@core/conditions/read-phrase";
import { TypedReadings } from "../typed-readings";

interface Props {
  readonly example: string;
  /** What is drawn on charts and can be spoken of. */
  readonly drawings: readonly DrawingName[];
  readonly onAdd: (rule: Rule) => void;
  /** Arrow up in the empty field. */
  readonly onLeaveUp?: () => void;
}

/** The field in which clauses are typed as one thinks them: up to seven readings of what was typed, each the sentence it would become. */
export function AddClause({ example, drawings, onAdd, onLeaveUp }: Props) {
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  // At once, so that Enter never takes a reading of what was typed before.
  const readings = useMemo(() => (text.trim() === "" ? [] : readPhrase(text, drawings)), [text, drawings]);
  const isOpen = open && text.trim() !== "";
  return (
    <TypedReadings
      text={text}
      isOpen={isOpen}
      onOpen={setOpen}
      readings={readings}
      keyOf={(reading) => reading.sentence}
      show={(reading) => reading.sentence}
      onChoose={({ rule }) => {
        setText("");
        setOpen(false);
        onAdd(rule);
      }}
      hint={`Nothing is meant by this here. Try “${example}”, “above 50 average” or “rsi below 30”.`}
      className="w-full"
      contentClassName="w-[620px]"
      itemClassName="font-serif text-[15px]"
    >
      <Command.Input
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
    </TypedReadings>
  );
}
