import type { ShownPart } from "@studies/briefs/brief-schema";
import { TermText } from "./term-text";

/** A sentence with its figures and its words of ours. */
export function SentenceView({ sentence }: { readonly sentence: ShownPart["reading"][number] }) {
  const textOf = (part: (typeof sentence)[number]) => (typeof part === "string" ? part : part.figure);
  const whole = sentence.map(textOf).join("");
  return (
    <>
      {sentence.map((part, k) =>
        typeof part === "string" ? (
          <TermText key={k} text={part} whole={whole} />
        ) : (
          <b key={k}>
            <TermText text={part.figure} whole={whole} />
          </b>
        ),
      )}
    </>
  );
}
