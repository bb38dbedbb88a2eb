import { Link, useNavigate, useSearchParams } from "react-router";
import type { TrialView } from "@studies/trials/trial-views";
import { signedPercent } from "@studies/words/words";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { pathOfTrial, trialParams } from "~/saved-trials";
import type { Judged, JudgedTrial } from "~/saved-trials.server";
import { IntervalMark } from "~/ui/interval-mark";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { SaveItem } from "~/ui/save-item";
import { PlainTable } from "~/ui/table/plain-table";
import { useItems } from "~/ui/use-items";
import { Later } from "~/ui/later";

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
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => save("trial", removed.name, removed.body)} />
      )}
      {saved.length > 0 && (
        <PlainTable
          className="mt-3 table-fixed"
          caption={<span className="heading">Saved trials, as of this date</span>}
          isCaptionShown
          rows={saved}
          rowKey={(trial) => trial.name}
          rowClassName="h-[29px]"
          isCurrent={(trial) => trial.name === name}
          columns={[
            {
              key: "name",
              label: "",
              spoken: "name",
              headClassName: "w-[200px]",
              cellClassName: "truncate",
              cell: (trial) => (
                <Link
                  to={hrefOf(here, pathOfTrial(trial.body.view), { ...trial.body.params, name: trial.name })}
                  className="font-semibold hover:text-indigo"
                >
                  {trial.name}
                </Link>
              ),
            },
            {
              key: "kind",
              label: "kind",
              text: true,
              headClassName: "w-[96px]",
              cellClassName: "text-soft",
              cell: (trial) => VIEWS[trial.body.view],
            },
            {
              key: "note",
              label: "note, and what it is a mean of",
              text: true,
              cellClassName: "truncate text-soft",
              title: (trial) => trial.body.note,
              cell: (trial) => (
                <>
                  {trial.body.note !== "" && <span className="mr-2 font-serif text-[15px] text-ink">{trial.body.note}</span>}
                  <Told judged={judged} name={trial.name} show={(t) => t.of} />
                </>
              ),
            },
            {
              key: "excess",
              label: "against index",
              about: "After cost, against its benchmark: what one would have had",
              headClassName: "w-[150px]",
              cellClassName: "whitespace-nowrap",
              cell: (trial) => <Told judged={judged} name={trial.name} show={(t) => <Figure {...t.excess} />} />,
            },
            {
              key: "beyond",
              label: "against all",
              about: "Before cost, against all members at the same moments, or the set in equal parts",
              headClassName: "w-[150px]",
              cellClassName: "whitespace-nowrap",
              cell: (trial) => <Told judged={judged} name={trial.name} show={(t) => <Figure {...t.beyond} />} />,
            },
            {
              key: "deletion",
              label: "",
              spoken: "deletion",
              headClassName: "w-[64px]",
              cell: (trial) => <DeleteButton name={`the trial ${trial.name}`} onDelete={() => remove("trial", trial.name)} />,
            },
          ]}
        />
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
    <Later said={judged} waiting={<span className="text-soft">…</span>} failed={<span className="text-soft">–</span>}>
      {(all) => {
        const own = all.find((t) => t.name === name);
        return own ? show(own) : null;
      }}
    </Later>
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
