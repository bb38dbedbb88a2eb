import type { CallRow } from "@studies/calls/call-row";
import { callSentence, confidenceText } from "@studies/calls/call-words";
import { SentenceView } from "./sentence-view";
import { count, date, percent, signedPercent } from "@studies/words/words";

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

/** Base rate and when it is scored, or how it came out. */
export function callFacts(row: CallRow): string {
  if (row.state === "unknown") return "Its subject has no level on the session on which it was made: it is not scored.";
  const base = Number.isNaN(row.base)
    ? "No hold as long was over when it was made"
    : `Base rate ${percent(row.base, 0)} of ${count(row.baseHolds, "such span")} before it`;
  const marks = `${row.isWithdrawn ? "; withdrawn" : ""}${row.isLookingBack ? "; made looking back, and counted apart" : ""}`;
  if (row.state === "open") return `${base}. Scored at the close of ${date(row.due)}${marks}.`;
  return `${base}. Scored at the close of ${date(row.due)}: ${row.isRight ? "right" : "wrong"}, ${signedPercent(row.gain)} its way${marks}.`;
}
