import { Link } from "react-router";
import type { PastEvent } from "@studies/rotation/rotation-row";
import { findEntry } from "@studies/words/terms";
import { date } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { Explained } from "~/ui/term";

const MOST = 12;

/** What happened to members in the last finished samples: turns, moves that failed, changes of the lead. */
export function Events({ events, sampleName }: { events: readonly PastEvent[]; sampleName: string }) {
  const here = useHere();
  return (
    <section>
      <h2 className="heading">
        <Explained text="Turns" around="failed" /> and failed moves
      </h2>
      {events.length === 0 ? (
        <p className="mt-1 text-soft">None in the last eight finished {sampleName}s.</p>
      ) : (
        <ul className="mt-1 max-h-[208px] overflow-y-auto" tabIndex={0} aria-label="Turns and failed moves">
          {events.slice(0, events.length > 40 ? 40 : Math.max(MOST, events.length)).map((e) => (
            <li key={`${e.key} ${e.kind} ${e.day}`} className="flex min-h-6 flex-wrap items-baseline gap-x-2">
              <span className="w-20 shrink-0 text-soft">{date(e.day)}</span>
              <b className="shrink-0 font-semibold" title={findEntry(e.kind)?.says}>
                {e.kind}
              </b>
              <span className="min-w-0">
                {e.key.includes(":") ? (
                  <Link to={hrefOf(here, "/groups", { in: e.key })} className="hover:text-indigo">
                    {e.name}
                  </Link>
                ) : (
                  <Link to={hrefOf(here, `/chart/${encodeURIComponent(e.key)}`)} className="hover:text-indigo">
                    {e.name}
                  </Link>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
