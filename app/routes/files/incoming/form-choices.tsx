import type { ReactNode } from "react";
import { GROUP_KINDS, INSTRUMENT_KINDS, type MarketRow } from "@core/columns/dataset";
import type { IncomingForm } from "@server/ingest/incoming.server";
import { DATE_WORDS } from "./role-words";
import { SyncedInput, SyncedSelect } from "./synced-fields";

interface Props {
  readonly form: IncomingForm;
  readonly markets: readonly MarketRow[];
  /** Whether the name of a file is its ticker. */
  readonly byName: boolean;
}

/** How the files of a form are read, and what their new tickers get; written as sentences with choices in them. */
export function FormChoices({ form, markets, byName }: Props) {
  const { mapping, files, ticker, tickers } = form;
  const isBars = mapping.holds === "bars";
  const own = markets.find((m) => m.market === mapping.market);
  const isNew = own === undefined;
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1.5">
      <span>They hold</span>
      <Choice
        name="holds"
        label="What the files hold"
        value={mapping.holds}
        choices={[
          ["bars", "prices"],
          ["names", "names of instruments"],
        ]}
      />
      {isBars && mapping.roles.includes("date") && (
        <>
          <span>with dates</span>
          <Choice
            name="dates"
            label="How dates are written"
            value={mapping.dates ?? ""}
            choices={[
              ...(mapping.dates === null ? [["", "choose how they are written"] as const] : []),
              ...Object.entries(DATE_WORDS),
            ]}
          />
        </>
      )}
      <span>and decimals after</span>
      <Choice
        name="decimal"
        label="Decimal sign"
        value={mapping.decimal ?? ""}
        choices={[...(mapping.decimal === null ? [["", "choose the sign"] as const] : []), [".", "a dot"], [",", "a comma"]]}
      />
      {isBars && mapping.roles.includes("adjusted") && (
        <label className="flex items-center gap-1.5">
          <input type="hidden" name="adjustable" value="yes" />
          <input type="checkbox" name="adjust" defaultChecked={mapping.adjust} className="size-4 accent-indigo" />
          prices scaled to the adjusted close
        </label>
      )}
      {byName && files === 1 && <Words name="ticker" label="Ticker" value={ticker ?? tickers[0] ?? ""} width="w-28" />}
      {byName && files > 1 && (
        <>
          <Words name="before" label="Before the ticker" value={mapping.before} width="w-24" />
          <Words name="after" label="after it" value={mapping.after} width="w-24" />
        </>
      )}
      {mapping.roles.includes("group") && (
        <>
          <span>groups are</span>
          <Choice
            name="groupKind"
            label="What groups are"
            value={mapping.groupKind}
            choices={GROUP_KINDS.map((kind) => [kind, kind === "list" ? "lists of mine" : `of the kind ${kind}`] as const)}
          />
        </>
      )}
      <span className="basis-full" />
      <span>New tickers become</span>
      <Choice
        name="kind"
        label="Kind of new tickers"
        value={mapping.kind}
        choices={INSTRUMENT_KINDS.map((kind) => [kind, PLURALS[kind]] as const)}
      />
      <span>of</span>
      <Choice
        name="market"
        label="Market of new tickers"
        value={isNew ? (mapping.market === "" ? "" : "new") : mapping.market}
        choices={[...markets.map((m) => [m.market, m.name] as const), ["new", "a new market"], ["", "no market"]]}
      />
      {isNew && mapping.market !== "" && (
        <>
          <Words name="code" label="with the code" value={mapping.market} width="w-20" />
          <Words name="marketName" label="called" value={mapping.marketName} width="w-36" />
        </>
      )}
      <Words name="currency" label="in" value={mapping.currency} width="w-16" placeholder={own?.currency || "EUR"} />
    </div>
  );
}

const PLURALS = {
  stock: "stocks",
  index: "indexes",
  fund: "funds",
  commodity: "commodities",
  currency: "currencies",
  bond: "bonds",
  volatility: "volatility indexes",
} as const;

function Choice({
  name,
  label,
  value,
  choices,
}: {
  name: string;
  label: string;
  value: string;
  choices: readonly (readonly [value: string, words: string])[];
}): ReactNode {
  return (
    <SyncedSelect name={name} aria-label={label} value={value} className="control py-0.5 [field-sizing:content]">
      {choices.map(([own, words]) => (
        <option key={own} value={own}>
          {words}
        </option>
      ))}
    </SyncedSelect>
  );
}

function Words({
  name,
  label,
  value,
  width,
  placeholder,
}: {
  name: string;
  label: string;
  value: string;
  width: string;
  placeholder?: string;
}): ReactNode {
  return (
    <label className="flex items-center gap-1.5">
      {label}
      <SyncedInput
        name={name}
        value={value}
        maxLength={60}
        placeholder={placeholder}
        className={`control py-0.5 placeholder:text-soft/70 ${width}`}
      />
    </label>
  );
}
