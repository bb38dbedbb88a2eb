import { Link } from "react-router";
import { capital } from "@studies/words/words";
import { readSentence } from "@core/conditions/read-sentence";
import { useHrefWith } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { ruleText } from "~/ui/clause-editor/rule-text";

const BEGINNINGS = [
  "it is the last session of the quarter and its close is above its 55-session simple average",
  "its close is a 10-session closing low for the first time in 10 sessions and its close is above its 200-session simple average",
  "the market's Pressure crosses above \u221260 and it closes higher",
  "it has closed lower at least 4 times running",
];

/** Situations to begin with, where nothing has been said yet. */
export function Beginnings() {
  const hrefWith = useHrefWith();
  return (
    <section className="mt-6 max-w-[760px]">
      <h2 className="heading">To begin with</h2>
      <p className="mt-1 text-soft">
        Press <kbd className="rounded-sm border border-rule px-1 text-[11px]">a</kbd> and type a clause as you think it: “above 50
        average”, “gap up”, “third down close in a row”, “volume over 500k”. Each line says what is left after it. Or take one of
        these:
      </p>
      <ul className="mt-2">
        {BEGINNINGS.map((sentence) => (
          <li key={sentence} className="border-b border-rule">
            <Link
              className="block py-1.5 font-serif text-[16px] link"
              title={explanationsOf(sentence)}
              to={hrefWith({ when: ruleText(readSentence(sentence)!) })}
            >
              {capital(sentence)}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
