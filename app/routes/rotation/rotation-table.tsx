import { Link } from "react-router";
import type { RotationRow } from "@studies/rotation/rotation-row";
import { fixed, signed } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
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
  const columns: Column<RotationRow>[] = [
    { key: "name", label: "member", text: true, value: (m) => m.name, cell: (m) => m.name },
    {
      key: "trend",
      label: "trend",
      about: "Relative trend T in sigma: above zero it is ahead of the benchmark",
      value: (m) => m.trend.at(-1) ?? NaN,
      cell: (m) => signed(m.trend.at(-1) ?? NaN, 2),
      tint: (m) => tint(m.trend.at(-1) ?? NaN, 3),
    },
    {
      key: "momentum",
      label: "momentum",
      about: "M in sigma: above zero it gains on the benchmark",
      value: (m) => m.momentum.at(-1) ?? NaN,
      cell: (m) => signed(m.momentum.at(-1) ?? NaN, 2),
      tint: (m) => tint(m.momentum.at(-1) ?? NaN, 3),
    },
    { key: "phase", label: "phase", text: true, value: (m) => m.phase, cell: (m) => m.phase || "–" },
    {
      key: "since",
      label: `${sampleName}s in it`,
      priority: 3,
      value: (m) => m.since,
      cell: (m) => (m.since === 0 ? "–" : m.since),
    },
    {
      key: "hub",
      label: "from the hub",
      priority: 4,
      about: "Distance from the middle of the dial, in sigma",
      value: (m) => m.fromHub,
      cell: (m) => fixed(m.fromHub, 2),
    },
    {
      key: "step",
      label: "step",
      priority: 4,
      about: `Length of the last step, sigma a ${sampleName}`,
      value: (m) => m.step,
      cell: (m) => fixed(m.step, 2),
    },
    {
      key: "score",
      label: "score",
      priority: 3,
      about: "T + M/2, by which pairs are made",
      value: (m) => m.score,
      cell: (m) => signed(m.score, 2),
    },
    {
      key: "flat",
      label: "flat trend",
      priority: 2,
      about: "The same trend against a flat line: above zero it rises by itself",
      value: (m) => m.flatTrend.at(-1) ?? NaN,
      cell: (m) => signed(m.flatTrend.at(-1) ?? NaN, 2),
      tint: (m) => tint(m.flatTrend.at(-1) ?? NaN, 3),
    },
    {
      key: "temperament",
      label: "temperament",
      text: true,
      priority: 5,
      value: (m) => m.temperament,
      cell: (m) => m.temperament || "–",
    },
    {
      key: "family",
      label: "belongs to",
      priority: 5,
      text: true,
      value: (m) => m.family,
      cell: (m) => <span className="text-soft">{m.family || "–"}</span>,
    },
    ...(rows.some((m) => m.ticker !== "" && m.down)
      ? [
          {
            key: "chart",
            label: "chart",
            priority: 6,
            text: true,
            value: (m: RotationRow) => m.ticker,
            cell: (m: RotationRow) =>
              m.ticker === "" ? (
                "–"
              ) : (
                <Link className="text-indigo hover:underline" to={hrefOf(here, `/chart/${encodeURIComponent(m.ticker)}`)}>
                  {m.ticker}
                </Link>
              ),
          },
        ]
      : []),
  ];
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
