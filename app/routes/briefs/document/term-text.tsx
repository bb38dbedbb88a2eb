import { withTerms } from "@studies/words/terms";

/** A text whose words of ours say on hover what they mean. */
export function TermText({ text, whole = text }: { readonly text: string; readonly whole?: string }) {
  return (
    <>
      {withTerms(text, whole).map(({ text: part, entry }, k) =>
        entry ? (
          <span key={k} className="brief-term" title={entry.says}>
            {part}
          </span>
        ) : (
          part
        ),
      )}
    </>
  );
}
