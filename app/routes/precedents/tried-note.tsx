import { useEffect, useSyncExternalStore } from "react";
import { count, probability } from "@studies/words/words";

const KEY = "yubrin-tried";
const ORDINALS = ["", "", "Second", "Third", "Fourth", "Fifth", "Sixth", "Seventh", "Eighth", "Ninth", "Tenth"];

/**
 * How many variants were tried in this visit, with the p of the best one adjusted for their number: 1 - (1 - p)^v. A visit
 * lasts as long as the tab.
 */
export function TriedNote({ question, p }: { question: string; p: number }) {
  const tried = useSyncExternalStore(subscribe, triedText, () => "{}");
  useEffect(() => {
    if (!Number.isNaN(p)) noteTried(question, p);
  }, [question, p]);
  const values = Object.values(readTried(tried));
  if (values.length < 2) return null;
  const best = Math.min(...values);
  const adjusted = 1 - (1 - best) ** values.length;
  return (
    <p className="mt-1 font-serif text-[16px] text-soft">
      {ORDINALS[values.length] ?? `${values.length}th`} variant tried in this visit: the best of the{" "}
      {count(values.length, "variant")} has p {probability(best)}, which is {probability(adjusted)} when that many are tried.
    </p>
  );
}

const listeners = new Set<() => void>();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

/** What was tried, as it is kept; nothing where the browser keeps nothing. */
function triedText(): string {
  try {
    return sessionStorage.getItem(KEY) ?? "{}";
  } catch {
    return "{}";
  }
}

function noteTried(question: string, p: number): void {
  try {
    sessionStorage.setItem(KEY, JSON.stringify({ ...readTried(triedText()), [question]: p }));
  } catch {
    return;
  }
  for (const listener of listeners) listener();
}

function readTried(text: string): Record<string, number> {
  try {
    return JSON.parse(text) as Record<string, number>;
  } catch {
    return {};
  }
}
