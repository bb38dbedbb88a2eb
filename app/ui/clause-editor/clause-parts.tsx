import { COMPARATORS, type Comparator, type Condition, type MeasureUse } from "@core/conditions/condition";
import type { Measure } from "@core/conditions/measure";
import { measureOf } from "@core/conditions/measures";
import { VERBS } from "@core/conditions/words";
import { MeasureFields, type ClauseNames } from "./measure-fields";
import { WordLabel, WordNumber, WordSelect } from "./word-fields";

const DURATIONS = ["running", "within", "firstIn"] as const;
type Lasting = "now" | (typeof DURATIONS)[number];

const LASTING: Readonly<Record<Lasting, string>> = {
  now: "on the session",
  running: "for … sessions running",
  within: "within the last … sessions",
  firstIn: "for the first time in … sessions",
};
const LASTING_CHOICES = Object.entries(LASTING).map(([value, label]) => ({ value, label }));

interface Props {
  readonly condition: Condition;
  readonly names: ClauseNames;
  readonly onChange: (next: Condition) => void;
}

/** The parts of one condition, open to be changed: whose, which measure, how compared, with what, how long, how long ago. */
export function ClauseParts({ condition, names, onChange }: Props) {
  const { left, comparator, right } = condition;
  const measure = measureOf(left.measure);
  const comparators = measure.labels ? COMPARATORS.filter((c) => c === "is" || c === "is not") : COMPARATORS;
  return (
    <span className="flex flex-wrap items-baseline gap-x-3.5 gap-y-1 py-1">
      <MeasureFields
        label=""
        use={left}
        names={names}
        onChange={(use) => {
          onChange(withMeasure(condition, use));
        }}
      />
      <WordLabel label="compared">
        <WordSelect
          label="compared"
          value={comparator}
          choices={comparators.map((c) => ({ value: c, label: VERBS[c] }))}
          onChange={(next) => {
            onChange({ ...condition, comparator: next as Comparator });
          }}
        />
      </WordLabel>
      <WordLabel label="with">
        <RightField
          measure={measure}
          right={right}
          onChange={(next) => {
            onChange({ ...condition, right: next });
          }}
        />
      </WordLabel>
      {typeof right === "object" && (
        <MeasureFields
          label="other "
          use={right}
          names={names}
          onChange={(use) => {
            onChange({ ...condition, right: use });
          }}
        />
      )}
      <LastingFields condition={condition} onChange={onChange} />
    </span>
  );
}

/** The condition on another measure: a right side that this cannot have gives way to one that is usual for it. */
function withMeasure(condition: Condition, use: MeasureUse): Condition {
  const { right } = condition;
  const next = measureOf(use.measure);
  const fits = typeof right === "string" ? right in (next.labels ?? {}) : next.labels === undefined;
  if (fits) return { ...condition, left: use };
  const [comparator, value] = next.usual[0] ?? ["above", next.unit === "price" ? 10 : 0];
  return { ...condition, left: use, comparator, right: value };
}

interface RightProps {
  readonly measure: Measure;
  readonly right: Condition["right"];
  readonly onChange: (next: Condition["right"]) => void;
}

/** What it is compared with: a number, a state, or a measure. */
function RightField({ measure, right, onChange }: RightProps) {
  const labels = Object.keys(measure.labels ?? {});
  const percent = measure.unit === "fraction";
  const scale = percent ? 100 : 1;
  const scaled = (x: number) => Number(x.toPrecision(12));
  return (
    <>
      <WordSelect
        label="compared with"
        value={typeof right === "object" ? "measure" : "value"}
        choices={[
          { value: "value", label: measure.labels ? "the state" : percent ? "so many percent:" : "the number" },
          { value: "measure", label: "a measure" },
        ]}
        onChange={(next) => {
          onChange(next === "value" ? (labels[0] ?? 0) : { measure: "sma" });
        }}
      />
      {typeof right === "string" && (
        <WordSelect label="state" value={right} choices={labels.map((l) => ({ value: l, label: l }))} onChange={onChange} />
      )}
      {typeof right === "number" && (
        <WordNumber
          label={percent ? "percent" : "number"}
          value={scaled(scale * right)}
          onChange={(x) => {
            onChange(scaled(x / scale));
          }}
        />
      )}
    </>
  );
}

/** How long it has held, and how long ago. */
function LastingFields({ condition, onChange }: Pick<Props, "condition" | "onChange">) {
  const lasting: Lasting = DURATIONS.find((kind) => condition[kind] !== undefined) ?? "now";
  const bars = condition.running ?? condition.within ?? condition.firstIn ?? 2;
  const change = (kind: Lasting, n: number) => {
    const { running: _r, within: _w, firstIn: _f, ...rest } = condition;
    onChange(kind === "now" ? rest : { ...rest, [kind]: n });
  };
  return (
    <>
      <WordLabel label="lasting">
        <WordSelect
          label="how long"
          value={lasting}
          choices={LASTING_CHOICES}
          onChange={(next) => {
            change(next as Lasting, bars);
          }}
        />
        {lasting !== "now" && (
          <WordNumber
            label="sessions"
            value={bars}
            min={1}
            max={500}
            step="1"
            onChange={(n) => {
              change(lasting, n);
            }}
          />
        )}
      </WordLabel>
      <WordLabel label="sessions ago">
        <WordNumber
          label="sessions ago"
          value={condition.ago ?? 0}
          min={0}
          max={500}
          step="1"
          onChange={(n) => {
            const { ago: _ago, ...rest } = condition;
            onChange(n === 0 ? rest : { ...rest, ago: n });
          }}
        />
      </WordLabel>
    </>
  );
}
