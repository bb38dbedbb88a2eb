import { useEffect, useRef } from "react";
import { useRevalidator } from "react-router";

/** Keys pressed within this time are saved as one. */
const PAUSE_MS = 350;

interface Options<T> {
  /** What is told apart by what was left behind: "plan abc". */
  readonly id: string;
  /** Number of the state that the page was read in. */
  readonly revision: number;
  readonly deeds: {
    readonly busy: boolean;
    readonly answer: { readonly revision?: number; readonly error?: string } | undefined;
    readonly update: (next: T, revision: number) => unknown;
  };
  /** Saves while the page is being left; nobody hears whether it was refused. */
  readonly saveAtOnce: (next: T, revision: number) => Promise<unknown>;
}

/**
 * Saves the states of one thing one after another, each by the number of the one before it; what waits is not lost with the page.
 * @returns what is to be saved and is not on its way yet, and what puts another in its place; `isSlow` where more may follow at once
 */
export function useQueuedSaves<T>({ id, revision, deeds, saveAtOnce }: Options<T>) {
  const wanted = useRef<T>(undefined);
  const known = useRef(revision);
  const timer = useRef<number>(undefined);
  // The answer that there was when the one on its way was sent. `busy` comes a moment late: the router draws it when there is time.
  const underWay = useRef<{ readonly next: T; readonly before: unknown }>(undefined);
  const now = useRef({ deeds, saveAtOnce });
  const { busy, answer } = deeds;
  const send = () => {
    window.clearTimeout(timer.current);
    timer.current = undefined;
    const next = wanted.current;
    if (next === undefined || underWay.current) return;
    wanted.current = undefined;
    underWay.current = { next, before: now.current.deeds.answer };
    void now.current.deeds.update(next, known.current);
  };
  // What was changed while another change was on its way goes after it, by the state that it led to.
  useEffect(() => {
    now.current = { deeds, saveAtOnce };
    known.current = Math.max(known.current, revision, answer?.revision ?? 0);
    if (!busy && underWay.current?.before !== answer) underWay.current = undefined;
    if (wanted.current !== undefined && timer.current === undefined) send();
  });
  // The page may have been read before what was saved on leaving it had come.
  const { state, revalidate } = useRevalidator();
  const again = useRef(revalidate);
  useEffect(() => {
    again.current = revalidate;
  }, [revalidate]);
  useEffect(() => {
    const left = leftRevision(id);
    if (left === undefined || left <= revision || state !== "idle") return;
    known.current = Math.max(known.current, left);
    const due = window.setTimeout(() => void revalidate(), AGAIN_MS);
    return () => {
      window.clearTimeout(due);
    };
  }, [id, revision, state, revalidate]);
  // What waits for its pause is not lost with the page, nor what is on its way: the browser drops that when the page goes.
  useEffect(() => {
    const flush = (): Promise<unknown> | undefined => {
      let saved: Promise<unknown> | undefined;
      const next = wanted.current ?? underWay.current?.next;
      if (next !== undefined) {
        // One that is on its way goes before another; sent again by itself it is refused where it has come.
        const at = known.current + Number(wanted.current !== undefined && underWay.current !== undefined);
        sessionStorage.setItem(LEFT, JSON.stringify({ id, revision: at + 1, at: Date.now() }));
        saved = now.current.saveAtOnce(next, at);
      }
      wanted.current = undefined;
      window.clearTimeout(timer.current);
      return saved;
    };
    const leave = () => void flush();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      // The page that follows may have been read before that came.
      void flush()?.then(again.current, () => undefined);
    };
  }, [id]);
  return {
    wanted,
    put: (next: T, isSlow: boolean) => {
      wanted.current = next;
      window.clearTimeout(timer.current);
      if (isSlow) timer.current = window.setTimeout(send, PAUSE_MS);
      else send();
    },
  };
}

const LEFT = "left behind";
const LEFT_MS = 5000;
/** The page is read again so long after it was read too early. */
const AGAIN_MS = 150;

/** The state to which leaving a page a moment ago has led; undefined where nothing was changed then. */
function leftRevision(id: string): number | undefined {
  const left = JSON.parse(sessionStorage.getItem(LEFT) ?? "null") as { id: string; revision: number; at: number } | null;
  return left?.id === id && Date.now() - left.at < LEFT_MS ? left.revision : undefined;
}
