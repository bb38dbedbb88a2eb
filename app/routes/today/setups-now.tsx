import { Link } from "react-router";
import type { Sentence } from "@studies/define-study";
import { hrefOf, useHere } from "~/here";
import { SentenceText } from "~/ui/reading";
import { TodaySection } from "./today-section";
import { Later } from "~/ui/later";

export interface SetupsSaid {
  /** Key of whom they are of, and what those are called. */
  readonly for: string;
  readonly name: string;
  readonly reading: readonly Sentence[];
}

/** What is set up for the next session in the focus and the lists; nothing without either. */
export function SetupsNow({ said }: { readonly said: Promise<readonly SetupsSaid[]> | undefined }) {
  return (
    <Later
      said={said}
      hold
      waiting={null}
      failed={<p className="mt-6 text-soft">What is set up could not be worked out at this date.</p>}
    >
      {(found) => (found.length === 0 ? null : <Found found={found} />)}
    </Later>
  );
}

function Found({ found }: { readonly found: readonly SetupsSaid[] }) {
  const here = useHere();
  return (
    <TodaySection
      label="Set up for the next session"
      to={hrefOf(here, "/setups", { for: "market:" })}
      more="in the whole market"
      className="mt-6"
    >
      <ul>
        {found.map((one) => (
          <li key={one.for} className="flex items-baseline gap-4 border-b border-rule/70 py-1">
            <Link
              className="w-56 shrink-0 truncate font-semibold hover:text-indigo"
              to={hrefOf(here, "/setups", { for: one.for })}
            >
              {one.name}
            </Link>
            <span className="font-serif text-[16px] leading-6">
              {one.reading.map((sentence, k) => (
                <SentenceText key={k} sentence={sentence} />
              ))}
            </span>
          </li>
        ))}
      </ul>
    </TodaySection>
  );
}
