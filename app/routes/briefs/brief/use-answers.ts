import { useEffect, useState } from "react";
import type { AnsweredPart } from "@server/briefs/answered-part.server";

/** Answers by their part as they come; those that were there stay until newer ones are. */
export function useAnswers(coming: readonly Promise<AnsweredPart>[]): ReadonlyMap<string, AnsweredPart> {
  const [answers, setAnswers] = useState<ReadonlyMap<string, AnsweredPart>>(new Map());
  useEffect(() => {
    let isLeft = false;
    for (const one of coming)
      one.then(
        (answer) => {
          if (!isLeft) setAnswers((all) => new Map(all).set(answer.id, answer));
        },
        () => undefined,
      );
    return () => {
      isLeft = true;
    };
  }, [coming]);
  return answers;
}
