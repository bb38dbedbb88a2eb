import { useEffect, useState } from "react";
import { isTyping } from "./use-keys";

/** Whether a key is being held down, outside fields. */
export function useHeldKey(key: string): boolean {
  const [held, setHeld] = useState(false);
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.key === key && !event.ctrlKey && !event.metaKey && !event.altKey && !isTyping(event.target)) setHeld(true);
    };
    const up = (event: KeyboardEvent | FocusEvent) => {
      if (!(event instanceof KeyboardEvent) || event.key === key) setHeld(false);
    };
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", up);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", up);
    };
  }, [key]);
  return held;
}
