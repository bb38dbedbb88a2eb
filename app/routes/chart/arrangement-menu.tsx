import { useState } from "react";
import type { Item } from "@server/items.server";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { useItems } from "~/ui/use-items";
import { WordPopover } from "~/ui/word-popover";
import { findArrangement, KEYED, type Arrangement } from "./arrangements";

interface Props {
  readonly all: readonly Arrangement[];
  /** Name of the one that a chart begins with. */
  readonly usual: string;
  /** Whether nothing else was asked for. */
  readonly isUsual: boolean;
  /** What is drawn now. */
  readonly now: Omit<Arrangement, "name">;
  readonly onApply: (arrangement: Arrangement) => void;
}

/** Named arrangements of what is drawn: applied, saved, made the one that a chart begins with, deleted. */
export function ArrangementMenu({ all, usual, isUsual, now, onApply }: Props) {
  const present = isUsual ? all.find((a) => a.name === usual) : findArrangement(all, now.plots);
  const { save, remove, answer, busy } = useItems();
  const removed = answer?.removed?.kind === "arrangement" ? answer.removed : undefined;
  return (
    <WordPopover label="Arranged as" shown={present?.name ?? "own choice"} width="w-80">
      {(close) => (
        <>
          <ul className="space-y-0.5">
            {all.map((a, k) => (
              <li key={a.name} className="flex items-baseline gap-2">
                <button
                  type="button"
                  aria-pressed={a.name === present?.name}
                  className="flex-1 rounded-sm px-2 py-1 text-left hover:bg-chosen hover:text-indigo aria-pressed:font-semibold"
                  onClick={() => {
                    close();
                    onApply(a);
                  }}
                >
                  {k < KEYED && <kbd className="mr-2">{k + 1}</kbd>}
                  {a.name}
                  {a.name === usual && <span className="font-normal text-soft"> · charts begin with it</span>}
                </button>
                {!a.ready && <DeleteButton name={`the arrangement ${a.name}`} onDelete={() => remove("arrangement", a.name)} />}
              </li>
            ))}
          </ul>
          {removed && (
            <RemovedItem
              className="px-2 py-1"
              name={removed.name}
              onPutBack={() => save("arrangement", removed.name, removed.body)}
            />
          )}
          {present && present.name !== usual && (
            <button
              type="button"
              className="w-full rounded-sm px-2 py-1 text-left link"
              onClick={() => void save("default-arrangement", "usual", { version: 1, arrangement: present.name })}
            >
              Let charts begin with {present.name}
            </button>
          )}
          <SaveArrangement
            now={now}
            names={all.flatMap((a) => (a.ready ? [a.name] : []))}
            busy={busy}
            error={answer?.error}
            onSave={save}
          />
        </>
      )}
    </WordPopover>
  );
}

interface SaveProps {
  readonly now: Omit<Arrangement, "name">;
  /** Names that are taken by those that come with the application. */
  readonly names: readonly string[];
  readonly busy: boolean;
  readonly error: string | undefined;
  readonly onSave: (kind: "arrangement", name: string, body: Item<"arrangement">["body"]) => unknown;
}

function SaveArrangement({ now, names, busy, error, onSave }: SaveProps) {
  const [taken, setTaken] = useState(false);
  return (
    <form
      className="mt-2 space-y-1.5 border-t border-rule px-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const name = (form.get("name") as string).trim();
        setTaken(names.includes(name));
        if (names.includes(name)) return;
        const { plots, sampling, history, scale } = now;
        const whole = form.get("whole") !== null ? { sampling, history, scale } : {};
        onSave("arrangement", name, { version: 1, plots: [...plots], ...whole });
      }}
    >
      <label className="block text-soft">
        Save what is drawn as
        <span className="mt-1 flex gap-2">
          <input name="name" required maxLength={60} autoComplete="off" className="control min-w-0 flex-1 text-ink" />
          <button type="submit" disabled={busy} className="control text-indigo">
            Save
          </button>
        </span>
      </label>
      <label className="flex items-center gap-2 text-soft">
        <input type="checkbox" name="whole" /> with its sampling, span and axis
      </label>
      {(taken || error) && (
        <p role="alert" className="text-rust">
          {taken ? "That name comes with the application; another is needed." : error}
        </p>
      )}
    </form>
  );
}
