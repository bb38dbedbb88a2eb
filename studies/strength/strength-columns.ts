import { STRENGTH_RETURNS, type StrengthRow } from "@core/strength/strength";
import type { Column } from "@studies/table";
import { notesOf } from "@studies/words/strength-notes";

const SPANS = ["1 week", "1 month", "3 months", "6 months"];

/** What is told of every member of a set by its strength. */
export const STRENGTH_COLUMNS: Column<StrengthRow>[] = [
  { key: "rank", label: "rank", unit: "count", about: "1 is the strongest", value: (r) => r.rank },
  ...STRENGTH_RETURNS.map((n, k): Column<StrengthRow> => ({
    key: `r${n}`,
    label: SPANS[k]!,
    unit: "change",
    about: `Return over ${n} sessions, tinted by its z within the set`,
    value: (r) => r.returns[k]!,
  })),
  ...STRENGTH_RETURNS.map((n, k): Column<StrengthRow> => ({
    key: `z${n}`,
    label: `${SPANS[k]} z`,
    unit: "sigma",
    value: (r) => r.z[k]!,
  })),
  { key: "combinedReturn", label: "3+6 months", unit: "change", value: (r) => r.combined },
  {
    key: "combined",
    label: "3+6 months z",
    unit: "sigma",
    about: "z of the mean of the three- and six-month returns",
    value: (r) => r.combinedZ,
  },
  {
    key: "strength",
    label: "Strength",
    unit: "score",
    about: "Percentile rank of the combined return in the set, 0 to 100",
    value: (r) => r.strength,
  },
  { key: "flags", label: "flags", unit: "text", value: (r) => r.flags.join("; ") },
];

interface Noted extends StrengthRow {
  readonly r1: number;
  readonly staying: number;
  readonly rankBefore: number;
  readonly standing: string;
  readonly dayPosition: number;
  readonly volume: number;
}

/** The same, with what is told of what has bars and weeks behind it. */
export const STANDING_COLUMNS: Column<Noted>[] = [
  ...STRENGTH_COLUMNS,
  { key: "before", label: "was", unit: "count", about: "Rank five sessions ago", value: (r) => r.rankBefore },
  { key: "r1", label: "1 session", unit: "change", value: (r) => r.r1 },
  {
    key: "staying",
    label: "staying power",
    unit: "score",
    about: "Strength averaged over ten weekly samples",
    value: (r) => r.staying,
  },
  { key: "standing", label: "standing", unit: "text", value: (r) => r.standing },
  {
    key: "notes",
    label: "notes",
    unit: "text",
    about: "What stands out in its strength; each is explained under the table",
    value: (r) => notesOf(r).join(", "),
  },
  {
    key: "position",
    label: "in its day",
    unit: "score",
    about: "Where in the range of its last session it closed: 0 at the low, 100 at the high",
    value: (r) => r.dayPosition,
  },
  {
    key: "volume",
    label: "volume",
    unit: "count",
    about: "Mean volume of a session over the last 50",
    value: (r) => r.volume,
  },
];
