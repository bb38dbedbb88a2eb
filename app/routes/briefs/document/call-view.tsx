import type { CallRow } from "@studies/calls/call-row";
import { callFacts, callSentence, confidenceText } from "@studies/calls/call-words";
import { SentenceView } from "./sentence-view";

/** A call as it stands in a brief. */
export function CallView({ row }: { readonly row: CallRow | undefined }) {
  if (!row) return <p className="brief-lacking">A call that is not there any more, or was made later than this date.</p>;
  return (
    <div className="brief-call">
      <p className="brief-call-line">
        <span>
          <i>Call </i>
          <SentenceView sentence={callSentence(row)} />
        </span>
        <span>{Number.isNaN(row.confidence) ? "" : `at ${confidenceText(row.confidence)}`}</span>
      </p>
      {row.reason !== "" && <p className="brief-call-facts">{row.reason}</p>}
      <p className="brief-call-facts">{callFacts(row)}</p>
    </div>
  );
}
