import { useEffect, useRef } from "react";

/**
 * Listens to keys pressed anywhere in the page.
 * @param handle is given the event and says whether it used it; a used key does nothing else
 * @param where "outside fields" [default] leaves keys alone while something is being typed or a menu or dialog is open
 */
export function useHotkey(
  handle: (event: KeyboardEvent) => boolean,
  where: "outside fields" | "everywhere" = "outside fields",
): void {
  const latest = useRef(handle);
  useEffect(() => {
    latest.current = handle;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      if (where === "outside fields" && (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target))) return;
      if (latest.current(event)) event.preventDefault();
    };
    window.addEventListener("keydown", listen);
    return () => {
      window.removeEventListener("keydown", listen);
    };
  }, [where]);
}

/** Whether a key pressed there belongs to a field, a menu or a dialog. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.closest(
      "input, textarea, select, [contenteditable], [role=menu], [role=dialog], [role=alertdialog], [role=listbox]",
    ) !== null
  );
}
