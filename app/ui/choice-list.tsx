import type { ReactNode } from "react";
import type { Choice } from "./inline-menu";

interface Props<C extends Choice> {
  readonly label: string;
  readonly choices: readonly C[];
  /** Of the one that is there. */
  readonly value: string;
  readonly onChoose: (value: string) => void;
  /** What stands at the right of a choice. */
  readonly note?: (choice: C) => ReactNode;
}

/** What is offered under the field of a popover, one in each line. */
export function ChoiceList<C extends Choice>({ label, choices, value, onChoose, note }: Props<C>) {
  return (
    <ul aria-label={label} className="mt-2 max-h-64 overflow-y-auto">
      {choices.map((choice) => (
        <li key={choice.value}>
          <button
            type="button"
            aria-current={choice.value === value ? "true" : undefined}
            className="flex min-h-6 w-full justify-between rounded-sm px-2 py-1 text-left hover:bg-chosen hover:text-indigo aria-[current]:text-indigo"
            onClick={() => {
              onChoose(choice.value);
            }}
          >
            {choice.label}
            {note && <span className="text-soft">{note(choice)}</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}
