import type { CallRow } from "@studies/calls/call-row";
import { callSentence } from "@studies/calls/call-words";
import { count, date, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { fromWire, type Wired } from "~/wire";
import { TodaySection } from "./today-section";
import { SentenceText } from "~/ui/reading";
import { Later } from "~/ui/later";

export interface CallsSaid {
  readonly asOf: number;
  readonly rows: Wired;
}

/** Sessions ahead within which a call that falls due is told. */
const SOON = 5;

/** Calls that were scored at this close, and those that fall due soon; nothing without any. */
export function CallsDue({ said }: { readonly said: Promise<CallsSaid> | undefined }) {
  const here = useHere();
  return (
    <Later said={said} hold waiting={null} failed={<p className="mt-6 text-soft">The calls could not be scored at this date.</p>}>
      {({ asOf, rows }) => {
        const all = fromWire<readonly CallRow[]>(rows);
        const told = [
          ...all.filter((row) => row.state === "scored" && row.due === asOf),
          ...all.filter((row) => row.state === "open" && row.left <= SOON).sort((a, b) => a.left - b.left),
        ];
        if (told.length === 0) return null;
        return (
          <TodaySection label="Calls" to={hrefOf(here, "/briefs/calls")} more="the ledger" className="mt-6">
            <ul>
              {told.map((row) => (
                <li key={row.id} className="border-b border-rule/70 py-1 font-serif text-[16px] leading-6">
                  <SentenceText sentence={[...callSentence(row), outcomeWords(row)]} />
                </li>
              ))}
            </ul>
          </TodaySection>
        );
      }}
    </Later>
  );
}

/** How it came out, or when it will. */
function outcomeWords(row: CallRow): string {
  const gain = signedPercent(row.gain);
  if (row.state === "scored") return `: ${row.isRight ? "right" : "wrong"}, ${gain} its way.`;
  return `; it is scored on ${date(row.due)}, in ${count(row.left, "session")}, and stands at ${gain} its way.`;
}
