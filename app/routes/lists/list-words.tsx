import { useState } from "react";
import type { SavedList } from "@studies/lists/list-schema";

interface Props {
  readonly list: SavedList;
  readonly error: string | undefined;
  readonly onChange: (next: SavedList) => void;
}

/** The name of a list and why it exists, changed in place. */
export function ListWords({ list, error, onChange }: Props) {
  const [name, setName] = useState(list.name);
  const [note, setNote] = useState(list.note);
  const isChanged = name.trim() !== list.name || note.trim() !== list.note;
  return (
    <form
      aria-label="Name and note"
      className="my-2 flex flex-wrap items-center gap-2 text-[12px]"
      onSubmit={(event) => {
        event.preventDefault();
        onChange({ ...list, name: name.trim(), note: note.trim() });
      }}
    >
      <input
        required
        maxLength={60}
        aria-label="Name of this list"
        className="control w-48 py-0.5"
        value={name}
        onChange={(event) => {
          setName(event.target.value);
        }}
      />
      <input
        maxLength={2000}
        aria-label="Note on this list"
        placeholder="why it exists, and how it is to be used"
        className="control min-w-72 flex-1 py-0.5"
        value={note}
        onChange={(event) => {
          setNote(event.target.value);
        }}
      />
      <button type="submit" className="control py-0.5" disabled={!isChanged}>
        Save
      </button>
      {error && (
        <span role="alert" className="text-rust">
          {error}
        </span>
      )}
    </form>
  );
}
