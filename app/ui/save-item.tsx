import { useCallback, useEffect, useState } from "react";
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
  /** Told when it is saved, with its name. */
  readonly onSaved?: (name: string) => void;
}

/** Saves what is asked under a name, with why it exists and how it is to be used. */
export function SaveItem(props: Props) {
  const { what, name, note, onSaved } = props;
  const [state, setState] = useState<"closed" | "open" | "saved">("closed");
  const close = useCallback(
    (saved: string | undefined) => {
      setState(saved === undefined ? "closed" : "saved");
      if (saved !== undefined) onSaved?.(saved);
    },
    [onSaved],
  );
  if (state === "open") return <SaveForm {...props} onDone={close} />;
  return (
    <p className="mt-2 text-[12px]">
      {note !== "" && (
        <span className="font-serif text-[14px] text-soft">
          <i>Note.</i> {note}{" "}
        </span>
      )}
      <button
        type="button"
        className="min-h-6 link"
        onClick={() => {
          setState("open");
        }}
      >
        {name === "" ? `save this ${what}…` : "change its name or note…"}
      </button>
      <span role="status" className="ml-2 text-teal">
        {state === "saved" ? "It is saved." : ""}
      </span>
    </p>
  );
}

interface FormProps extends Props {
  /** Told its name when it is saved, nothing when it is left. */
  readonly onDone: (saved: string | undefined) => void;
}

/** Stays until it is saved, so that what is wrong with a name can be read and mended. */
function SaveForm({ kind, what, name, note, bodyWith, onDone }: FormProps) {
  const { save, busy, answer } = useItems();
  const [title, setTitle] = useState(name);
  const [text, setText] = useState(note);
  const isSaved = !busy && answer !== undefined && answer.error === undefined;
  useEffect(() => {
    if (isSaved) onDone(title);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- told once, when it has been saved
  }, [isSaved]);
  return (
    <form
      aria-label={`Save the ${what}`}
      className="mt-2 space-y-2 rounded-sm border border-rule bg-raised p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save(kind, title, bodyWith(text.trim()), name);
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onDone(undefined);
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
        <button type="submit" className="control py-0.5" disabled={busy}>
          Save
        </button>
        <button
          type="button"
          className="text-soft hover:text-indigo"
          onClick={() => {
            onDone(undefined);
          }}
        >
          cancel
        </button>
      </p>
    </form>
  );
}
