import { useId } from "react";
import { COMPARATORS, type Comparator, type Condition, type MeasureUse, type Subject } from "@core/conditions/condition";
import { isNumberParameter, type Parameter } from "@core/conditions/measure";
import { MEASURES, measureOf, paramsOf, subjectOf } from "@core/conditions/measures";
import { titleOf, VERBS } from "@core/conditions/words";
import { findGroup, labelOfKey } from "@studies/sets/group-key";

type Lasting = "now" | "running" | "within" | "firstIn";

const LASTING: Readonly<Record<Lasting, string>> = {
  now: "on the session",
  running: "for … sessions running",
  within: "within the last … sessions",
  firstIn: "for the first time in … sessions",
};

/** What a clause can be about, beside the instrument itself. */
export interface ClauseNames {
  /** Tickers that are offered as subjects. */
  readonly tickers: readonly { readonly ticker: string; readonly name: string }[];
  /** Keys of groups that are offered. */
  readonly groups: readonly { readonly key: string; readonly name: string }[];
}

interface Props {
  readonly condition: Condition;
  readonly names: ClauseNames;
  readonly onChange: (next: Condition) => void;
}

/** The parts of one condition, open to be changed: whose, which measure, how compared, with what, how long, how long ago. */
export function ClauseParts({ condition, names, onChange }: Props) {
  const { left, comparator, right } = condition;
  const measure = measureOf(left.measure);
  const lasting: Lasting =
    condition.running !== undefined
      ? "running"
      : condition.within !== undefined
        ? "within"
        : condition.firstIn !== undefined
          ? "firstIn"
          : "now";
  const bars = condition.running ?? condition.within ?? condition.firstIn ?? 2;
  const lastingFor = (kind: Lasting, n: number) => {
    const { running: _r, within: _w, firstIn: _f, ...rest } = condition;
    onChange(kind === "now" ? rest : { ...rest, [kind]: n });
  };
  const comparators = measure.labels ? COMPARATORS.filter((c) => c === "is" || c === "is not") : COMPARATORS;
  const withMeasure = (use: MeasureUse) => {
    const next = measureOf(use.measure);
    // A right side that the new measure cannot have gives way to one that is usual for it.
    const fits =
      (typeof right === "string") === (next.labels !== undefined) && (typeof right !== "string" || right in next.labels!);
    const [usual, value] = next.usual[0] ?? ["above", next.unit === "price" ? 10 : 0];
    onChange(fits ? { ...condition, left: use } : { ...condition, left: use, comparator: usual, right: value });
  };
  return (
    <span className="flex flex-wrap items-baseline gap-x-3.5 gap-y-1 py-1">
      <UseField label="" use={left} names={names} onChange={withMeasure} />
      <Field label="compared">
        <select
          className="word-field"
          value={comparator}
          onChange={(e) => {
            onChange({ ...condition, comparator: e.target.value as Comparator });
          }}
        >
          {comparators.map((c) => (
            <option key={c} value={c}>
              {VERBS[c]}
            </option>
          ))}
        </select>
      </Field>
      <Field label="with">
        <span className="flex gap-1.5">
          <select
            aria-label="compared with"
            className="word-field"
            value={typeof right === "object" ? "measure" : "value"}
            onChange={(e) => {
              const value = measure.labels ? Object.keys(measure.labels)[0]! : 0;
              onChange({ ...condition, right: e.target.value === "value" ? value : { measure: "sma" } });
            }}
          >
            <option value="value">
              {measure.labels ? "the state" : measure.unit === "fraction" ? "so many percent:" : "the number"}
            </option>
            <option value="measure">a measure</option>
          </select>
          {typeof right === "string" && (
            <select
              aria-label="state"
              className="word-field"
              value={right}
              onChange={(e) => {
                onChange({ ...condition, right: e.target.value });
              }}
            >
              {Object.keys(measure.labels ?? {}).map((label) => (
                <option key={label}>{label}</option>
              ))}
            </select>
          )}
          {typeof right === "number" && (
            <NumberField
              label={measure.unit === "fraction" ? "percent" : "number"}
              value={measure.unit === "fraction" ? Number((100 * right).toPrecision(12)) : right}
              onChange={(x) => {
                onChange({ ...condition, right: measure.unit === "fraction" ? Number((x / 100).toPrecision(12)) : x });
              }}
            />
          )}
        </span>
      </Field>
      {typeof right === "object" && (
        <UseField
          label="other "
          use={right}
          names={names}
          onChange={(use) => {
            onChange({ ...condition, right: use });
          }}
        />
      )}
      <Field label="lasting">
        <span className="flex gap-1.5">
          <select
            aria-label="how long"
            className="word-field"
            value={lasting}
            onChange={(e) => {
              lastingFor(e.target.value as Lasting, bars);
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
              max={500}
              onChange={(n) => {
                lastingFor(lasting, n);
              }}
            />
          )}
        </span>
      </Field>
      <Field label="sessions ago">
        <NumberField
          label="sessions ago"
          value={condition.ago ?? 0}
          min={0}
          max={500}
          onChange={(n) => {
            const { ago: _ago, ...rest } = condition;
            onChange(n === 0 ? rest : { ...rest, ago: n });
          }}
        />
      </Field>
    </span>
  );
}

function Field({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <span className="flex items-baseline gap-1.5 text-[12px] text-soft">
      {label}
      <span className="text-ink">{children}</span>
    </span>
  );
}

