import { ruleSentence } from "@core/conditions/sentence";
import type { PlanStep, PlanVersion } from "@studies/plans/plan-schema";
import { deedWords } from "@studies/plans/plan-words";
import { date } from "@studies/words/words";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import type { PlanShown } from "./plan-shown";
import { NEW } from "./step-form";

interface Props {
  readonly shown: PlanShown;
  /** Keys that any version of the plan has had. */
  readonly taken: readonly string[];
  readonly open: string | undefined;
  readonly onOpen: (key: string | undefined) => void;
  readonly onChange: (next: PlanVersion, words: string) => void;
}

/** What is done when something comes to hold: each step a rule and a deed, in the order in which they are looked at. */
export function StepsPart({ shown, open, onOpen, onChange }: Props) {
  const { version, plan } = shown;
  const withSteps = (steps: readonly PlanStep[], words: string) => {
    onChange({ ...version, steps }, words);
  };
  return (
    <section aria-label="Steps" className="mt-4 font-serif text-[15.5px] leading-[21px]">
      <h2 className="heading mb-1 border-b border-ink/60 pb-1 font-sans text-[13px]">Steps</h2>
      <ol>
        {version.steps.map((step, k) => {
          const told = plan.steps.find((one) => one.key === step.key);
          const sentence = ruleSentence(step.when);
          return (
            <li key={step.key} className="flex gap-2 py-0.5">
              <i className="w-3 shrink-0 text-soft">{k + 1}</i>
              <span className="min-w-0 flex-1">
                <button
                  type="button"
                  className={`text-left ${step.off ? "line-through opacity-70" : ""}`}
                  title={explanationsOf(sentence)}
                  aria-label={`Change step ${k + 1}: if ${sentence}, ${deedWords(step.deed, step.side)}`}
                  onClick={() => {
                    onOpen(open === step.key ? undefined : step.key);
                  }}
                >
                  If {step.side ? `on the ${step.side} side ` : ""}
                  <span className="border-b border-dotted border-indigo font-semibold text-indigo">{sentence}</span>,{" "}
                  <span className="border-b border-dotted border-indigo font-semibold text-indigo">
                    {deedWords(step.deed, step.side)}
                  </span>
                  .
                </button>{" "}
                <span className="font-sans text-[12px] text-soft">
                  {told?.done !== undefined ? `Done on ${date(told.done)}. ` : told?.now === 1 ? "True at this close. " : ""}
                  <button
                    type="button"
                    className="min-h-6 hover:text-indigo"
                    aria-label={`${step.off ? "Switch on" : "Switch off"} step ${k + 1}`}
                    onClick={() => {
                      const { off, ...rest } = step;
                      withSteps(
                        version.steps.map((one) => (one === step ? (off ? rest : { ...rest, off: true as const }) : one)),
                        `step ${k + 1} switched ${off ? "on" : "off"}`,
                      );
                    }}
                  >
                    {step.off ? "on" : "off"}
                  </button>{" "}
                  <button
                    type="button"
                    className="min-h-6 px-1 hover:text-rust"
                    aria-label={`Take out step ${k + 1}`}
                    onClick={() => {
                      withSteps(
                        version.steps.filter((one) => one !== step),
                        `step ${k + 1} taken out`,
                      );
                    }}
                  >
                    take out
                  </button>
                </span>
              </span>
            </li>
          );
        })}
      </ol>
      <button
        type="button"
        className="min-h-6 text-soft italic hover:text-indigo"
        onClick={() => {
          onOpen(open === NEW ? undefined : NEW);
        }}
      >
        if… then…
      </button>
    </section>
  );
}
