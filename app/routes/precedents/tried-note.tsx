import { useEffect, useState } from "react";
import { pText } from "@studies/precedents/precedent-sentences";
import { count } from "@studies/words/words";

const KEY = "yubrin-tried";
const ORDINALS = ["", "", "Second", "Third", "Fourth", "Fifth", "Sixth", "Seventh", "Eighth", "Ninth", "Tenth"];

/**
 * How many variants were tried in this visit, with the p of the best one adjusted for their number: 1 - (1 - p)^v. A visit
 * lasts as long as the tab.
 */
export function TriedNote({ question, p }: { question: string; p: number }) {
  const [tried, setTried] = useState<{ readonly number: number; readonly best: number }>();
  useEffect(() => {
    const known = readTried();
    if (!Number.isNaN(p)) known[question] = p;
    try {
      sessionStorage.setItem(KEY, JSON.stringify(known));
    } catch {
      // Without storage nothing is counted.
    }
    const values = Object.values(known);
    setTried({ number: values.length, best: Math.min(...values) });
  }, [question, p]);
  if (!tried || tried.number < 2) return null;
  const adjusted = 1 - (1 - tried.best) ** tried.number;
  return (
    <p className="mt-1 font-serif text-[16px] text-soft">
      {ORDINALS[tried.number] ?? `${tried.number}th`} variant tried in this visit: the best of the{" "}
      {count(tried.number, "variant")} has p {pText(tried.best)}, which is {pText(adjusted)} when that many are tried.
    </p>
  );
}

function readTried(): Record<string, number> {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? "{}") as Record<string, number>;
  } catch {
    return {};
  }
}
