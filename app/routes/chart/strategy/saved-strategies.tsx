import type { Item } from "@server/items.server";
import { RemovedItem } from "~/ui/removed-item";
import { useItems } from "~/ui/use-items";
import { addressOfStrategy, type StrategyBody } from "./strategy-address";

interface Props {
  readonly saved: readonly Item<"strategy">[];
  readonly body: StrategyBody | undefined;
  readonly onApply: (changes: Record<string, string | undefined>) => void;
}

/** The strategies that were saved, and the one in hand saved under a name. */
export function SavedStrategies({ saved, body, onApply }: Props) {
  const { save, remove, answer, busy } = useItems();
  const removed = answer?.removed;
  if (saved.length === 0 && !body && !removed) return null;
  return (
    <div className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1 text-soft">
      {saved.map(({ name, body: own }) => (
        <span key={name} className="flex items-baseline gap-1.5">
          <button
            type="button"
            className="font-semibold link"
            onClick={() => {
              onApply(addressOfStrategy(own));
            }}
          >
            {name}
          </button>
          <button
            type="button"
            className="text-[12px] hover:text-rust"
            aria-label={`delete ${name}`}
            onClick={() => void remove("strategy", name)}
          >
            delete
          </button>
        </span>
      ))}
      {removed && <RemovedItem name={removed.name} onPutBack={() => void save("strategy", removed.name, removed.body)} />}
      {body && (
        <form
          className="flex items-baseline gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            const name = (new FormData(event.currentTarget).get("name") as string).trim();
            if (name !== "") void save("strategy", name, body);
          }}
        >
          <label className="flex items-baseline gap-2">
            save as
            <input name="name" required maxLength={60} autoComplete="off" className="control w-40 py-0.5 text-ink" />
          </label>
          <button type="submit" className="link" disabled={busy}>
            save
          </button>
          {answer?.error && (
            <span role="alert" className="text-rust">
              {answer.error}
            </span>
          )}
        </form>
      )}
    </div>
  );
}
