import { useState } from "react";
import type { useFetcher } from "react-router";
import { INSTRUMENT_KINDS } from "@core/columns/dataset";
import type { Refused } from "~/form-deed.server";
import { DeedOutcome } from "~/ui/deed-outcome";
import { count } from "@studies/words/words";
import type { InstrumentShown } from "./route";

interface Props {
  readonly picked: readonly InstrumentShown[];
  readonly all: readonly InstrumentShown[];
  /** How many rows are in view. */
  readonly found: number;
  readonly fetcher: ReturnType<typeof useFetcher<Refused & { saved?: number }>>;
  /** Picks all, or none. */
  readonly onAll: () => void;
}

/** Changes what is picked: each field that is changed is set for all of it, the others stay. */
export function EditForm({ picked, all, found, fetcher, onAll }: Props) {
  const [changed, setChanged] = useState<ReadonlySet<string>>(new Set());
  const one = picked.length === 1 ? picked[0] : undefined;
  const shared = (key: "kind" | "sector" | "industry" | "currency") => {
    const values = new Set(picked.map((row) => row[key] ?? ""));
    return values.size === 1 ? [...values][0]! : "";
  };
  const distinct = (key: "sector" | "industry") => [...new Set(all.flatMap((row) => row[key] ?? []))].sort();
  const key = picked.map((row) => row.ticker).join(" ");
  const note = (field: string) => {
    setChanged(new Set([...changed, field]));
  };
  const words = (field: "sector" | "industry" | "currency", width: string) => (
    <label className="flex items-center gap-1.5">
      {field}
      <input
        name={field}
        list={`known-${field}`}
        defaultValue={shared(field)}
        maxLength={100}
        disabled={picked.length === 0}
        className={`control py-0.5 ${width}`}
        onChange={() => {
          note(field);
        }}
      />
    </label>
  );
  return (
    <fetcher.Form
      // What was picked anew begins with what it has.
      key={`${key} ${fetcher.data?.saved ?? ""}`}
      method="post"
      className="mt-3 flex flex-wrap items-center gap-x-3 gap-y-2"
      aria-label="Change what is picked"
      onSubmit={() => {
        setChanged(new Set());
      }}
    >
      <span className="font-semibold">
        {picked.length === 0 ? "Space picks a row" : one ? one.ticker : `${count(picked.length, "instrument")} picked`}
      </span>
      <button type="button" className="link min-h-6" onClick={onAll}>
        {picked.length >= found && found > 0 ? "pick none" : `pick all ${found.toLocaleString("en-GB")}`}
      </button>
      {picked.map((row) => (
        <input key={row.ticker} type="hidden" name="of" value={row.ticker} />
      ))}
      {[...changed].map((field) => (
        <input key={field} type="hidden" name={`set-${field}`} value="on" />
      ))}
      {one && (
        <label className="flex items-center gap-1.5">
          name
          <input
            name="name"
            defaultValue={one.name}
            maxLength={200}
            className="control w-44 py-0.5"
            onChange={() => {
              note("name");
            }}
          />
        </label>
      )}
      <label className="flex items-center gap-1.5">
        kind
        <select
          name="kind"
          defaultValue={shared("kind")}
          disabled={picked.length === 0}
          className="control py-0.5"
          onChange={() => {
            note("kind");
          }}
        >
          {shared("kind") === "" && <option value="">several</option>}
          {INSTRUMENT_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {kind}
            </option>
          ))}
        </select>
      </label>
      {words("sector", "w-40")}
      {words("industry", "w-40")}
      {words("currency", "w-16")}
      {(["sector", "industry"] as const).map((field) => (
        <datalist key={field} id={`known-${field}`}>
          {distinct(field).map((value) => (
            <option key={value} value={value} />
          ))}
        </datalist>
      ))}
      <button
        type="submit"
        disabled={changed.size === 0 || picked.length === 0 || fetcher.state !== "idle"}
        className="control border-indigo font-semibold text-indigo"
      >
        Save
      </button>
      <span role="status" className="text-teal">
        {fetcher.state === "idle" && fetcher.data?.saved !== undefined
          ? `Saved for ${count(fetcher.data.saved, "instrument")}; it can be undone on Data.`
          : ""}
      </span>
      {fetcher.data?.error !== undefined && (
        <div className="basis-full">
          <DeedOutcome answer={fetcher.data} />
        </div>
      )}
    </fetcher.Form>
  );
}
