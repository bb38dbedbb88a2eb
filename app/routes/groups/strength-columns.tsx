import { STRENGTH_RETURNS, type StrengthRow } from "@core/strength/strength";
import { STRENGTH_NOTES, type StrengthNote } from "@studies/words/strength-notes";
import { fixed, signed, signedPercent } from "@studies/words/words";
import type { Column } from "~/ui/data-table";
import { tint } from "~/ui/tint";
import { ZPath } from "./z-path";

const SPANS = ["1 week", "1 month", "3 months", "6 months"];

/** The columns that every strength table has: rank, returns tinted by their z, the path of z, the combined return. */
export function strengthColumns<Row extends StrengthRow>(): Column<Row>[] {
  return [
    {
      key: "path",
      label: "z, 6 months to 1 week",
      about: "z within the set over 6 months, 3 months, 1 month and 1 week: the large dot is the last week",
      width: 130,
      priority: 6,
      value: (r) => r.z[0] - r.z[3],
      cell: (r) => <ZPath z={r.z} />,
    },
    ...STRENGTH_RETURNS.map((n, k): Column<Row> => ({
      key: `r${n}`,
      label: SPANS[k]!,
      priority: [3, 2, 1, 1][k]!,
      about: `Return over ${n} sessions, tinted by its z within the set`,
      value: (r) => r.returns[k]!,
      cell: (r) => signedPercent(r.returns[k]!),
      tint: (r) => tint(r.z[k]!, 2.5),
    })),
    {
      key: "combined",
      label: "3+6 months z",
      priority: 3,
      about: "z of the mean of the three- and six-month returns",
      value: (r) => r.combinedZ,
      cell: (r) => signed(r.combinedZ, 2),
      tint: (r) => tint(r.combinedZ, 2.5),
    },
    {
      key: "strength",
      label: "Strength",
      priority: 2,
      about: "Percentile rank of the combined return in the set, 0 to 100",
      value: (r) => r.strength,
      cell: (r) => fixed(r.strength),
    },
  ];
}

/** The rank, which every strength table is sorted by at first. */
export function rankColumn<Row extends StrengthRow>(): Column<Row> {
  return { key: "rank", label: "rank", about: "1 is the strongest", value: (r) => r.rank, cell: (r) => fixed(r.rank) };
}

/** Standing and flags of a member, each explained on hover. */
export function notesColumn<Row>(of: (row: Row) => readonly StrengthNote[]): Column<Row> {
  return {
    key: "notes",
    label: "notes",
    text: true,
    about: "What stands out in its strength; each is explained under the table",
    value: (r) => of(r).join(", "),
    cell: (r) => (
      <span className="text-soft">
        {of(r).map((note, k) => (
          <span key={note} title={STRENGTH_NOTES[note]}>
            {k > 0 && ", "}
            {note}
          </span>
        ))}
      </span>
    ),
  };
}

export function stayingColumn<Row extends { readonly staying: number }>(): Column<Row> {
  return {
    key: "staying",
    label: "staying power",
    priority: 4,
    about: "Strength averaged over ten weekly samples",
    value: (r) => r.staying,
    cell: (r) => fixed(r.staying),
  };
}

export function dayPositionColumn<Row extends { readonly dayPosition: number }>(): Column<Row> {
  return {
    key: "position",
    label: "in its day",
    priority: 5,
    about: "Where in the range of its last session it closed: 0 at the low, 100 at the high",
    value: (r) => r.dayPosition,
    cell: (r) => fixed(r.dayPosition),
  };
}

const THOUSANDS = new Intl.NumberFormat("en-GB", { notation: "compact", maximumFractionDigits: 1 });

export function volumeColumn<Row extends { readonly volume: number }>(): Column<Row> {
  return {
    key: "volume",
    label: "volume",
    priority: 5,
    about: "Mean volume of a session over the last 50",
    value: (r) => r.volume,
    cell: (r) => (Number.isNaN(r.volume) ? "–" : THOUSANDS.format(r.volume)),
  };
}
