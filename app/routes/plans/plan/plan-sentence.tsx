import { onTick } from "@core/columns/tick";
import type { PlanSide } from "@core/plans/plan-orders";
import { date } from "@studies/words/words";
import { ChoiceMenu } from "~/ui/inline-menu";
import type { planShown } from "./plan-shown";
import type { usePlanEdits } from "./use-plan-edits";

interface SentenceProps {
  readonly shown: ReturnType<typeof planShown>;
  readonly onChange: ReturnType<typeof usePlanEdits>["change"];
}

const SPANS = [3, 5, 10, 15, 20, 30, 60, 120];

/** The terms of a plan as a sentence whose words can be changed. */
export function PlanSentence({ shown: { version, plan }, onChange }: SentenceProps) {
  const sides = version.long && version.short ? "both" : version.long ? "long" : "short";
  const hidden = (side: PlanSide) => plan.sides.find((one) => one.side === side)?.outcome.entered ?? -1;
  const spans = (own: number | undefined) => [...new Set([...SPANS, ...(own === undefined ? [] : [own])])].sort((a, b) => a - b);
  const withSides = (next: string) => {
    const mirrored = (from: NonNullable<typeof version.long>, side: PlanSide): NonNullable<typeof version.long> => {
      const turn = (x: number) => onTick(2 * plan.close - x, plan.close);
      return {
        entry: from.entry.order === "open" ? from.entry : { ...from.entry, price: turn(from.entry.price) },
        stop: turn(from.stop),
        targets: from.targets.map((t, k) => ({ ...t, key: `${side[0]!}m${k + 1}`, price: turn(t.price) })),
        addOns: [],
      };
    };
    const { long, short, ...rest } = version;
    const up = long ?? mirrored(short!, "long");
    const down = short ?? mirrored(long!, "short");
    onChange({ ...rest, ...(next === "short" ? {} : { long: up }), ...(next === "long" ? {} : { short: down }) }, "the sides");
  };
  return (
    <>
      of {date(plan.made)} on{" "}
      <ChoiceMenu
        label="Sides"
        value={sides}
        choices={[
          { value: "both", label: "both sides" },
          ...(hidden("short") < 0 ? [{ value: "long", label: "the long side" }] : []),
          ...(hidden("long") < 0 ? [{ value: "short", label: "the short side" }] : []),
        ]}
        onChoose={withSides}
      />
      {sides === "both" && (
        <>
          ,{" "}
          <ChoiceMenu
            label="One cancels the other"
            value={version.oneCancelsOther ? "yes" : "no"}
            choices={[
              { value: "yes", label: "one cancels the other" },
              { value: "no", label: "each for itself" },
            ]}
            onChoose={(value) => {
              onChange({ ...version, oneCancelsOther: value === "yes" }, "one cancels the other");
            }}
          />
        </>
      )}
      , for{" "}
      <ChoiceMenu
        label="Horizon"
        value={String(version.horizon ?? "")}
        choices={[
          { value: "", label: "as long as it takes" },
          ...spans(version.horizon).map((n) => ({ value: String(n), label: `${n} sessions` })),
        ]}
        onChoose={(value) => {
          const { horizon: _horizon, ...rest } = version;
          onChange(value === "" ? rest : { ...rest, horizon: Number(value) }, "the horizon");
        }}
      />
      , out{" "}
      <ChoiceMenu
        label="Time stop"
        value={String(version.timeStop ?? "")}
        choices={[
          { value: "", label: "at no set time" },
          ...spans(version.timeStop).map((n) => ({ value: String(n), label: `${n} sessions after the entry` })),
        ]}
        onChoose={(value) => {
          const { timeStop: _timeStop, ...rest } = version;
          onChange(value === "" ? rest : { ...rest, timeStop: Number(value) }, "the time stop");
        }}
      />{" "}
      and{" "}
      <ChoiceMenu
        label="Report"
        value={version.isOutBeforeReport ? "out" : "held"}
        choices={[
          { value: "held", label: "held through a report" },
          { value: "out", label: "out before a report" },
        ]}
        onChoose={(value) => {
          onChange({ ...version, isOutBeforeReport: value === "out" }, "what is done before a report");
        }}
      />
    </>
  );
}
