import { useEffect, useState } from "react";
import type { Condition, Rule } from "@core/conditions/condition";
import { ruleSentence } from "@core/conditions/sentence";
import type { ItemBody } from "@server/items.server";
import { useItems } from "~/ui/use-items";
import { ClauseRow } from "./clause-row";

interface Props {
  readonly name?: string;
  readonly body?: ItemBody<"timing-system">;
  readonly market: string;
  readonly subjects: readonly { readonly ticker: string; readonly name: string }[];
  readonly onDone: () => void;
}

interface Side {
  readonly join: "all" | "any";
  readonly clauses: readonly Condition[];
}

const FIRST: Record<"up" | "down", Side> = {
  up: {
    join: "all",
    clauses: [
      { left: { measure: "close" }, comparator: "above", right: { measure: "sma", params: { n: 20 } }, running: 2 },
      { left: { measure: "detrended price", params: { n: 20 } }, comparator: "above", right: 0 },
    ],
  },
  down: {
    join: "all",
    clauses: [{ left: { measure: "close" }, comparator: "below", right: { measure: "sma", params: { n: 20 } }, running: 2 }],
  },
};

/** Makes or changes a timing system: each rule is a sentence of clauses, shown as it will read. */
export function SystemEditor({ name = "", body, market, subjects, onDone }: Props) {
  const { save, busy, answer } = useItems();
  const [title, setTitle] = useState(name);
  const [on, setOn] = useState(body?.on ?? "composite");
  const [sides, setSides] = useState({ up: sideOf(body?.up) ?? FIRST.up, down: sideOf(body?.down) ?? FIRST.down });
  const kept = !busy && answer !== undefined && answer.error === undefined;
  useEffect(() => {
    if (kept) onDone();
  }, [kept, onDone]);
  const set = (side: "up" | "down", next: Side) => {
    setSides((now) => ({ ...now, [side]: next }));
  };
  const submit = () => {
    const next = { version: 1, market, on, up: ruleOf(sides.up), down: ruleOf(sides.down) };
    void save("timing-system", title, next, name);
  };
  return (
    <form
      aria-label="Timing system"
      className="my-3 space-y-3 rounded-sm border border-rule bg-raised p-4"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      <div className="flex gap-4">
        <label>
          <span className="block text-soft">name</span>
          <input
            required
            maxLength={60}
            className="control w-64"
            value={title}
            onChange={(e) => {
              setTitle(e.target.value);
            }}
          />
        </label>
        <label>
          <span className="block text-soft">judged on</span>
          <select
            className="control"
            value={on}
            onChange={(e) => {
              setOn(e.target.value);
            }}
          >
            <option value="composite">the market composite</option>
            {subjects.map((s) => (
              <option key={s.ticker} value={s.ticker}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
      </div>
      {(["up", "down"] as const).map((side) => (
        <RuleEditor
          key={side}
          side={side}
          value={sides[side]}
          onChange={(next) => {
            set(side, next);
          }}
        />
      ))}
      <p role="alert" className="text-rust">
        {answer?.error} {answer?.details?.join(" ")}
      </p>
      <p className="flex gap-2">
        <button type="submit" className="control border-indigo font-semibold text-indigo" disabled={busy}>
          Keep it
        </button>
        <button type="button" className="control" onClick={onDone}>
          Leave it
        </button>
      </p>
    </form>
  );
}

function RuleEditor({ side, value, onChange }: { side: "up" | "down"; value: Side; onChange: (next: Side) => void }) {
  const { join, clauses } = value;
  return (
    <fieldset className="border-t border-rule pt-2">
      <legend className={`pr-2 font-semibold ${side === "up" ? "text-teal" : "text-rust"}`}>
        {side === "up" ? "Up when" : "Down when"}
      </legend>
      {clauses.map((clause, k) => (
        <div key={k} className="flex items-center gap-2 py-1">
          <span className="w-9 text-right text-soft">
            {k === 0 ? (
              ""
            ) : k === 1 ? (
              <select
                aria-label="joined by"
                className="text-indigo"
                value={join}
                onChange={(e) => {
                  onChange({ join: e.target.value as Side["join"], clauses });
                }}
              >
                <option value="all">and</option>
                <option value="any">or</option>
              </select>
            ) : join === "all" ? (
              "and"
            ) : (
              "or"
            )}
          </span>
          <ClauseRow
            clause={clause}
            onChange={(next) => {
              onChange({ join, clauses: clauses.map((c, i) => (i === k ? next : c)) });
            }}
          />
          {clauses.length > 1 && (
            <button
              type="button"
              className="px-1 text-soft hover:text-rust"
              aria-label={`Take clause ${k + 1} away`}
              onClick={() => {
                onChange({ join, clauses: clauses.filter((_, i) => i !== k) });
              }}
            >
              ×
            </button>
          )}
        </div>
      ))}
      <p className="flex items-baseline gap-3 pl-11">
        {clauses.length < 3 && (
          <button
            type="button"
            className="text-indigo underline decoration-dotted underline-offset-4"
            onClick={() => {
              onChange({
                join,
                clauses: [...clauses, { left: { measure: "rsi" }, comparator: side === "up" ? "above" : "below", right: 50 }],
              });
            }}
          >
            add a clause
          </button>
        )}
        <span className="font-serif text-[15px]">{sentenceOf(value)}</span>
      </p>
    </fieldset>
  );
}

function sentenceOf(side: Side): string {
  try {
    return ruleSentence(ruleOf(side));
  } catch (error) {
    return error instanceof Error ? error.message.replace(/^\w+: /, "") : "";
  }
}

function ruleOf({ join, clauses }: Side): Rule {
  if (clauses.length === 1) return clauses[0]!;
  return join === "all" ? { all: clauses } : { any: clauses };
}

/** Whether the editor can show a kept system: rules within rules came from elsewhere and stay as they are. */
export function canBeChanged(body: ItemBody<"timing-system">): boolean {
  return sideOf(body.up) !== undefined && sideOf(body.down) !== undefined;
}

/** A kept rule as clauses; undefined where it is more than this editor shows. */
function sideOf(rule: Rule | undefined): Side | undefined {
  if (!rule) return undefined;
  const plain = (rules: readonly Rule[]): rules is readonly Condition[] => rules.every((r) => "left" in r);
  if ("left" in rule) return { join: "all", clauses: [rule] };
  if ("all" in rule && plain(rule.all)) return { join: "all", clauses: rule.all };
  if ("any" in rule && plain(rule.any)) return { join: "any", clauses: rule.any };
  return undefined;
}
