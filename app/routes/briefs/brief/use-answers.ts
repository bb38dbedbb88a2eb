import { useEffect, useMemo, useRef, useState } from "react";
import type { AnsweredPart } from "@server/briefs/answered-part.server";
import { isLive, type LivePart, type SavedBrief } from "@studies/briefs/brief-schema";

interface Told {
  /** Session that the parts are set against. */
  readonly against: number | undefined;
  readonly dataVersion: number;
}

interface Answered {
  /** What was asked. */
  readonly key: string;
  readonly answer: AnsweredPart;
}

/** Answers of the live parts as they come, each asked again when it or the data are others; what was there stays until then. */
export function useAnswers(brief: SavedBrief, { against, dataVersion }: Told): ReadonlyMap<string, AnsweredPart> {
  const { parts, market, asOf } = brief;
  const [answers, setAnswers] = useState<ReadonlyMap<string, Answered>>(new Map());
  const asking = useRef(new Map<string, AbortController>());
  const wanted = useMemo(
    () =>
      parts.filter(isLive).map((part) => {
        const body = JSON.stringify({ part: plain(part), market, asOf, ...(against === undefined ? {} : { against }) });
        return { id: part.id, key: `${dataVersion} ${body}`, body };
      }),
    [parts, market, asOf, against, dataVersion],
  );
  useEffect(() => {
    const known = new Set(wanted.map((one) => one.key));
    // What is not wanted any more is not waited for.
    for (const [key, controller] of asking.current)
      if (!known.has(key)) {
        controller.abort();
        asking.current.delete(key);
      }
    for (const { id, key, body } of wanted) {
      if (answers.get(id)?.key === key || asking.current.has(key)) continue;
      const controller = new AbortController();
      asking.current.set(key, controller);
      void ask(body, controller.signal).then((said) => {
        asking.current.delete(key);
        if (said) setAnswers((all) => new Map(all).set(id, { key, answer: { ...said, id } }));
      });
    }
  }, [wanted, answers]);
  useEffect(() => {
    const open = asking.current;
    return () => {
      for (const controller of open.values()) controller.abort();
      open.clear();
    };
  }, []);
  return useMemo(() => new Map([...answers].map(([id, { answer }]) => [id, answer])), [answers]);
}

/** Whether it was seen changes nothing of what it says. */
function plain({ isSeen: _isSeen, ...part }: LivePart): object {
  return part;
}

/** The answer; undefined for one that is not waited for any more. */
async function ask(body: string, signal: AbortSignal): Promise<AnsweredPart | undefined> {
  try {
    const response = await fetch("/briefs/answer", { method: "POST", body: new URLSearchParams({ asked: body }), signal });
    if (response.ok) return (await response.json()) as AnsweredPart;
    return { id: "", lacking: "It could not be asked; the server did not say why. Reload the page to ask again." };
  } catch {
    return signal.aborted ? undefined : { id: "", lacking: "The server cannot be reached. Reload the page to ask again." };
  }
}
