import { useState } from "react";
import { useNavigate } from "react-router";
import type { Rule } from "@core/conditions/condition";
import { GATE_LEVELS, READY_GATES, type Gate } from "@studies/trials/ready-gates";
import { hrefNowWith, valuesNow } from "~/here";
import { ChoiceList } from "~/ui/choice-list";
import { draftOf, ruleOfDraft } from "~/ui/clause-editor/clause-draft";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";
import { ChoiceMenu } from "~/ui/inline-menu";
import { WordPopover } from "~/ui/word-popover";

export const MOST_GATES = 6;

interface Props {
  readonly gates: readonly Gate[];
  /** How each reads. */
  readonly words: readonly string[];
  readonly names: ClauseNames;
}

const LEVELS = { market: "the market", sector: "its sector", industry: "its industry", stock: "the stock itself" } as const;
const NO_RULE: Rule = { all: [] };

/** The gates in their order: each asks the market, a stock's group or the stock; one at a time is open to be changed. */
export function GateList({ gates, words, names }: Props) {
  const navigate = useNavigate();
  const [open, setOpen] = useState<number>();
  // From the gates of the address asked for last, so that two quick steps do not undo each other.
  const change = (step: (now: readonly Gate[]) => readonly Gate[]) => {
    const named = valuesNow("gate").map((text) => JSON.parse(text) as Gate);
    const next = step(named.length > 0 ? named : gates);
    void navigate(hrefNowWith({ gate: next.map(({ level, when }) => JSON.stringify({ level, when })) }), {
      preventScrollReset: true,
    });
  };
  const add = (gate: Gate, isOpen: boolean) => {
    change((now) => [...now, gate]);
    setOpen(isOpen ? gates.length : undefined);
  };
  const move = (from: number, to: number) => {
    change((now) => {
      const next = now.filter((_, k) => k !== from);
      next.splice(to, 0, ...now.slice(from, from + 1));
      return next;
    });
    setOpen(undefined);
  };
  const offered = READY_GATES.filter(
    (r) => !gates.some((g) => JSON.stringify(g.when) === JSON.stringify(r.when) && g.level === r.level),
  );
  return (
    <section aria-label="Gates" className="mb-3 border-y border-rule">
      <ol>
        {gates.map((gate, k) => (
          <li key={k} className="border-b border-rule/70 py-0.5 last:border-0">
            <div className="flex items-baseline gap-3">
              <span className="w-4 shrink-0 text-right font-semibold">{k + 1}</span>
              <span className="shrink-0">
                <ChoiceMenu
                  label={`Gate ${k + 1} asks`}
                  value={gate.level}
                  choices={GATE_LEVELS.map((level) => ({ value: level, label: LEVELS[level] }))}
                  onChoose={(level) => {
                    change((now) => now.map((g, j) => (j === k ? { ...g, level: level as Gate["level"] } : g)));
                  }}
                />
                :
              </span>
              <button
                type="button"
                aria-expanded={open === k}
                title={explanationsOf(words[k] ?? "")}
                className="min-h-6 min-w-0 flex-1 truncate text-left font-serif text-[16px] hover:text-indigo"
                onClick={() => {
                  setOpen(open === k ? undefined : k);
                }}
              >
                {(words[k] ?? "").replace(/^(market|sector|industry): /, "")}
              </button>
              <span className="flex shrink-0 text-[12px] text-soft">
                <Step
                  label={`Gate ${k + 1} earlier`}
                  isOff={k === 0}
                  onPress={() => {
                    move(k, k - 1);
                  }}
                >
                  ↑
                </Step>
                <Step
                  label={`Gate ${k + 1} later`}
                  isOff={k === gates.length - 1}
                  onPress={() => {
                    move(k, k + 1);
                  }}
                >
                  ↓
                </Step>
                <Step
                  label={`Take out gate ${k + 1}`}
                  isOff={gates.length === 1}
                  onPress={() => {
                    change((now) => now.filter((_, j) => j !== k));
                    setOpen(undefined);
                  }}
                >
                  ×
                </Step>
              </span>
            </div>
            {open === k && (
              <div className="mt-1 mb-2 ml-7 rounded-sm border border-rule bg-raised p-2">
                <ClauseList
                  label={`Clauses of gate ${k + 1}`}
                  draft={draftOf(gate.when)}
                  names={names}
                  example={gate.level === "market" ? "pressure above -20" : "strength at least 80"}
                  onChange={(next) => {
                    change((now) => now.map((g, j) => (j === k ? { ...g, when: ruleOfDraft(next) } : g)));
                  }}
                />
              </div>
            )}
          </li>
        ))}
      </ol>
      {gates.length < MOST_GATES && (
        <p className="py-1 pl-7 text-[12px]">
          <WordPopover label="Add a gate" shown="add a gate" width="w-80">
            {(close) => (
              <ChoiceList
                label="Gates"
                value=""
                choices={[
                  ...offered.map((g) => ({ value: g.name, label: g.name })),
                  ...GATE_LEVELS.map((level) => ({ value: `own:${level}`, label: `clauses of your own about ${LEVELS[level]}` })),
                ]}
                onChoose={(value) => {
                  close();
                  const ready = READY_GATES.find((g) => g.name === value);
                  if (ready) add({ level: ready.level, when: ready.when }, false);
                  else add({ level: value.slice("own:".length) as Gate["level"], when: NO_RULE }, true);
                }}
              />
            )}
          </WordPopover>
        </p>
      )}
    </section>
  );
}

interface StepProps {
  readonly label: string;
  readonly isOff: boolean;
  readonly onPress: () => void;
  readonly children: string;
}

function Step({ label, isOff, onPress, children }: StepProps) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={isOff}
      className="min-h-6 min-w-6 hover:text-indigo disabled:opacity-30"
      onClick={onPress}
    >
      {children}
    </button>
  );
}
