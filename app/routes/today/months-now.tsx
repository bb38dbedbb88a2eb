import { Link } from "react-router";
import type { Sentence } from "@studies/define-study";
import { hrefOf, useHere } from "~/here";
import { SentenceText } from "~/ui/reading";
import { TodaySection } from "./today-section";
import { Later } from "~/ui/later";

/** What is said of one month of the year. */
export interface MonthSaid {
  readonly month: number;
  readonly name: string;
  readonly reading: readonly Sentence[];
}

/** The sectors that have been consistent in this month and in the next, worked out while the rest of the page is read already. */
export function MonthsNow({ months }: { months: Promise<readonly MonthSaid[]> | undefined }) {
  const here = useHere();
  return (
    <TodaySection
      label="Months of the sectors"
      title="Sectors in this month and the next"
      to={hrefOf(here, "/seasons")}
      more="every month"
    >
      <Later said={months} hold waiting={<p className="min-h-[58px] py-2 text-soft">Looking at earlier years…</p>}>
        {(said) =>
          said.length === 0 ? (
            <p className="py-2 text-soft">No sector has a month of an earlier year that counts yet.</p>
          ) : (
            said.map(({ month, name, reading }) => (
              <p key={month} className="border-b border-rule py-1.5 font-serif text-[16px]">
                {reading.slice(0, 1).map((sentence, k) => (
                  <SentenceText key={k} sentence={sentence} />
                ))}
                <Link className="font-sans text-[13px] link" to={hrefOf(here, "/seasons", { month: String(month) })}>
                  {name}
                </Link>
              </p>
            ))
          )
        }
      </Later>
    </TodaySection>
  );
}
