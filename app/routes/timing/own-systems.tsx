import { useState } from "react";
import type { Sentence } from "@studies/define-study";
import type { ItemBody } from "@server/items.server";
import type { LaneSignals } from "@studies/timing/signal-records";
import { DeleteButton } from "~/ui/delete-button";
import { SentenceText } from "~/ui/reading";
import { RemovedItem } from "~/ui/removed-item";
import { StateMark } from "~/ui/state-mark";
import { useItems } from "~/ui/use-items";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import { Signals } from "./signals";
import { SystemEditor } from "./system-editor";

export interface OwnSystem {
  readonly name: string;
  readonly body: ItemBody<"timing-system">;
  /** Undefined where it cannot be judged: its instrument is not known by this date. */
  readonly answer:
    | {
        readonly state: number;
        readonly words: { readonly up: string; readonly down: string };
        readonly signals: LaneSignals;
        readonly contradictions: number;
        readonly reading: Sentence;
      }
    | undefined;
}

interface Props {
  readonly systems: readonly OwnSystem[];
  readonly market: string;
  readonly provisional: boolean;
  readonly subjects: ClauseNames["tickers"];
  readonly names: ClauseNames;
}

/** The analyst's own timing systems, with their rules as sentences; they can be made, changed and deleted. */
export function OwnSystems({ systems, market, provisional, subjects, names }: Props) {
  const [chosen, setEditing] = useState<string>();
  // One that was given another name, or was deleted, is not being edited any more.
  const editing = chosen === "" || systems.some((s) => s.name === chosen) ? chosen : undefined;
  const { save, remove, answer } = useItems();
  const removed = answer?.removed;
  const close = () => {
    setEditing(undefined);
  };
  return (
    <section aria-label="Own timing systems">
      <div className="flex items-baseline justify-between border-b border-ink/60 pb-1">
        <h2 className="heading">Your own timing systems</h2>
        {editing === undefined && (
          <button
            type="button"
            className="control border-indigo font-semibold text-indigo"
            onClick={() => {
              setEditing("");
            }}
          >
            Make one
          </button>
        )}
      </div>
      {removed && !systems.some((s) => s.name === removed.name) && (
        <RemovedItem className="mt-2" name={removed.name} onPutBack={() => save("timing-system", removed.name, removed.body)} />
      )}
      {editing === "" && <SystemEditor market={market} subjects={subjects} names={names} onDone={close} />}
      {systems.length === 0 && editing === undefined && (
        <p className="mt-2 text-soft">
          None yet. A system is a rule for up and a rule for down, each made of conditions: for example two closes above a
          20-session average with detrended price above zero.
        </p>
      )}
      {systems.map((s) =>
        editing === s.name ? (
          <SystemEditor
            key={s.name}
            name={s.name}
            body={s.body}
            market={market}
            subjects={subjects}
            names={names}
            onDone={close}
          />
        ) : (
          <article key={s.name} className="border-b border-rule py-3">
            <h3 className="flex items-baseline gap-3">
              <span className="font-semibold">{s.name}</span>
              <span className="text-soft">on {s.body.on === "composite" ? "the composite" : s.body.on}</span>
              {s.answer && <StateMark state={s.answer.state} />}
              {s.answer && provisional && <span className="text-amber">provisional</span>}
              <span className="ml-auto flex gap-2">
                <button
                  type="button"
                  className="control"
                  onClick={() => {
                    setEditing(s.name);
                  }}
                >
                  Change
                </button>
                <DeleteButton name={`the system ${s.name}`} onDelete={() => remove("timing-system", s.name)} />
              </span>
            </h3>
            {s.answer ? (
              <>
                <p className="mt-1 max-w-[900px]">
                  <b className="font-semibold text-teal">Up</b> when {s.answer.words.up}.{" "}
                  <b className="font-semibold text-rust">Down</b> when {s.answer.words.down}.
                </p>
                <p className="mt-1 font-serif text-[15px]">
                  <SentenceText sentence={s.answer.reading} />
                  {s.answer.contradictions > 0 && `On ${s.answer.contradictions} sessions both rules held; those change nothing.`}
                </p>
                {s.answer.signals.count > 0 && (
                  <details className="mt-1">
                    <summary className="cursor-pointer text-soft">its signals</summary>
                    <Signals name={s.name} signals={s.answer.signals} />
                  </details>
                )}
              </>
            ) : (
              <p className="mt-1 text-soft">{s.body.on} is not known in this market by this date, so the system has no state.</p>
            )}
          </article>
        ),
      )}
    </section>
  );
}
