import type { Followed, ReturnSummary, ThinnedSummary } from "@core/followed/what-followed";
import { isSmallSample } from "@studies/words/small-sample";
import { percent, signedPercent } from "@studies/words/words";
import { Explained } from "./term";
import { PlainTable, type PlainColumn } from "./table/plain-table";

type Row = Pick<Followed, "horizon" | "after" | "base">;

/** What followed over each horizon, beside the base rate: share positive as a bar with its interval, mean, median, worst. */
export function FollowedTable({
  rows,
  caption,
  compact = false,
}: {
  rows: readonly Row[];
  caption: string;
  /** Without the means, where there is little room. */
  compact?: boolean;
}) {
  const roomy = "max-[999px]:hidden";
  const summary = (of: "median" | "mean" | "worst", className?: string): PlainColumn<Row>[] => [
    {
      key: of,
      label: of,
      ...(className ? { className } : {}),
      cellClassName: of === "worst" ? "" : "font-semibold",
      cell: (r) => signedPercent(r.after[of]),
    },
    {
      key: `${of} of all`,
      label: "all",
      ...(className ? { className } : {}),
      cellClassName: "text-soft",
      cell: (r) => signedPercent(r.base[of]),
    },
  ];
  const columns: PlainColumn<Row>[] = [
    { key: "horizon", label: "sessions later", cellClassName: "font-semibold", cell: (r) => r.horizon },
    {
      key: "cases",
      label: "cases",
      about: "Cases, thinned so that they lie at least the horizon apart",
      cell: ({ after }) => (
        <>
          {after.n}
          {isSmallSample(after.n) && (
            <span className="text-amber" title="A small sample">
              {" "}
              few
            </span>
          )}
        </>
      ),
    },
    {
      key: "higher",
      label: <Explained text="higher, with 95% interval; tick: all sessions, which overlap" />,
      text: true,
      cell: (r) => <ShareWithInterval after={r.after} base={r.base} />,
    },
    ...summary("median"),
    ...(compact ? [] : summary("mean", roomy)),
    ...summary("worst"),
  ];
  return <PlainTable caption={caption} rows={rows} rowKey={(r) => r.horizon} rowClassName="h-[29px]" columns={columns} />;
}

function ShareWithInterval({ after, base }: { after: ThinnedSummary; base: ReturnSummary }) {
  if (after.n === 0) return <span className="text-soft">no case yet</span>;
  const at = (share: number) => `${100 * share}%`;
  return (
    <span className="flex items-center gap-3">
      <span aria-hidden className="relative h-3.5 w-36 bg-track max-[999px]:hidden">
        <span className="absolute inset-y-0 left-0 bg-teal/50" style={{ width: at(after.positive) }} />
        <span
          className="absolute top-1/2 h-px bg-ink"
          style={{ left: at(after.interval[0]), width: at(after.interval[1] - after.interval[0]) }}
        />
        <span className="absolute -inset-y-0.5 w-0.5 bg-ink" style={{ left: at(base.positive) }} />
      </span>
      <span className="whitespace-nowrap">
        <b className="font-semibold">{percent(after.positive, 0)}</b>{" "}
        <span className="text-soft">
          ({percent(after.interval[0], 0)} to {percent(after.interval[1], 0)}), all {percent(base.positive, 0)} of{" "}
          {base.n.toLocaleString("en-GB")}
        </span>
      </span>
    </span>
  );
}
