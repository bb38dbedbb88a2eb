import { Suspense } from "react";
import { Await, Link, useNavigate, useSearchParams } from "react-router";
import type { TrialView } from "@studies/trials/trial-views";
import { signedPercent } from "@studies/words/words";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { pathOfTrial, trialParams } from "~/saved-trials";
import type { Judged, JudgedTrial } from "~/saved-trials.server";
import { IntervalMark } from "~/ui/interval-mark";
import { RemovedItem } from "~/ui/removed-item";
import { SaveItem } from "~/ui/save-item";
import { useItems } from "~/ui/use-items";

interface Saved {
  readonly name: string;
  readonly body: JudgedTrial["body"];
}

interface Props {
  readonly view: TrialView;
  readonly market: string;
  readonly saved: readonly Saved[];
  /** The same with what each says at this date; comes after the page. */
  readonly judged: Promise<readonly JudgedTrial[]>;
  /** What is asked otherwise than the address says it, such as a focus by its groups. */
  readonly resolved?: Readonly<Record<string, string>>;
}

const VIEWS: Readonly<Record<TrialView, string>> = { moments: "at moments", weeks: "weekly", gates: "gates", models: "model" };

/** Saves what is tried, and compares what was saved before, each as of the date in view. */
export function SavedTrials({ view, market, saved, judged, resolved = {} }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { remove, save, answer } = useItems();
  const removed = answer?.removed;
  const name = search.get("name") ?? "";
  const own = saved.find((t) => t.name === name && t.body.view === view);
  const body = (note: string) => ({
    version: 1,
    market,
    view,
    params: { ...trialParams(search), ...Object.fromEntries(Object.entries(resolved).map(([key, value]) => [key, [value]])) },
    note,
  });
  return (
    <section aria-label="Saved trials" className="mt-5">
      <SaveItem
        key={own?.name ?? ""}
        kind="trial"
        what="trial"
        name={own?.name ?? ""}
        note={own?.body.note ?? ""}
        bodyWith={body}
        onSaved={(title) => void navigate(hrefNowWith({ name: title }), { replace: true, preventScrollReset: true })}
      />
      {removed && !saved.some((t) => t.name === removed.name) && (
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => void save("trial", removed.name, removed.body)} />
      )}
      {saved.length > 0 && (
        <table className="mt-3 w-full table-fixed border-separate border-spacing-0">
          <caption className="heading mb-1 border-b border-ink/60 pb-1 text-left">Saved trials, as of this date</caption>
          <colgroup>
            <col style={{ width: 200 }} />
            <col style={{ width: 84 }} />
            <col />
            <col style={{ width: 150 }} />
            <col style={{ width: 150 }} />
            <col style={{ width: 64 }} />
          </colgroup>
          <thead>
            <tr className="text-[12px] text-soft">
              <th scope="col" className="text-left font-normal">
                <span className="sr-only">name</span>
              </th>
              <th scope="col" className="text-left font-normal">
                kind
              </th>
              <th scope="col" className="text-left font-normal">
                note, and what it is a mean of
              </th>
              <th
                scope="col"
                className="text-right font-normal"
                title="After cost, against its benchmark: what one would have had"
              >
                against index
              </th>
              <th
                scope="col"
                className="text-right font-normal"
                title="Before cost, against all members at the same moments, or the set in equal parts"
              >
                against all
              </th>
              <th scope="col">
                <span className="sr-only">deletion</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {saved.map((trial) => (
              <tr key={trial.name} className="h-[29px]">
                <th scope="row" className="truncate border-b border-rule text-left font-normal">
                  <Link
                    to={hrefOf(here, pathOfTrial(trial.body.view), { ...trial.body.params, name: trial.name })}
                    className="font-semibold hover:text-indigo"
                    aria-current={trial.name === name ? "true" : undefined}
                  >
                    {trial.name}
                  </Link>
                </th>
                <td className="border-b border-rule text-soft">{VIEWS[trial.body.view]}</td>
                <td className="truncate border-b border-rule text-soft" title={trial.body.note}>
                  {trial.body.note !== "" && <span className="mr-2 font-serif text-[15px] text-ink">{trial.body.note}</span>}
                  <Told judged={judged} name={trial.name} show={(t) => t.of} />
                </td>
                <td className="border-b border-rule text-right whitespace-nowrap">
                  <Told judged={judged} name={trial.name} show={(t) => <Figure {...t.excess} />} />
                </td>
                <td className="border-b border-rule text-right whitespace-nowrap">
                  <Told judged={judged} name={trial.name} show={(t) => <Figure {...t.beyond} />} />
                </td>
                <td className="border-b border-rule text-right">
                  <button
                    type="button"
                    className="min-h-6 text-[12px] text-soft hover:text-rust"
                    aria-label={`Delete ${trial.name}`}
                    onClick={() => void remove("trial", trial.name)}
                  >
                    delete
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

interface ToldProps {
  readonly judged: Promise<readonly JudgedTrial[]>;
  readonly name: string;
  readonly show: (trial: JudgedTrial) => React.ReactNode;
}

function Told({ judged, name, show }: ToldProps) {
  return (
    <Suspense fallback={<span className="text-soft">…</span>}>
      <Await resolve={judged} errorElement={<span className="text-soft">–</span>}>
        {(all) => {
          const own = all.find((t) => t.name === name);
          return own ? show(own) : null;
        }}
      </Await>
    </Suspense>
  );
}

function Figure({ value, interval }: Judged) {
  const ends = Number.isNaN(interval[0])
    ? undefined
    : `95% interval ${signedPercent(interval[0], 2)} to ${signedPercent(interval[1], 2)}`;
  return (
    <span title={ends}>
      {ends !== undefined && <IntervalMark value={value} interval={interval} reach={0.012} />} {signedPercent(value, 2)}
    </span>
  );
}
