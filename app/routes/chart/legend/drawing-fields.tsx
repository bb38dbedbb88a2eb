import { useState } from "react";
import type { DrawingVersion, SavedDrawing } from "@studies/drawings/drawing-schema";
import { versionAt } from "@studies/drawings/version-at";

interface Props {
  readonly drawing: SavedDrawing;
  readonly asOf: number;
  /** The drawing changed: a name at once, anything else as a form in force from the session. */
  readonly onChange: (name: string, version: Omit<DrawingVersion, "made">) => void;
  readonly onCopy: (ticker: string) => void;
}

/** Name, prices and words of a drawing, and the scale it is straight on, changed in place; and a copy on another chart. */
export function DrawingFields({ drawing, asOf, onChange, onCopy }: Props) {
  const version = versionAt(drawing, asOf);
  if (!version) return null;
  const { made: _made, ...body } = version;
  return (
    <>
      <TextField
        label="name"
        of={drawing.name}
        value={drawing.name}
        onTake={(name) => {
          onChange(name, body);
        }}
      />
      {body.text !== undefined && (
        <TextField
          label="text"
          of={drawing.name}
          value={body.text}
          onTake={(text) => {
            onChange(drawing.name, { ...body, text });
          }}
        />
      )}
      {body.points.map((point, k) => (
        <TextField
          key={k}
          label={body.points.length === 1 ? "price" : `price ${k + 1}`}
          of={drawing.name}
          value={String(point.price)}
          isPrice
          onTake={(price) => {
            onChange(drawing.name, { ...body, points: body.points.with(k, { ...point, price: Number(price) }) });
          }}
        />
      ))}
      {["line", "channel", "retracement", "measured move"].includes(body.kind) && (
        <button
          type="button"
          className="py-1 link"
          onClick={() => {
            onChange(drawing.name, { ...body, scale: body.scale === "log" ? "linear" : "log" });
          }}
        >
          {body.scale === "log" ? "straight on a linear axis" : "straight on a logarithmic axis"}
        </button>
      )}
      <TextField
        label="copy to"
        of={drawing.name}
        value=""
        onTake={(ticker) => {
          onCopy(ticker.toUpperCase());
        }}
      />
    </>
  );
}

interface FieldProps {
  readonly label: string;
  readonly of: string;
  readonly value: string;
  readonly isPrice?: boolean;
  readonly onTake: (value: string) => void;
}

function TextField({ label, of, value, isPrice = false, onTake }: FieldProps) {
  const [draft, setDraft] = useState({ of: value, text: value });
  const text = draft.of === value ? draft.text : value;
  const take = (input: HTMLInputElement) => {
    if (text.trim() !== "" && text.trim() !== value && input.reportValidity()) onTake(text.trim());
  };
  return (
    <label className="flex items-baseline gap-1 text-soft">
      {label}
      <input
        aria-label={`${label} of ${of}`}
        className="control w-24 py-0.5 text-ink"
        {...(isPrice ? { type: "number", min: 0.0001, step: "any" } : { type: "text", maxLength: label === "text" ? 200 : 60 })}
        value={text}
        onChange={(event) => {
          setDraft({ of: value, text: event.target.value });
        }}
        onBlur={(event) => {
          if (label !== "copy to") take(event.currentTarget);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter") return;
          take(event.currentTarget);
          if (label === "copy to") setDraft({ of: value, text: "" });
        }}
      />
    </label>
  );
}
