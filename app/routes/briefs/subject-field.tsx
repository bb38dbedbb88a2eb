import { useEffect, useId } from "react";
import { useFetcher } from "react-router";
import type { FindAnswer } from "~/routes/find";

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly autoFocus?: boolean;
}

type Entry = Pick<FindAnswer["entries"][number], "key" | "name" | "kind">;

/** What can be called: instruments of the market in view and of the world, and groups. */
export function useSubjects() {
  const fetcher = useFetcher<FindAnswer>();
  const { load } = fetcher;
  useEffect(() => {
    void load(`/find${window.location.search}`);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked once, when a form opens
  }, []);
  return (fetcher.data?.entries ?? []).filter((entry) => entry.market === undefined && entry.kind !== "list");
}

/** The key of what was typed: its key or ticker, its name, or what its name begins with; the text itself where nothing is. */
export function keyOfTyped(typed: string, entries: readonly Entry[]): string {
  const text = typed.trim().toLowerCase();
  const found =
    entries.find((entry) => entry.key.toLowerCase() === text) ??
    entries.find((entry) => entry.name.toLowerCase() === text) ??
    (text === "" ? undefined : entries.find((entry) => entry.name.toLowerCase().startsWith(text)));
  return found?.key ?? typed.trim();
}

/** A field for an instrument or a group, by ticker or name; what begins so is offered. */
export function SubjectField({ label, value, onValue, autoFocus, entries }: Props & { readonly entries: readonly Entry[] }) {
  const list = useId();
  const text = value.trim().toLowerCase();
  const offered =
    text === ""
      ? []
      : entries.filter((e) => e.name.toLowerCase().includes(text) || e.key.toLowerCase().startsWith(text)).slice(0, 30);
  return (
    <>
      <input
        required
        aria-label={label}
        list={list}
        autoFocus={autoFocus}
        autoComplete="off"
        spellCheck={false}
        className="control w-44 py-0.5 text-ink"
        value={value}
        onChange={(event) => {
          onValue(event.target.value);
        }}
      />
      <datalist id={list}>
        {offered.map((entry) => (
          <option key={entry.key} value={entry.name}>
            {entry.key}
          </option>
        ))}
      </datalist>
    </>
  );
}
