import { useEffect, useRef, useState } from "react";
import type { Deed } from "@core/plans/plan-orders";
import type { PlanStep, PlanVersion } from "@studies/plans/plan-schema";
import { draftOf, ruleOfDraft, type Draft } from "~/ui/clause-editor/clause-draft";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import { freshKey, type PlanShown } from "./plan-shown";
import { NumberField } from "~/ui/number-field";

/** In place of a step's key: one that is not there yet. */
export const NEW = "new";

const DEEDS: readonly (readonly [string, string])[] = [
  ["out", "go out"],
  ["reduce", "sell a part"],
  ["add", "add to it"],
  ["entry", "move the stop to the entry"],
  ["stop", "move the stop to a price"],
  ["enter", "enter at once"],
  ["cancel", "cancel the order"],
];

interface FormProps {
  readonly shown: PlanShown;
  readonly taken: readonly string[];
  /** Key of the step, or that of a new one. */
  readonly open: string;
  readonly names: ClauseNames;
  readonly onChange: (next: PlanVersion, words: string) => void;
  readonly onClose: () => void;
}

/** A step written: its clauses, and what is done. */
export function StepForm({ shown, taken, open, names, onChange, onClose }: FormProps) {
  const { version } = shown;
  const step = version.steps.find((one) => one.key === open);
  const [draft, setDraft] = useState<Draft>(step ? draftOf(step.when) : { join: "all", clauses: [] });
  const [what, setWhat] = useState<string>(
    step ? (step.deed.do === "move stop" ? (step.deed.to === "entry" ? "entry" : "stop") : step.deed.do) : "out",
  );
  const [amount, setAmount] = useState(amountOf(step?.deed));
  const [side, setSide] = useState<string>(step?.side ?? "both");
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    box.current?.querySelector<HTMLElement>("[data-add-clause]")?.focus();
    box.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const needsShare = what === "reduce" || what === "add";
  const isReady = draft.clauses.length > 0;
  return (
    <section
      ref={box}
      aria-label={step ? "Change the step" : "A new step"}
      className="mt-3 max-w-3xl rounded-sm border border-indigo bg-raised p-3"
    >
      <ClauseList label="Clauses of the step" draft={draft} names={names} example="closes above 41.35" onChange={setDraft} />
      <form
        className="mt-2 flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (!isReady) return;
          const own: PlanStep = {
            key: step?.key ?? freshKey("s", taken),
            ...(side === "both" ? {} : { side: side as "long" | "short" }),
            when: ruleOfDraft(draft),
            deed: deedOf(what, Number(amount)),
          };
          const steps = step ? version.steps.map((one) => (one === step ? own : one)) : [...version.steps, own];
          onChange({ ...version, steps }, step ? "a step changed" : "a step added");
          onClose();
        }}
        onKeyDown={(event) => {
          if (event.key !== "Escape") return;
          event.stopPropagation();
          onClose();
        }}
      >
        <label>
          then at the next open{" "}
          <select
            className="control py-0.5"
            value={what}
            onChange={(event) => {
              setWhat(event.target.value);
            }}
          >
            {DEEDS.map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
        {(needsShare || what === "stop") && (
          <label className="text-soft">
            <NumberField
              required
              aria-label={needsShare ? "Percent" : "Price of the stop"}
              className="w-20"
              value={amount}
              onValue={setAmount}
            />
            {needsShare ? (what === "add" ? " % of the planned units" : " % of what is held") : ""}
          </label>
        )}
        <select
          aria-label="On which side"
          className="control py-0.5"
          value={side}
          onChange={(event) => {
            setSide(event.target.value);
          }}
        >
          <option value="both">on either side</option>
          <option value="long">on the long side</option>
          <option value="short">on the short side</option>
        </select>
        <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo" disabled={!isReady}>
          {step ? "Change" : "Add the step"}
        </button>
        <button type="button" className="min-h-6 text-soft hover:text-indigo" onClick={onClose}>
          cancel
        </button>
      </form>
    </section>
  );
}

function amountOf(deed: Deed | undefined): string {
  if (deed?.do === "reduce" || deed?.do === "add") return String(Math.round(100 * deed.share));
  return deed?.do === "move stop" && deed.to !== "entry" ? String(deed.to) : "50";
}

function deedOf(what: string, amount: number): Deed {
  switch (what) {
    case "reduce":
      return { do: "reduce", share: Math.min(1, amount / 100) };
    case "add":
      return { do: "add", share: amount / 100 };
    case "entry":
      return { do: "move stop", to: "entry" };
    case "stop":
      return { do: "move stop", to: amount };
    default:
      return { do: what as "out" | "enter" | "cancel" };
  }
}
