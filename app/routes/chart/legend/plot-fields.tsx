import { useState } from "react";
import type { PlotParameter, Plotted } from "@studies/chart/plots/drawn";

interface Props {
  readonly plot: Pick<Plotted, "title" | "params">;
  /** All values, in the order of the parameters. */
  readonly onChange: (values: readonly string[]) => void;
}

/** The parameters of a plot, changed in place: Enter or leaving a field puts the value on the chart. */
export function PlotFields({ plot, onChange }: Props) {
  return (
    <>
      {plot.params.map((p, k) => (
        <label key={p.name} className="flex items-baseline gap-1 text-soft">
          {p.name}
          <ParameterField
            of={plot.title}
            parameter={p}
            onChange={(value) => {
              onChange(plot.params.map((own) => own.value).with(k, value));
            }}
          />
        </label>
      ))}
    </>
  );
}

function ParameterField({
  of,
  parameter: p,
  onChange,
}: {
  of: string;
  parameter: PlotParameter;
  onChange: (value: string) => void;
}) {
  // What is typed counts until the value itself has changed.
  const [draft, setDraft] = useState({ of: p.value, value: p.value });
  const value = draft.of === p.value ? draft.value : p.value;
  const setValue = (next: string) => {
    setDraft({ of: p.value, value: next });
  };
  const label = `${p.name} of ${of}`;
  if (p.among)
    return (
      <select
        aria-label={label}
        className="control py-0.5 text-ink"
        value={p.value}
        onChange={(event) => {
          onChange(event.target.value);
        }}
      >
        {p.among.map((choice) => (
          <option key={choice}>{choice}</option>
        ))}
      </select>
    );
  const isNumber = p.min !== undefined;
  const take = (input: HTMLInputElement) => {
    if (value !== p.value && value.trim() !== "" && input.reportValidity()) onChange(value.trim());
  };
  return (
    <input
      aria-label={label}
      className={`control py-0.5 text-ink ${isNumber ? "w-16" : "w-32"}`}
      {...(isNumber ? { type: "number", min: p.min, max: p.max, step: p.step } : { type: "text", maxLength: 60 })}
      value={value}
      onChange={(event) => {
        setValue(event.target.value);
      }}
      onBlur={(event) => {
        take(event.currentTarget);
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") take(event.currentTarget);
        if (event.key === "Escape") setValue(p.value);
      }}
    />
  );
}
