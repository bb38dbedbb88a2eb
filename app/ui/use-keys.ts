import { useEffect, useRef } from "react";
import { createKeybindingsHandler } from "tinykeys";

/** Gives false where the key was of no use after all: then it does what it does without us. */
type Handler = () => unknown;

/** How long the second key of a sequence may take. */
const SEQUENCE_MS = 1500;
/** With which every sequence begins. */
const FIRST = "g";

/** When the first key of a sequence was pressed, and the event of the key that came next in time. */
let begun = -Infinity;
let second: KeyboardEvent | undefined;

if (typeof window !== "undefined")
  window.addEventListener(
    "keydown",
    (event) => {
      const isIn = event.timeStamp - begun < SEQUENCE_MS && !isTyping(event.target);
      second = isIn ? event : undefined;
      const isFirst = event.key === FIRST && !event.ctrlKey && !event.metaKey && !event.altKey;
      begun = isFirst && !isIn && !isTyping(event.target) ? event.timeStamp : -Infinity;
    },
    true,
  );

/**
 * Listens to keys pressed anywhere in the page.
 * @param bindings by key or sequence of keys: "[", "g t", "$mod+k"
 * @param where "outside fields" [default] leaves keys alone while something is being typed or a menu or dialog is open
 */
export function useKeys(
  bindings: Readonly<Record<string, Handler>>,
  where: "outside fields" | "everywhere" = "outside fields",
): void {
  const latest = useRef(bindings);
  useEffect(() => {
    latest.current = bindings;
  });
  const keys = Object.keys(bindings).join("\n");
  useEffect(() => {
    const handle = createKeybindingsHandler(
      Object.fromEntries(
        keys.split("\n").map((key) => [
          key,
          (event: KeyboardEvent) => {
            // The second key of a sequence means nothing by itself.
            if (event === second && !key.includes(" ")) return;
            if (!event.defaultPrevented && latest.current[key]?.() !== false) event.preventDefault();
          },
        ]),
      ),
      { timeout: SEQUENCE_MS },
    );
    const listen = (event: KeyboardEvent) => {
      if (where === "everywhere" || !isTyping(event.target)) handle(event);
    };
    window.addEventListener("keydown", listen);
    return () => {
      window.removeEventListener("keydown", listen);
    };
  }, [keys, where]);
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
