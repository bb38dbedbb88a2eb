import { COMPARATORS, type Comparator, type Condition, type MeasureUse } from "@core/conditions/condition";
import { MEASURES, measureOf, paramsOf } from "@core/conditions/measures";

type Lasting = "now" | "running" | "within" | "firstIn";

const LASTING: Record<Lasting, string> = {
  now: "at the close",
  running: "on … sessions running",
  within: "within the last … sessions",
  firstIn: "for the first time in … sessions",
};

/** One condition as an editable clause: measure, comparator, number or measure, and how long. */
export function ClauseRow({ clause, onChange }: { clause: Condition; onChange: (next: Condition) => void }) {
  const { left, comparator, right } = clause;
  const lasting: Lasting =
    clause.running !== undefined
      ? "running"
      : clause.within !== undefined
        ? "within"
        : clause.firstIn !== undefined
          ? "firstIn"
          : "now";
  const bars = clause.running ?? clause.within ?? clause.firstIn ?? 2;
  const base = { left, comparator, right };
  const last = (kind: Lasting, n: number): Condition => (kind === "now" ? base : { ...base, [kind]: n });
  return (
    <span className="flex flex-wrap items-center gap-1.5">
      <MeasureField
        label="measure"
        use={left}
        onChange={(next) => {
          onChange({ ...clause, left: next });
        }}
      />
      <select
        aria-label="comparator"
        className="control"
        value={comparator}
        onChange={(e) => {
          onChange({ ...clause, comparator: e.target.value as Comparator });
        }}
      >
        {COMPARATORS.map((c) => (
          <option key={c} value={c}>
            {c.startsWith("crosses") ? c : `is ${c}`}
          </option>
        ))}
      </select>
      <select
        aria-label="compared with"
        className="control"
        value={typeof right === "number" ? "number" : "measure"}
        onChange={(e) => {
          onChange({ ...clause, right: e.target.value === "number" ? 0 : { measure: "sma" } });
        }}
      >
        <option value="number">the number</option>
        <option value="measure">the</option>
      </select>
      {typeof right === "number" ? (
        <NumberField
          label="number"
          value={right}
          step="any"
          onChange={(next) => {
            onChange({ ...clause, right: next });
          }}
        />
      ) : (
        <MeasureField
          label="other measure"
          use={right}
          onChange={(next) => {
            onChange({ ...clause, right: next });
          }}
        />
      )}
      <select
        aria-label="how long"
        className="control"
        value={lasting}
        onChange={(e) => {
          onChange(last(e.target.value as Lasting, bars));
        }}
      >
        {(Object.keys(LASTING) as Lasting[]).map((kind) => (
          <option key={kind} value={kind}>
            {LASTING[kind]}
          </option>
        ))}
      </select>
      {lasting !== "now" && (
        <NumberField
          label="sessions"
          value={bars}
          min={1}
          onChange={(next) => {
            onChange(last(lasting, next));
          }}
        />
      )}
    </span>
  );
}

function MeasureField({ label, use, onChange }: { label: string; use: MeasureUse; onChange: (next: MeasureUse) => void }) {
  const measure = measureOf(use.measure);
  const params = { ...Object.fromEntries(measure.params.map((p) => [p.name, p.default])), ...use.params };
  return (
    <>
      <select
        aria-label={label}
        className="control"
        value={use.measure}
        onChange={(e) => {
          onChange({ measure: e.target.value });
        }}
      >
        {MEASURES.map((m) => (
          <option key={m.name} value={m.name}>
            {m
              .words(paramsOf({ measure: m.name }))
              .replace(/\b\d+-session /, "")
              .replace(/ (of|over) \d+ sessions$/, "")
              .replace(/\(\d+\)/, "")}
          </option>
        ))}
      </select>
      {measure.params.map((p) =>
        p.among ? (
          <select
            key={p.name}
            aria-label={`${label}, sessions`}
            className="control"
            value={params[p.name]}
            onChange={(e) => {
              onChange({ ...use, params: { [p.name]: Number(e.target.value) } });
            }}
          >
            {p.among.map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        ) : (
          <NumberField
            key={p.name}
            label={`${label}, sessions`}
            value={params[p.name]!}
            min={p.least}
            onChange={(next) => {
              onChange({ ...use, params: { [p.name]: next } });
            }}
          />
        ),
      )}
    </>
  );
}

function NumberField({
  label,
  value,
  onChange,
  min,
  step = "1",
}: {
  label: string;
  value: number;
  onChange: (next: number) => void;
  min?: number;
  step?: string;
}) {
  return (
    <input
      type="number"
      aria-label={label}
      className="control w-20"
      value={Number.isNaN(value) ? "" : value}
      min={min}
      step={step}
      required
      onChange={(e) => {
        onChange(e.target.valueAsNumber);
      }}
    />
  );
}
