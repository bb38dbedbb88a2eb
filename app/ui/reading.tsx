import { Link } from "react-router";
import { sentenceText } from "@studies/words/words";
import type { Sentence } from "@studies/define-study";
import { withTerms, type TextPart } from "@studies/words/terms";
import { linkHref, useHere } from "~/here";
import { Term } from "./term";

/** What a screen says before it shows: sentences whose figures lead to their evidence, words of ours explained at first mention. */
export function Reading({ sentences, quiet = false }: { sentences: readonly Sentence[]; quiet?: boolean }) {
  const seen = new Set<string>();
  const cut = sentences.map((sentence) => cutAtTerms(sentence, seen));
  return (
    <h1 className={`max-w-[1084px] font-serif ${quiet ? "text-[17px] leading-6" : "text-[19px] leading-[27px]"} text-pretty`}>
      {sentences.map((sentence, k) => (
        <SentenceText key={k} sentence={sentence} terms={cut[k]} />
      ))}
    </h1>
  );
}

export function SentenceText({ sentence, terms }: { sentence: Sentence; terms?: readonly (readonly TextPart[])[] }) {
  const here = useHere();
  const cut = terms ?? cutAtTerms(sentence, new Set());
  return (
    <span>
      {sentence.map((part, k) => {
        const text = cut[k]!.map((t, n) =>
          t.entry ? (
            <Term key={n} entry={t.entry}>
              {t.text}
            </Term>
          ) : (
            t.text
          ),
        );
        if (typeof part === "string") return <span key={k}>{text}</span>;
        return part.to ? (
          <Link key={k} to={linkHref(here, part.to)} className="figure-link" title={cut[k]!.find((t) => t.entry)?.entry?.says}>
            {part.figure}
          </Link>
        ) : (
          <b key={k} className="font-semibold">
            {text}
          </b>
        );
      })}{" "}
    </span>
  );
}

/** The parts of a sentence, each cut at the words that have not been explained yet. */
function cutAtTerms(sentence: Sentence, seen: Set<string>): TextPart[][] {
  const whole = sentenceText(sentence);
  return sentence.map((part) =>
    withTerms(typeof part === "string" ? part : part.figure, whole).map(({ text, entry }) => {
      if (!entry || seen.has(entry.name)) return { text };
      // What a link says is explained where it leads.
      if (typeof part === "string" || !part.to) seen.add(entry.name);
      return { text, entry };
    }),
  );
}
