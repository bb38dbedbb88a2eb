interface Props {
  /** What is deleted: "the plan for LINON". */
  readonly name: string;
  readonly onDelete: () => unknown;
  readonly disabled?: boolean;
  readonly className?: string;
}

/** Deletes something the analyst made. With the keyboard on its row the Delete key does the same, see `deleteInHand`. */
export function DeleteButton({ name, onDelete, disabled, className = "" }: Props) {
  return (
    <button
      type="button"
      data-delete
      className={`min-h-6 shrink-0 text-[12px] text-soft hover:text-rust ${className}`}
      aria-label={`Delete ${name}`}
      disabled={disabled}
      onClick={() => void onDelete()}
    >
      delete
    </button>
  );
}

/**
 * Deletes what the keyboard is on: the row, or anything within it, that has a button for it.
 * @returns whether there was something to delete
 */
export function deleteInHand(element: Element | null): boolean {
  const button = element?.closest("tr, li, article")?.querySelector<HTMLButtonElement>("button[data-delete]");
  if (!button || button.disabled) return false;
  button.click();
  return true;
}
