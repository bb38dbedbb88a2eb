import { Link } from "react-router";
import { dayMonth } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import type { Due } from "./due.server";
import { Later } from "~/ui/later";

const MOST = 12;

/** What is due in the ten sessions to come, by its day. */
export function DueAhead({ said }: { readonly said: Promise<readonly Due[]> | undefined }) {
  const here = useHere();
  return (
    <section aria-label="The next ten sessions">
      <h2 className="heading flex justify-between border-b border-ink/60 pb-1">
        <span>The next ten sessions</span>
        <a className="font-normal link" href={hrefOf(here, "/due.ics")} download>
          as a calendar
        </a>
      </h2>
      <Later said={said} hold waiting={<p className="min-h-[84px] py-2 text-soft">Looking at plans, lists and calls…</p>}>
        {(due) => <Rows due={due} />}
      </Later>
    </section>
  );
}

function Rows({ due }: { readonly due: readonly Due[] }) {
  if (due.length === 0)
    return (
      <p className="py-2 text-soft">
        Nothing: no holiday, expiry or end of a month, and no report, plan, call or model of this desk.
      </p>
    );
  return (
    <>
      <ol>
        {due.slice(0, MOST).map(({ day, left, words }, k) => (
          <li key={k} className="grid grid-cols-[54px_44px_1fr] border-b border-rule/70 py-1">
            <span className="tabular-nums">{k > 0 && due[k - 1]!.day === day ? "" : dayMonth(day)}</span>
            <span className="text-soft">{k > 0 && due[k - 1]!.day === day ? "" : `in ${left}`}</span>
            <span>
              {words.map((part, n) =>
                typeof part === "string" ? (
                  part
                ) : (
                  <Link key={n} className="figure-link" to={part.to}>
                    {part.text}
                  </Link>
                ),
              )}
            </span>
          </li>
        ))}
      </ol>
      {due.length > MOST && <p className="pt-1 text-soft">{due.length - MOST} more in the calendar file.</p>}
    </>
  );
}
