import type { MarketRow } from "@core/columns/dataset";
import type { IncomingForm } from "@server/ingest/incoming.server";
import { count } from "@studies/words/words";
import { ColumnsTable } from "./columns-table";
import type { Deeds } from "./import-presses";
import { FormChoices } from "./form-choices";

interface Props {
  readonly form: IncomingForm;
  readonly place: number;
  readonly markets: readonly MarketRow[];
  readonly fetcher: Deeds;
  /** Is told of every change before it is sent. */
  readonly onChange: () => void;
}

const CARRIERS: Readonly<Record<string, string>> = {
  ",": "commas",
  ";": "semicolons",
  "\t": "tabs",
  "|": "vertical bars",
  json: "JSON",
  parquet: "Parquet",
};

/** Files of one form: their first rows, and what each column is taken for, which can be changed in place. */
export function FormShown({ form, place, markets, fetcher, onChange }: Props) {
  const { mapping, files, names, tickers } = form;
  const byName = mapping.holds === "bars" && !mapping.roles.includes("ticker") && !mapping.roles.includes("closes-of");
  const submit = (element: HTMLFormElement) => {
    onChange();
    void fetcher.submit(element, { method: "post" });
  };
  const more = files > names.length ? ` and ${(files - names.length).toLocaleString("en-GB")} more` : "";
  return (
    <section aria-label={`Form ${place + 1}`}>
      <h2 className="heading border-b border-ink/60 pb-1">
        {count(files, "file")} with {CARRIERS[form.carrier]},{" "}
        {mapping.headerRows === 0 ? "no header" : count(mapping.headerRows, "header row")}
        {form.isRemembered && <span className="font-normal text-soft">, taken as the last time</span>}
      </h2>
      <p className="mt-1 text-soft">
        {names.map((name, k) => (byName && files > 1 ? `${name} as ${tickers[k] ?? ""}` : name)).join(", ")}
        {more}
      </p>
      {form.lack !== undefined && (
        <p role="note" className="mt-2 border-l-2 border-(--amber-edge) pl-3">
          {form.lack}
        </p>
      )}
      <fetcher.Form
        method="post"
        className="mt-2 space-y-3"
        onChange={(event) => {
          const field = event.target as unknown as HTMLInputElement;
          // Words are taken once they are written: on Enter, or when the field is left.
          if (field.type !== "text") submit(event.currentTarget);
        }}
        onBlur={(event) => {
          const field = event.target as unknown as HTMLInputElement;
          if (field.type === "text" && field.value !== field.defaultValue) submit(event.currentTarget);
        }}
      >
        <input type="hidden" name="intent" value="map" />
        <input type="hidden" name="place" value={place} />
        {/* Enter in a field takes what was written. */}
        <button type="submit" className="hidden" aria-hidden tabIndex={-1} />
        <FormChoices form={form} markets={markets} byName={byName} />
        <ColumnsTable form={form} />
        {form.lack !== undefined && (
          <button type="submit" className="control border-indigo font-semibold text-indigo">
            That is right
          </button>
        )}
      </fetcher.Form>
    </section>
  );
}
