import { Link } from "react-router";
import type { Sentence } from "@studies/define-study";
import { linkHref, useHere } from "~/here";

/** What a screen says before it shows: sentences whose figures lead to their evidence. */
export function Reading({ sentences, quiet = false }: { sentences: readonly Sentence[]; quiet?: boolean }) {
  return (
    <h1 className={`max-w-[960px] font-serif ${quiet ? "text-[17px] leading-6" : "text-[21px] leading-7"} text-pretty`}>
      {sentences.map((sentence, k) => (
        <SentenceText key={k} sentence={sentence} />
      ))}
    </h1>
  );
}

export function SentenceText({ sentence }: { sentence: Sentence }) {
  const here = useHere();
  return (
    <span>
      {sentence.map((part, k) =>
        typeof part === "string" ? (
          part
        ) : part.to ? (
          <Link key={k} to={linkHref(here, part.to)} className="figure-link">
            {part.figure}
          </Link>
        ) : (
          <b key={k} className="font-semibold">
            {part.figure}
          </b>
        ),
      )}{" "}
    </span>
  );
}
