/* Fields that read as words of a sentence. */

export interface WordChoice {
  readonly value: string;
  readonly label: string;
}

interface SelectProps {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly WordChoice[];
  readonly onChange: (next: string) => void;
}

/** A word that can be another. */
export function WordSelect({ label, value, choices, onChange }: SelectProps) {
  return (
    <select
      aria-label={label}
      className="word-field"
      value={value}
      onChange={(e) => {
        onChange(e.target.value);
      }}
    >
      {choices.map((c) => (
        <option key={c.value} value={c.value}>
          {c.label}
        </option>
      ))}
    </select>
  );
}

interface NumberProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max?: number;
  readonly step?: string;
  readonly onChange: (next: number) => void;
}

/** A number that can be another: taken over on Enter and when the field is left, where it is within its bounds. */
export function WordNumber({ label, value, min, max, step = "any", onChange }: NumberProps) {
  const take = (field: HTMLInputElement) => {
    const next = field.valueAsNumber;
    if (field.validity.valid && !Number.isNaN(next) && next !== value) onChange(next);
  };
  return (
    <input
      type="number"
      aria-label={label}
      className="word-field"
      key={value}
      defaultValue={value}
      min={min}
      max={max}
      step={step}
      onBlur={(e) => {
        take(e.target);
      }}
      onKeyDown={(e) => {
        if (e.key !== "Enter") return;
        e.preventDefault();
        take(e.currentTarget);
      }}
    />
  );
}

/** A field with what it is for before it. */
export function WordLabel({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <span className="flex items-baseline gap-1.5 text-[12px] text-soft">
      {label}
      <span className="flex flex-wrap gap-1.5 text-ink">{children}</span>
    </span>
  );
}
