import { STRENGTH_RETURNS, type StrengthRow } from "@core/strength/strength";
import { STRENGTH_NOTES, type StrengthNote } from "@studies/words/strength-notes";
import type { Column, Look } from "~/ui/table/column";
import { TickerName } from "~/ui/ticker-name";
import { tint } from "~/ui/tint";
import { ZPath } from "./z-path";

type Shown<Row> = readonly [key: string, look?: Look<Row>] | Column<Row>;

/** How every strength table shows strength: the path of z, returns tinted by their z, the combined return. */
export function strengthLooks<Row extends StrengthRow>(): Shown<Row>[] {
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
    ...STRENGTH_RETURNS.map((n, k): Shown<Row> => [`r${n}`, { priority: [3, 2, 1, 1][k]!, tint: (r) => tint(r.z[k]!, 2.5) }]),
    ["combined", { priority: 3, tint: (r) => tint(r.combinedZ, 2.5) }],
    ["strength", { priority: 2 }],
  ];
}

/** Notes of a member, each explained on hover. */
export function notesLook<Row>(of: (row: Row) => readonly StrengthNote[]): Look<Row> {
  return {
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

const THOUSANDS = new Intl.NumberFormat("en-GB", { notation: "compact", maximumFractionDigits: 1 });

/** A volume in short: "1.2M". */
export function volumeLook<Row extends { readonly volume: number }>(): Look<Row> {
  return { priority: 5, cell: (r) => (Number.isNaN(r.volume) ? "–" : THOUSANDS.format(r.volume)) };
}

/** What it is called, with its ticker before it. */
export function nameLook<Row extends { readonly ticker: string; readonly name: string }>(): Look<Row> {
  return {
    cell: (r) => <TickerName {...r} />,
  };
}

/** Words that stand behind the figures. */
export function softLook<Row>(text: (row: Row) => string): Look<Row> {
  return { cell: (r) => <span className="text-soft">{text(r) || "–"}</span> };
}