/** Whose measure, which, and its parameters. */
function UseField({
  label,
  use,
  names,
  onChange,
}: {
  label: string;
  use: MeasureUse;
  names: ClauseNames;
  onChange: (next: MeasureUse) => void;
}) {
  const measure = measureOf(use.measure);
  const params = paramsOf(use);
  return (
    <>
      <Field label="whose">
        <SubjectField
          label={`${label}subject`}
          of={subjectOf(use)}
          names={names}
          onChange={(of) => {
            onChange({ ...use, of });
          }}
        />
      </Field>
      <Field label="measure">
        <span className="flex flex-wrap gap-1.5">
          <select
            aria-label={`${label}measure`}
            className="word-field"
            value={use.measure}
            onChange={(e) => {
              onChange({ measure: e.target.value });
            }}
          >
            {MEASURES.map((m) => (
              <option key={m.name} value={m.name}>
                {titleOf(m)}
              </option>
            ))}
          </select>
          {measure.params.map((p) => (
            <ParameterField
              key={`${measure.name} ${p.name}`}
              label={`${label}${p.name}`}
              parameter={p}
              value={params[p.name]!}
              names={names}
              onChange={(value) => {
                onChange({ ...use, params: { ...use.params, [p.name]: value } });
              }}
            />
          ))}
        </span>
      </Field>
      <Field label="before">
        <NumberField
          label={`${label}sessions before`}
          value={use.ago ?? 0}
          min={0}
          max={500}
          onChange={(n) => {
            const { ago: _ago, ...rest } = use;
            onChange(n === 0 ? rest : { ...rest, ago: n });
          }}
        />
      </Field>
    </>
  );
}

function ParameterField({
  label,
  parameter,
  value,
  names,
  onChange,
}: {
  label: string;
  parameter: Parameter;
  value: number | string;
  names: ClauseNames;
  onChange: (next: number | string) => void;
}) {
  if (isNumberParameter(parameter) && !parameter.among)
    return (
      <NumberField
        label={label}
        value={value as number}
        min={parameter.min}
        max={parameter.max}
        step={parameter.fractional ? "any" : "1"}
        onChange={onChange}
      />
    );
  const choices: readonly { readonly value: number | string; readonly label: string }[] = parameter.among
    ? parameter.among.map((v) => ({ value: v, label: String(v) }))
    : "names" in parameter && parameter.names === "group"
      ? withPresent(
          names.groups.map((g) => ({ value: g.key, label: g.name })),
          value,
        )
      : withPresent(
          [
            { value: "the broad index", label: "the broad index" },
            { value: "nothing", label: "nothing" },
            ...names.tickers.map((t) => ({ value: t.ticker, label: t.name })),
          ],
          value,
        );
  return (
    <select
      aria-label={label}
      className="word-field"
      value={String(value)}
      onChange={(e) => {
        onChange(isNumberParameter(parameter) ? Number(e.target.value) : e.target.value);
      }}
    >
      {choices.map((c) => (
        <option key={c.value} value={String(c.value)}>
          {c.label}
        </option>
      ))}
    </select>
  );
}

/** The choices, with the present one where it is none of them. */
function withPresent(choices: readonly { readonly value: string; readonly label: string }[], value: number | string) {
  const text = String(value);
  return choices.some((c) => c.value === text)
    ? choices
    : [...choices, { value: text, label: findGroup(text) ? labelOfKey(text) || "the market" : text }];
}

function SubjectField({
  label,
  of,
  names,
  onChange,
}: {
  label: string;
  of: Subject;
  names: ClauseNames;
  onChange: (next: Subject) => void;
}) {
  const value = typeof of === "string" ? of : "ticker" in of ? `ticker ${of.ticker}` : `group ${of.group}`;
  const tickers = withPresent(
    names.tickers.map((t) => ({ value: `ticker ${t.ticker}`, label: t.name })),
    typeof of === "object" && "ticker" in of ? value : "self",
  ).filter((c) => c.value !== "self");
  const groups = names.groups.map((g) => ({ value: `group ${g.key}`, label: g.name }));
  const known = [...tickers, ...groups].some((c) => c.value === value);
  return (
    <select
      aria-label={label}
      className="word-field"
      value={value}
      onChange={(e) => {
        const next = e.target.value;
        if (next.startsWith("ticker ")) onChange({ ticker: next.slice(7) });
        else if (next.startsWith("group ")) onChange({ group: next.slice(6) });
        else onChange(next as Subject);
      }}
    >
      <option value="self">its own</option>
      <option value="market">the market’s</option>
      <option value="sector">its sector’s</option>
      <option value="industry">its industry’s</option>
      {!known && typeof of === "object" && "group" in of && <option value={value}>{labelOfKey(of.group)}</option>}
      {tickers.map((c) => (
        <option key={c.value} value={c.value}>
          {c.label.replace(/^ticker /, "")}
        </option>
      ))}
      {groups.map((c) => (
        <option key={c.value} value={c.value}>
          {c.label}
        </option>
      ))}
    </select>
  );
}

function NumberField({
  label,
  value,
  onChange,
  min,
  max,
  step = "any",
}: {
  label: string;
  value: number;
  onChange: (next: number) => void;
  min?: number;
  max?: number;
  step?: string;
}) {
  const id = useId();
  return (
    <input
      id={id}
      type="number"
      aria-label={label}
      className="word-field"
      key={value}
      defaultValue={value}
      min={min}
      max={max}
      step={step}
      onBlur={(e) => {
        const next = e.target.valueAsNumber;
        if (e.target.validity.valid && !Number.isNaN(next) && next !== value) onChange(next);
      }}
      onKeyDown={(e) => {
        if (e.key !== "Enter") return;
        e.preventDefault();
        const next = e.currentTarget.valueAsNumber;
        if (e.currentTarget.validity.valid && !Number.isNaN(next) && next !== value) onChange(next);
      }}
    />
  );
}
