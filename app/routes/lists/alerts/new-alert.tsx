import { useEffect, useRef, useState } from "react";
import { ruleSentence } from "@core/conditions/sentence";
import { listNameOf, type SavedAlert } from "@studies/alerts/alert-schema";
import { ruleOfDraft, type Draft } from "~/ui/clause-editor/clause-draft";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import { ChoiceMenu, type Choice } from "~/ui/inline-menu";
import { DeedOutcome } from "~/ui/deed-outcome";
import { useAlerts } from "~/ui/use-alerts";

interface Props {
  readonly market: string;
  readonly settled: number;
  readonly names: ClauseNames;
  readonly about: readonly Choice[];
  /** Whether nothing is watched yet: then it says what alerts are. */
  readonly isFirst: boolean;
}

const NOTHING: Draft = { join: "all", clauses: [] };
const TICKER = "ticker";

/** An alert made: clauses and whom they are about, or the arrivals of a list. */
export function NewAlert({ market, settled, names, about, isFirst }: Props) {
  const deeds = useAlerts();
  const [open, setOpen] = useState(false);
  const form = useRef<HTMLElement>(null);
  const opener = useRef<HTMLButtonElement>(null);
  const wasOpen = useRef(false);
  // What had the keyboard is gone with every change between the two.
  useEffect(() => {
    if (open) form.current?.querySelector<HTMLElement>("button")?.focus();
    else if (wasOpen.current) opener.current?.focus();
    wasOpen.current = open;
  }, [open]);
  const [draft, setDraft] = useState(NOTHING);
  const [chosen, setChosen] = useState(TICKER);
  const [ticker, setTicker] = useState("");
  const [name, setName] = useState("");
  const on = chosen === TICKER ? ticker.trim().toUpperCase() : chosen;
  const list = listNameOf(on);
  const hasClauses = draft.clauses.length > 0;
  const isReady = on !== "" && (hasClauses || list !== undefined);
  const usual = hasClauses ? `${ruleSentence(ruleOfDraft(draft))}: ${list ?? on}` : `Arrivals in ${list ?? ""}`;
  if (!open)
    return (
      <div className="mt-2 space-y-1">
        {isFirst && (
          <p className="max-w-2xl text-soft">
            Nothing is watched yet. An alert comes when a clause begins to hold for an instrument or within a list, or when
            somebody arrives in one; it is judged at the close of each session and told on Today and at the bell.
          </p>
        )}
        <p className="flex items-baseline gap-3">
          <button
            ref={opener}
            type="button"
            className="control border-indigo font-semibold text-indigo"
            onClick={() => {
              setOpen(true);
            }}
          >
            Watch something
          </button>
          <DeedOutcome {...deeds} isInline />
        </p>
      </div>
    );
  return (
    <section ref={form} aria-label="New alert" className="mt-2 max-w-2xl space-y-2 rounded-sm border border-rule bg-raised p-3">
      <p>
        Of{" "}
        <ChoiceMenu
          label="Whom it is about"
          value={chosen}
          choices={[{ value: TICKER, label: "one instrument" }, ...about]}
          onChoose={setChosen}
        />
        {chosen === TICKER && (
          <input
            aria-label="Ticker of the instrument"
            placeholder="ticker"
            value={ticker}
            maxLength={20}
            className="control ml-2 w-28 py-0.5"
            onChange={(event) => {
              setTicker(event.target.value);
            }}
          />
        )}
        , tell when these come to hold{list === undefined ? "" : ", or without any who arrives"}:
      </p>
      <ClauseList
        label="Clauses of the alert"
        draft={draft}
        names={names}
        example="crosses above 50 average"
        onChange={setDraft}
      />
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!isReady) return;
          const alert: SavedAlert = {
            version: 1,
            name: (name.trim() === "" ? usual : name.trim()).slice(0, 60),
            market,
            on,
            judged: settled,
            events: [],
            ...(hasClauses ? { rule: ruleOfDraft(draft) } : {}),
          };
          void deeds.save(alert);
          setOpen(false);
          setDraft(NOTHING);
          setChosen(TICKER);
          setTicker("");
          setName("");
        }}
      >
        <input
          aria-label="Name of the alert"
          placeholder={isReady ? usual.slice(0, 60) : "name of the alert"}
          value={name}
          maxLength={60}
          className="control min-w-60 flex-1 py-0.5"
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <button
          type="submit"
          className="control border-indigo py-0.5 font-semibold text-indigo"
          disabled={!isReady || deeds.busy}
        >
          Watch
        </button>
        <button
          type="button"
          className="control py-0.5"
          onClick={() => {
            setOpen(false);
          }}
        >
          Cancel
        </button>
      </form>
    </section>
  );
}
