import { Link, useNavigate, useSearchParams } from "react-router";
import type { monthTable, SeasonYear } from "@studies/seasons/month-table";
import { placeLabel } from "@studies/seasons/place-names";
import { signed } from "@studies/words/words";
import { hrefNowWith, hrefOf, NOWHERE, useHere } from "~/here";
import { InlineMenu } from "~/ui/inline-menu";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
import { tint } from "~/ui/tint";
import type { ResultOf } from "~/wire";
import { YearPathChart } from "./year-path-chart";
import { pinProps } from "~/ui/pin/pin-props";

type Answer = ResultOf<typeof monthTable>;
/** A row of the table: a year, or what the years come to. */
type Line = {
  readonly label: string;
  readonly of: (place: number) => string;
  readonly whole: string;
  readonly year?: SeasonYear;
};

const PERIODS = [
  { value: "month", label: "month" },
  { value: "quarter", label: "quarter" },
  { value: "week", label: "week" },
  { value: "session", label: "session of the month" },
  { value: "holiday", label: "session around holidays" },
];
const HATCH = "repeating-linear-gradient(135deg, transparent 0 4px, var(--rule) 4px 6px)";

/** Every month of every year of one member; pressing a year leaves it out of the averages. */
export function MonthTablePart({ table, month }: { table: Answer; month: number }) {
  const here = useHere();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const { of, rows, columns, without, inProgress, period, name, ticker, path, monthStarts } = table;
  // What one session makes is small.
  const decimals = period === "session" || period === "holiday" ? 2 : 1;
  const percents = (x: number, places = decimals) => (Number.isNaN(x) ? "–" : signed(100 * x, places));
  const isInView = (place: number) => period === "month" && place === month;
  const full = fullOf(rows);
  const toggle = (year: number) => {
    const next = without.includes(year) ? without.filter((y) => y !== year) : [...without, year];
    void navigate(hrefNowWith({ without: next.map(String) }), { replace: true, preventScrollReset: true });
  };
  const twin = { of, period, years: search.get("years") ?? undefined, without: without.map(String), as: "csv" };
  const lines: Line[] = [
    ...rows.map((year): Line => ({
      label: String(year.year),
      year,
      whole: percents(year.whole, 1),
      of: (k) => percents(year.values[k]!),
    })),
    { label: "mean", whole: "", of: (k) => percents(columns[k]!.all.mean) },
    ...(without.length > 0
      ? [{ label: `mean without ${without.join(", ")}`, whole: "", of: (k: number) => percents(columns[k]!.without.mean) }]
      : []),
    { label: "median", whole: "", of: (k) => percents(columns[k]!.without.median) },
    { label: "rose", whole: "", of: (k) => `${columns[k]!.without.wins} of ${columns[k]!.without.n}` },
  ];
  const isNow = (line: Line, k: number) => inProgress?.year === line.year?.year && inProgress?.place === k + 1;
  const places = columns.map((c) => c.place);
  return (
    <section aria-label={`${name}, year by year`} className="mt-4">
      <p className="mb-1 flex items-baseline justify-between gap-4">
        <span>
          <b className="font-semibold">{name}</b>, by{" "}
          <InlineMenu label="Divided by" param="period" value={period} choices={PERIODS} />, in percent
          {ticker !== "" && (
            <>
              {" "}
              (
              <Link className="link" to={hrefOf(here, `/chart/${encodeURIComponent(ticker)}`)}>
                chart
              </Link>
              )
            </>
          )}
        </span>
        <span className="flex gap-4 text-[12px] text-soft">
          press a year to leave it out
          <a className="hover:text-indigo" href={hrefOf({ ...here, focus: [] }, "/data/month-table", twin)} download>
            CSV
          </a>
        </span>
      </p>
      <div
        {...pinProps({
          twin: hrefOf(NOWHERE, "/data/month-table", { ...twin, as: undefined }),
          show: "table",
          name: `the ${period}s of ${name}`,
        })}
        className="grid items-start gap-7 min-[1200px]:grid-cols-[minmax(0,1fr)_340px]"
      >
        <div className="min-w-0 overflow-x-auto" tabIndex={period === "week" || period === "session" ? 0 : undefined}>
          <PlainTable
            caption={`Returns of ${name} by ${period} and year`}
            rows={lines}
            rowKey={(line) => line.label}
            rowClassName={(line) => (line.year ? "h-6" : "h-6 text-soft")}
            columns={[
              {
                key: "year",
                label: "",
                spoken: "year",
                cellClassName: "whitespace-nowrap",
                cell: ({ label, year }) =>
                  year ? (
                    <button
                      type="button"
                      aria-pressed={year.isLeftOut}
                      title={year.isLeftOut ? "Count it again" : "Leave it out of the averages"}
                      className={`min-h-6 min-w-8 text-left hover:text-indigo ${year.isLeftOut ? "text-soft line-through" : ""}`}
                      onClick={() => {
                        toggle(year.year);
                      }}
                    >
                      {label}
                    </button>
                  ) : (
                    label
                  ),
              },
              ...places.map((place, k): PlainColumn<Line> => ({
                key: String(place),
                label: placeLabel(period, place),
                headClassName: isInView(place) ? "font-semibold text-ink" : "",
                className: "pl-1 pr-1 whitespace-nowrap",
                cellClassName: (line) =>
                  [
                    line.year?.isLeftOut ? "text-soft line-through" : "",
                    isInView(place) ? "border-x border-x-indigo/60" : "",
                  ].join(" "),
                tint: (line) =>
                  isNow(line, k)
                    ? { background: HATCH }
                    : line.year && !line.year.isLeftOut
                      ? tint(line.year.values[k]!, full)
                      : undefined,
                title: (line) => (isNow(line, k) ? "in progress, not counted" : undefined),
                cell: (line) => line.of(k),
              })),
              ...(decimals === 2
                ? []
                : [{ key: "whole", label: "year", cellClassName: "font-semibold", cell: (line: Line) => line.whole }]),
            ]}
          />
        </div>
        <YearPathChart name={name} path={path} monthStarts={monthStarts} />
      </div>
    </section>
  );
}

/** The return at which the tint is strongest: more than nine tenths of those shown. */
function fullOf(rows: readonly SeasonYear[]): number {
  const all = rows
    .flatMap((row) => Array.from(row.values))
    .filter((x) => !Number.isNaN(x))
    .map(Math.abs)
    .sort((a, b) => a - b);
  return all[Math.floor(0.9 * all.length)] ?? 1;
}
