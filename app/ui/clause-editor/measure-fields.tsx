import type { MeasureUse, ParameterValue, Subject } from "@core/conditions/condition";
import type { DrawingName } from "@core/conditions/read-phrase";
import { isNumberParameter, type Parameter } from "@core/conditions/measure";
import { MEASURES, measureOf, paramsOf, subjectOf } from "@core/conditions/measures";
import { titleOf } from "@core/conditions/words";
import { findGroup, labelOfKey } from "@studies/sets/group-key";
import { WordLabel, WordNumber, WordSelect, type WordChoice } from "./word-fields";

/** What a clause can be about, beside the instrument itself. */
export interface ClauseNames {
  /** Tickers that are offered as subjects. */
  readonly tickers: readonly { readonly ticker: string; readonly name: string }[];
  /** Keys of groups that are offered. */
  readonly groups: readonly { readonly key: string; readonly name: string }[];
  /** What is drawn on charts. */
  readonly drawings: readonly DrawingName[];
}

interface Props {
  /** Before the names of the fields: empty, or "other ". */
  readonly label: string;
  readonly use: MeasureUse;
  readonly names: ClauseNames;
  readonly onChange: (next: MeasureUse) => void;
}

const MEASURE_CHOICES = MEASURES.map((m) => ({ value: m.name, label: titleOf(m) }));

/** Whose measure, which, its parameters, and how many sessions before. */
export function MeasureFields({ label, use, names, onChange }: Props) {
  const measure = measureOf(use.measure);
  const params = paramsOf(use);
  return (
    <>
      <WordLabel label="whose">
        <SubjectField
          label={`${label}subject`}
          of={subjectOf(use)}
          names={names}
          onChange={(of) => {
            onChange({ ...use, of });
          }}
        />
      </WordLabel>
      <WordLabel label="measure">
        <WordSelect
          label={`${label}measure`}
          value={use.measure}
          choices={MEASURE_CHOICES}
          onChange={(next) => {
            onChange({ measure: next });
          }}
        />
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
      </WordLabel>
      <WordLabel label="before">
        <WordNumber
          label={`${label}sessions before`}
          value={use.ago ?? 0}
          min={0}
          max={500}
          step="1"
          onChange={(n) => {
            const { ago: _ago, ...rest } = use;
            onChange(n === 0 ? rest : { ...rest, ago: n });
          }}
        />
      </WordLabel>
    </>
  );
}

interface ParameterProps {
  readonly label: string;
  readonly parameter: Parameter;
  readonly value: ParameterValue;
  readonly names: ClauseNames;
  readonly onChange: (next: ParameterValue) => void;
}

function ParameterField({ label, parameter, value, names, onChange }: ParameterProps) {
  if (isNumberParameter(parameter) && !parameter.among) {
    const { min, max, fractional } = parameter;
    const step = fractional ? "any" : "1";
    return <WordNumber label={label} value={value as number} min={min} max={max} step={step} onChange={onChange} />;
  }
  return (
    <WordSelect
      label={label}
      value={String(value)}
      choices={choicesOf(parameter, String(value), names)}
      onChange={(next) => {
        onChange(isNumberParameter(parameter) ? Number(next) : next);
      }}
    />
  );
}

function choicesOf(parameter: Parameter, value: string, names: ClauseNames): readonly WordChoice[] {
  if (parameter.among) return parameter.among.map((v) => ({ value: String(v), label: String(v) }));
  const named = "names" in parameter ? parameter.names : undefined;
  const choices =
    named === "group"
      ? names.groups.map((g) => ({ value: g.key, label: g.name }))
      : named === "drawing"
        ? names.drawings.map(({ name }) => ({ value: name, label: name }))
        : [...["the broad index", "nothing"].map((v) => ({ value: v, label: v })), ...tickerChoices(names)];
  return withPresent(choices, value, findGroup(value) ? labelOfKey(value) || "the market" : value);
}

const tickerChoices = ({ tickers }: ClauseNames) => tickers.map((t) => ({ value: t.ticker, label: t.name }));

/** The choices, with the present one where it is none of them. */
function withPresent(choices: readonly WordChoice[], value: string, label: string): readonly WordChoice[] {
  return choices.some((c) => c.value === value) ? choices : [...choices, { value, label }];
}

interface SubjectProps {
  readonly label: string;
  readonly of: Subject;
  readonly names: ClauseNames;
  readonly onChange: (next: Subject) => void;
}

const RELATIVES: readonly WordChoice[] = [
  { value: "self", label: "its own" },
  { value: "market", label: "the market’s" },
  { value: "sector", label: "its sector’s" },
  { value: "industry", label: "its industry’s" },
];

function SubjectField({ label, of, names, onChange }: SubjectProps) {
  const choices = [
    ...RELATIVES,
    ...names.tickers.map((t) => ({ value: `ticker ${t.ticker}`, label: t.name })),
    ...names.groups.map((g) => ({ value: `group ${g.key}`, label: g.name })),
  ];
  const [value, present] =
    typeof of === "string"
      ? [of, of]
      : "ticker" in of
        ? [`ticker ${of.ticker}`, of.ticker]
        : [`group ${of.group}`, labelOfKey(of.group)];
  return (
    <WordSelect
      label={label}
      value={value}
      choices={withPresent(choices, value, present)}
      onChange={(next) => {
        if (next.startsWith("ticker ")) onChange({ ticker: next.slice(7) });
        else if (next.startsWith("group ")) onChange({ group: next.slice(6) });
        else onChange(next as Subject);
      }}
    />
  );
}
