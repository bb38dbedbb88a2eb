import { useState } from "react";
import type { ItemKind } from "@server/items.server";
import { useItems } from "~/ui/use-items";

interface Props {
  readonly kind: ItemKind;
  /** How one of its kind is called. */
  readonly what: string;
  /** Under which it is saved already; empty for a new one. */
  readonly name: string;
  readonly note: string;
  readonly bodyWith: (note: string) => object;
  /** Told when it is sent, with its name. */
  readonly onSaved?: (name: string) => void;
}

/** Saves what is asked under a name, with why it exists and how it is to be used. */
export function SaveItem({ kind, what, name, note, bodyWith, onSaved }: Props) {
  const { save, busy, answer } = useItems();
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState(name);
  const [text, setText] = useState(note);
  const isSaved = !busy && answer !== undefined && answer.error === undefined;
  if (!open)
    return (
      <p className="mt-2 text-[12px]">
        {note !== "" && (
          <span className="font-serif text-[14px] text-soft">
            <i>Note.</i> {note}{" "}
          </span>
        )}
        <button
          type="button"
          className="min-h-6 text-indigo hover:underline"
          onClick={() => {
            setTitle(name);
            setText(note);
            setOpen(true);
          }}
        >
          {name === "" ? `save this ${what}…` : "change its name or note…"}
        </button>
        <span role="status" className="ml-2 text-teal">
          {isSaved ? "It is saved." : ""}
        </span>
      </p>
    );
  return (
    <form
      aria-label={`Save the ${what}`}
      className="mt-2 space-y-2 rounded-sm border border-rule bg-raised p-3"
      onSubmit={(event) => {
        event.preventDefault();
        setOpen(false);
        void save(kind, title, bodyWith(text.trim()), name);
        onSaved?.(title);
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        setOpen(false);
      }}
    >
      <label className="block text-soft">
        name
        <input
          autoFocus
          required
          maxLength={60}
          className="control mt-0.5 w-full text-ink"
          value={title}
          onChange={(event) => {
            setTitle(event.target.value);
          }}
        />
      </label>
      <label className="block text-soft">
        why it exists, and how it is to be used
        <textarea
          rows={3}
          maxLength={2000}
          className="control mt-0.5 w-full text-ink"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
      </label>
      {answer?.error && (
        <p role="alert" className="text-rust">
          {answer.error}
        </p>
      )}
      <p className="flex gap-3 text-[12px]">
        <button type="submit" className="control py-0.5">
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
