import { ChoiceMenu } from "~/ui/inline-menu";
import { WordPopover } from "~/ui/word-popover";
import type { StrategyBody } from "./strategy-address";

interface Props {
  readonly body: StrategyBody;
  readonly lists: readonly { readonly key: string; readonly name: string }[];
  readonly over: string;
  readonly onChange: (changes: Record<string, string | undefined>) => void;
}

const STOPS = [
  { value: "", label: "no stop" },
  ...[1, 1.5, 2, 3, 4].map((n) => ({ value: `${n}atrs`, label: `a stop ${n} ATR away` })),
  ...[2, 5, 8, 10, 20].map((n) => ({ value: `${n}percent`, label: `a stop ${n}% away` })),
];
const SESSIONS = [0, 1, 3, 5, 10, 20, 60].map((n) => ({
  value: String(n),
  label: n === 0 ? "without a limit of time" : `for ${n === 1 ? "1 session" : `${n} sessions`} at the most`,
}));
const COSTS = [0, 5, 10, 20, 50].map((n) => ({ value: String(n), label: `${n} bp a side` }));
const SIDES = [
  { value: "long", label: "Bought" },
  { value: "short", label: "Sold short" },
];

/** How a strategy is carried out, as a sentence. */
export function StrategySentence({ body, lists, over, onChange }: Props) {
  const stops = STOPS.some((s) => s.value === body.stop)
    ? STOPS
    : [...STOPS, { value: body.stop, label: `a stop of ${body.stop}` }];
  const size =
    body.size === "shares"
      ? `${body.amount.toLocaleString("en-GB")} shares`
      : `shares that risk ${body.amount.toLocaleString("en-GB")}`;
  return (
    <p className="mt-3 text-soft">
      <ChoiceMenu
        label="Side"
        value={body.side}
        choices={SIDES}
        onChoose={(side) => {
          onChange({ side });
        }}
      />{" "}
      with{" "}
      <ChoiceMenu
        label="Stop"
        value={body.stop}
        choices={stops}
        onChoose={(stop) => {
          onChange({ stop: stop || undefined });
        }}
      />
      , held{" "}
      <ChoiceMenu
        label="Held"
        value={String(body.sessions)}
        choices={SESSIONS}
        onChoose={(sessions) => {
          onChange({ sessions: sessions === "0" ? undefined : sessions });
        }}
      />
      ,{" "}
      <WordPopover label="Size" shown={size} width="w-72">
        {(close) => (
          <form
            className="space-y-2"
            onSubmit={(event) => {
              event.preventDefault();
              const form = new FormData(event.currentTarget);
              close();
              onChange({ size: form.get("size") as string, amount: form.get("amount") as string });
            }}
          >
            {(["shares", "risk"] as const).map((kind) => (
              <label key={kind} className="flex items-center gap-2">
                <input type="radio" name="size" value={kind} defaultChecked={body.size === kind} />
                {kind === "shares" ? "a number of shares" : "as many as lose an amount at the stop"}
              </label>
            ))}
            <label className="flex items-center justify-between gap-2">
              how many, or how much
              <input
                name="amount"
                type="number"
                min={0.01}
                step="any"
                required
                defaultValue={body.amount}
                className="control w-28"
              />
            </label>
            <button type="submit" className="control border-indigo font-semibold text-indigo">
              Take it
            </button>
          </form>
        )}
      </WordPopover>
      , cost{" "}
      <ChoiceMenu
        label="Cost"
        value={String(body.cost)}
        choices={COSTS}
        onChoose={(cost) => {
          onChange({ cost });
        }}
      />
      ; over{" "}
      <ChoiceMenu
        label="Over"
        value={over}
        choices={[{ value: "", label: "this chart alone" }, ...lists.map((l) => ({ value: l.key, label: l.name }))]}
        onChoose={(next) => {
          onChange({ over: next || undefined });
        }}
      />
      .
    </p>
  );
}
