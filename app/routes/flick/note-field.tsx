import { useState } from "react";

interface NoteProps {
  readonly input: React.RefObject<HTMLInputElement | null>;
  readonly note: string;
  readonly onNote: (text: string) => void;
}

/** Enter or leaving the field keeps the note, Escape leaves it as it was. */
export function NoteField({ input, note, onNote }: NoteProps) {
  const [text, setText] = useState(note);
  const keep = () => {
    if (text.trim() !== note) onNote(text);
  };
  return (
    <input
      ref={input}
      aria-label="Note on it"
      placeholder="note (n)"
      value={text}
      maxLength={200}
      className="control w-52 py-0.5"
      onChange={(event) => {
        setText(event.target.value);
      }}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Escape") setText(note);
        if (event.key !== "Enter" && event.key !== "Escape") return;
        if (event.key === "Enter") keep();
        event.preventDefault();
        document.querySelector<HTMLElement>("#screen [aria-current]")?.focus();
      }}
    />
  );
}
