import type { ReactNode } from "react";
import type { DryRun, Named } from "@server/ingest/dry-run.server";
import { count, percent, signedPercent } from "@studies/words/words";
import { ProblemsTable } from "../problems-table";

/** What an import would do: what comes, what changes, and what looks wrong. */
export function DryRunShown({ found }: { found: DryRun }) {
  const { bars, newTickers, knownTickers, thin, gaps, splits, suspicious, groups, notes } = found;
  const { largest } = bars;
  return (
    <section aria-label="What would come of it">
      <h2 className="heading border-b border-ink/60 pb-1">What would come of it</h2>
      <dl className="grid grid-cols-[140px_1fr] gap-y-0.5 py-2">
        <Line name="new instruments">
          {newTickers.total.toLocaleString("en-GB")}
          {newTickers.total > 0 && <span className="text-soft"> ({namesOf(newTickers, (ticker) => ticker)})</span>}
        </Line>
        <Line name="known instruments">{knownTickers.toLocaleString("en-GB")}</Line>
        <Line name="bars added">{bars.added.toLocaleString("en-GB")}</Line>
        {bars.same > 0 && <Line name="bars as they are">{bars.same.toLocaleString("en-GB")}</Line>}
        <Line name="bars changed">
          {bars.changed.toLocaleString("en-GB")}
          {bars.changed > 0 && ` of ${count(bars.changedInstruments, "instrument")}`}
          {bars.medianMove !== null && `, their closes by a median of ${percent(bars.medianMove)}`}
          {largest && `; the largest, ${largest.ticker} on ${largest.day}, from ${largest.from} to ${largest.to}`}
        </Line>
        {groups.total > 0 && <Line name="groups">{namesOf(groups, ({ group, members }) => `${group} with ${members}`)}</Line>}
        {found.words !== "" && <Line name="rows in all">{found.words}</Line>}
      </dl>
      <Finding of={splits} title="Likely splits that were not adjusted" words="a jump near a simple ratio, with volume to match">
        {({ ticker, day, ratio }) => `${ticker} on ${day}, ${ratio >= 1 ? `${nice(ratio)} for 1` : `1 for ${nice(1 / ratio)}`}`}
      </Finding>
      <Finding of={suspicious} title="Closes that stand alone" words="far from both neighbours, which agree">
        {({ ticker, day, change }) => `${ticker} on ${day}, ${signedPercent(change, 0)}`}
      </Finding>
      <Finding of={thin} title="Days without most of the stocks" words="fewer than half of those that were trading">
        {({ day, stocks, of }) => `${day} with ${stocks} of ${of}`}
      </Finding>
      <Finding of={gaps} title="Long gaps" words="ten sessions or more without a bar, the longest of each">
        {({ ticker, sessions, after, before }) => `${ticker} for ${sessions} sessions, ${after} to ${before}`}
      </Finding>
      {notes.length > 0 && (
        <ul className="mt-2 list-disc space-y-0.5 pl-4 text-soft">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {found.problems.length > 0 && <ProblemsTable problems={found.problems} total={found.problemCount} />}
    </section>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

/** Something that looks wrong, with the first places; nothing where there is none. */
function Finding<T>({
  of,
  title,
  words,
  children,
}: {
  of: Named<T>;
  title: string;
  words: string;
  children: (one: T) => string;
}) {
  if (of.total === 0) return null;
  return (
    <div className="mt-1 border-l-2 border-(--amber-edge) py-0.5 pl-3">
      <p>
        <b className="font-semibold">
          {title}: {of.total.toLocaleString("en-GB")}
        </b>{" "}
        <span className="text-soft">({words})</span>
      </p>
      <p className="text-soft">{namesOf(of, children, "; ")}</p>
    </div>
  );
}

function namesOf<T>({ total, first }: Named<T>, words: (one: T) => string, between = ", "): string {
  return `${first.map(words).join(between)}${total > first.length ? ", …" : ""}`;
}

function nice(ratio: number): string {
  return String(Math.round(100 * ratio) / 100);
}
