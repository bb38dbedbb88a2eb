import { useMemo } from "react";
import { Link } from "react-router";
import { rotationColumns } from "@studies/rotation/rotation-columns";
import type { RotationRow } from "@studies/rotation/rotation-row";
import { hrefOf, useHere, type Here } from "~/here";
import { columnsOf, type Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { tint } from "~/ui/tint";
import { useFocus } from "~/ui/use-focus";

interface Props {
  readonly rows: readonly RotationRow[];
  readonly sampleName: string;
  readonly openHref: (row: RotationRow) => string;
  /** Samples that the dial is stepped back. */
  readonly back: number;
}

/** All figures of the latest sample behind the dial and the ribbon. */
export function RotationTable({ rows, sampleName, openHref, back }: Props) {
  const focus = useFocus();
  const here = useHere();
  const charted = rows.some((m) => m.ticker !== "" && m.down);
  const columns = useMemo(
    () =>
      columnsOf(rotationColumns(sampleName), [
        ["name"],
        ["trend", { tint: (m) => tint(m.trend.at(-1) ?? NaN, 3) }],
        ["momentum", { tint: (m) => tint(m.momentum.at(-1) ?? NaN, 3) }],
        ["phase"],
        ["since", { priority: 3 }],
        ["hub", { priority: 4 }],
        ["step", { priority: 4 }],
        ["score", { priority: 3 }],
        ["flat", { priority: 2, tint: (m) => tint(m.flatTrend.at(-1) ?? NaN, 3) }],
        ["temperament", { priority: 5 }],
        ["family", { priority: 5, cell: (m) => <span className="text-soft">{m.family || "–"}</span> }],
        ...(charted ? [chartColumn(here)] : []),
      ]),
    [sampleName, charted, here],
  );
  const isGroup = (m: RotationRow) => m.key.includes(":");
  return (
    <section className="mt-5">
      <h2 className="heading mb-1">
        Every member{back > 0 ? ", at the latest sample" : ""}
        {rows[0]?.ticker ? "" : <span className="font-normal text-soft"> · Enter opens one level down</span>}
      </h2>
      <DataTable
        caption="Members by relative trend"
        main
        className="max-h-[430px] min-h-40"
        rows={rows}
        columns={columns}
        rowKey={(m) => m.key}
        defaultSort="-trend"
        href={openHref}
        {...(rows.some(isGroup)
          ? {
              choose: {
                label: (m: RotationRow) =>
                  focus.isIn(m.key) ? `Take ${m.name} out of the focus` : `Put ${m.name} into the focus`,
                isChosen: (m: RotationRow) => focus.isIn(m.key),
                toggle: (m: RotationRow) => {
                  if (isGroup(m)) focus.toggle(m.key);
                },
              },
            }
          : {})}
      />
    </section>
  );
}

function chartColumn(here: Here): Column<RotationRow> {
  return {
    key: "chart",
    label: "chart",
    priority: 6,
    text: true,
    value: (m) => m.ticker,
    cell: (m) =>
      m.ticker === "" ? (
        "–"
      ) : (
        <Link className="inline-block min-h-6 content-center link" to={hrefOf(here, `/chart/${encodeURIComponent(m.ticker)}`)}>
          {m.ticker}
        </Link>
      ),
  };
}
