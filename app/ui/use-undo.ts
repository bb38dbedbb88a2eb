import { useCallback, useRef, useState } from "react";

/** Something that was done and can be undone and done again. */
export interface Done {
  /** What it was, as it is told: "EMA 20 was removed". */
  readonly words: string;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** What was done on a screen, to be undone and done again in turn; another key begins anew. */
export function useUndo(key: string) {
  const stacks = useRef<{ key: string; past: Done[]; future: Done[] }>({ key, past: [], future: [] });
  const [told, setTold] = useState<{ key: string; done: Done } | undefined>();
  const own = useCallback(() => {
    if (stacks.current.key !== key) stacks.current = { key, past: [], future: [] };
    return stacks.current;
  }, [key]);
  return {
    /** The last thing done, until it is undone. */
    told: told?.key === key ? told.done : undefined,
    note: (done: Done) => {
      const { past, future } = own();
      past.push(done);
      future.length = 0;
      setTold({ key, done });
    },
    undo: () => {
      const { past, future } = own();
      const done = past.pop();
      if (!done) return false;
      done.undo();
      future.push(done);
      setTold(undefined);
      return true;
    },
    redo: () => {
      const { past, future } = own();
      const done = future.pop();
      if (!done) return false;
      done.redo();
      past.push(done);
      setTold({ key, done });
      return true;
    },
  };
}
