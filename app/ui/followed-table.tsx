import type { Followed, ReturnSummary, ThinnedSummary } from "@core/followed/what-followed";
import { isSmallSample } from "@studies/words/small-sample";
import { percent, signedPercent } from "@studies/words/words";
import { Explained } from "./term";

/** What followed over each horizon, beside the base rate: share positive as a bar with its interval, mean, median, worst. */
export function FollowedTable({
  rows,
  caption,
  compact = false,
}: {
  rows: readonly Pick<Followed, "horizon" | "after" | "base">[];
  caption: string;
  /** Without the means, where there is little room. */
  compact?: boolean;
}) {
  const plain = "border-b border-ink/60 pb-1 font-normal whitespace-nowrap";
  const head = `${plain} pl-3 text-right`;
  const cell = "border-b border-rule pl-3 text-right";
  return (
    <table className="w-full border-separate border-spacing-0">
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className={`${plain} text-left`}>
            sessions later
          </th>
          <th scope="col" className={head} title="Cases, thinned so that they lie at least the horizon apart">
            cases
          </th>
          <th scope="col" className={`${plain} pl-3 text-left`}>
            <Explained text="higher, with 95% interval; tick: all sessions, which overlap" />
          </th>
          {["median", "all", ...(compact ? [] : ["mean", "all"]), "worst", "all"].map((label, k) => (
            <th key={k} scope="col" className={`${head} ${!compact && (k === 2 || k === 3) ? "max-[999px]:hidden" : ""}`}>
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ horizon, after, base }) => (
          <tr key={horizon} className="h-[29px]">
            <th scope="row" className="border-b border-rule text-left font-semibold">
              {horizon}
            </th>
            <td className={cell}>
              {after.n}
              {isSmallSample(after.n) && (
                <span className="text-amber" title="A small sample">
                  {" "}
                  few
                </span>
              )}
            </td>
            <td className="border-b border-rule pl-3">
              <ShareWithInterval after={after} base={base} />
            </td>
            <td className={`${cell} font-semibold`}>{signedPercent(after.median)}</td>
            <td className={`${cell} text-soft`}>{signedPercent(base.median)}</td>
            {!compact && (
              <>
                <td className={`${cell} font-semibold max-[999px]:hidden`}>{signedPercent(after.mean)}</td>
                <td className={`${cell} text-soft max-[999px]:hidden`}>{signedPercent(base.mean)}</td>
              </>
            )}
            <td className={cell}>{signedPercent(after.worst)}</td>
            <td className={`${cell} text-soft`}>{signedPercent(base.worst)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
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
