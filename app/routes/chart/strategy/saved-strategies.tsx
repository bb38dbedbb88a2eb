import type { Item } from "@server/items.server";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { SaveAs } from "~/ui/save-as";
import { useItems } from "~/ui/use-items";
import { addressOfStrategy, type StrategyBody } from "./strategy-address";

interface Props {
  readonly saved: readonly Item<"strategy">[];
  readonly body: StrategyBody | undefined;
  readonly onApply: (changes: Record<string, string | undefined>) => void;
}

/** The strategies that were saved, and the one in hand saved under a name. */
export function SavedStrategies({ saved, body, onApply }: Props) {
  const { save, remove, answer } = useItems();
  const removed = answer?.removed;
  if (saved.length === 0 && !body && !removed) return null;
  return (
    <ul className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1 text-soft">
      {saved.map(({ name, body: own }) => (
        <li key={name} className="flex items-baseline gap-1.5">
          <button
            type="button"
            className="font-semibold link"
            onClick={() => {
              onApply(addressOfStrategy(own));
            }}
          >
            {name}
          </button>
          <DeleteButton name={`the strategy ${name}`} onDelete={() => remove("strategy", name)} />
        </li>
      ))}
      {removed && !saved.some((s) => s.name === removed.name) && (
        <li>
          <RemovedItem name={removed.name} onPutBack={() => save("strategy", removed.name, removed.body)} />
        </li>
      )}
      {body && (
        <li>
          <SaveAs kind="strategy" what="strategy" body={body} />
        </li>
      )}
    </ul>
  );
}
