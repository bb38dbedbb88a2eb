import { useCallback, useEffect, useState } from "react";
import type { ItemBody, ItemKind } from "@server/items.server";
import { DeedOutcome } from "./deed-outcome";
import { useItems } from "./use-items";

interface Props<K extends ItemKind> {
  readonly kind: K;
  /** How one of its kind is called. */
  readonly what: string;
  readonly body: ItemBody<K>;
  /** Under which it is saved already. */
  readonly name?: string | undefined;
}

/** Saves what is asked under a name, within a line of controls. */
export function SaveAs<K extends ItemKind>(props: Props<K>) {
  const [isOpen, setOpen] = useState(false);
  const close = useCallback(() => {
    setOpen(false);
  }, []);
  if (isOpen) return <NameForm {...props} onDone={close} />;
  return (
    <button
      type="button"
      className="link"
      onClick={() => {
        setOpen(true);
      }}
    >
      save as…
    </button>
  );
}

/** Stays until it is saved, so that what is wrong with a name can be read and mended. */
function NameForm<K extends ItemKind>({ kind, what, body, name = "", onDone }: Props<K> & { readonly onDone: () => void }) {
  const { save, busy, answer } = useItems();
  const [title, setTitle] = useState(name);
  const isSaved = !busy && answer !== undefined && answer.error === undefined;
  useEffect(() => {
    if (isSaved) onDone();
  }, [isSaved, onDone]);
  return (
    <form
      className="inline-flex items-baseline gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save(kind, title, body, title === name ? name : "");
      }}
    >
      <input
        autoFocus
        required
        maxLength={60}
        aria-label={`Name of the ${what}`}
        className="control w-48 py-0.5"
        value={title}
        onChange={(event) => {
          setTitle(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === "Escape") onDone();
        }}
      />
      <button type="submit" className="link" disabled={busy}>
        save
      </button>
      <DeedOutcome answer={answer} isInline />
    </form>
  );
}
