import { useEffect, useState } from "react";
import type { ItemBody } from "@server/items.server";
import { useItems } from "~/ui/use-items";
import { draftOf, ruleOfDraft, type Draft } from "~/ui/clause-editor/clause-draft";
import { ClauseList } from "~/ui/clause-editor/clause-list";
import type { ClauseNames } from "~/ui/clause-editor/measure-fields";

interface Props {
  readonly name?: string;
  readonly body?: ItemBody<"timing-system">;
  readonly market: string;
  readonly subjects: ClauseNames["tickers"];
  readonly names: ClauseNames;
  readonly onDone: () => void;
}

const FIRST: Readonly<Record<"up" | "down", Draft>> = {
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
export function SystemEditor({ name = "", body, market, subjects, names, onDone }: Props) {
  const { save, busy, answer } = useItems();
  const [title, setTitle] = useState(name);
  const [on, setOn] = useState(body?.on ?? "composite");
  const [sides, setSides] = useState({
    up: body ? draftOf(body.up) : FIRST.up,
    down: body ? draftOf(body.down) : FIRST.down,
  });
  const kept = !busy && answer !== undefined && answer.error === undefined;
  useEffect(() => {
    if (kept) onDone();
  }, [kept, onDone]);
  const set = (side: "up" | "down", next: Draft) => {
    setSides((now) => ({ ...now, [side]: next }));
  };
  const submit = () => {
    const next = { version: 1, market, on, up: ruleOfDraft(sides.up), down: ruleOfDraft(sides.down) };
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
        <fieldset key={side} className="border-t border-rule pt-2">
          <legend className={`pr-2 font-semibold ${side === "up" ? "text-teal" : "text-rust"}`}>
            {side === "up" ? "Up" : "Down"}
          </legend>
          <ClauseList
            label={side === "up" ? "Clauses of up" : "Clauses of down"}
            draft={sides[side]}
            names={names}
            example={side === "up" ? "rsi above 50" : "rsi below 50"}
            onChange={(next) => {
              set(side, next);
            }}
          />
        </fieldset>
      ))}
      <p role="alert" className="text-rust">
        {answer?.error} {answer?.details?.join(" ")}
      </p>
      <p className="flex gap-2">
        <button
          type="submit"
          className="control border-indigo font-semibold text-indigo"
          disabled={busy || sides.up.clauses.length === 0 || sides.down.clauses.length === 0}
        >
          Save
        </button>
        <button type="button" className="control" onClick={onDone}>
          Leave it
        </button>
      </p>
    </form>
  );
}
