import { Link } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { timingSummary } from "@studies/timing/timing-summary";
import { LANES } from "@studies/words/lane-names";
import { fixed, signed, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import type { ResultOf } from "~/wire";
import { StateMark } from "~/ui/state-mark";
import { Explained } from "./term";

export interface MarketTiming {
  readonly market: string;
  readonly name: string;
  /** Undefined where the market has no session by the date. */
  readonly summary: ResultOf<typeof timingSummary> | undefined;
}

/** What has no room beside the rest stands in a second line of the row. */
const WIDE = "max-[999px]:hidden";
const NARROW = "min-[1000px]:hidden";

/** All markets side by side: regime, Pressure and lanes, each as of its own last session. */
export function MarketsTable({ markets, current }: { markets: readonly MarketTiming[]; current: string }) {
  const here = useHere();
  const head = "border-b border-ink/60 pb-1 pl-4 text-left font-normal whitespace-nowrap max-[999px]:pl-2.5";
  const cell = "border-b border-rule pl-4 whitespace-nowrap max-[999px]:pl-2.5";
  return (
    <table className="w-full border-separate border-spacing-0">
      <caption className="sr-only">All markets side by side</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className="border-b border-ink/60 pb-1 pl-1 text-left font-semibold">
            Markets
          </th>
          {["session", "regime", "composite, 1 and 5 sessions", "Pressure", ...LANES].map((label, k) => (
            <th key={label} scope="col" className={`${head} ${k === 0 || k === 2 ? WIDE : ""}`}>
              <Explained text={label} around={`lane ${label}`} />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {markets.map(({ market, name, summary }) => (
          <tr key={market} className="h-[29px]" aria-current={market === current ? "true" : undefined}>
            <th
              scope="row"
              className={`border-b border-l-2 border-b-rule pl-2 text-left font-semibold ${market === current ? "border-l-indigo text-indigo" : "border-l-transparent"}`}
            >
              <Link className="hover:text-indigo" to={hrefOf({ ...here, market }, "/timing")}>
                {name}
              </Link>
              {summary && (
                <span className={`block font-normal text-soft ${NARROW}`}>
                  {isoDate(summary.asOf)}
                  {summary.provisional && <span className="ml-1 text-amber">provisional</span>}
                </span>
              )}
            </th>
            {summary ? (
              <>
                <td className={`${cell} ${WIDE}`}>
                  {isoDate(summary.asOf)}
                  {summary.provisional && <span className="ml-1 text-amber">provisional</span>}
                </td>
                <td className={cell}>
                  <Explained
                    text={[summary.direction, summary.volatility].filter((word) => word !== "").join(", ") || "–"}
                    around="has been, with volatility"
                  />
                  <span className={`block text-soft ${NARROW}`}>
                    {signedPercent(summary.r1)}, {signedPercent(summary.r5)} in a week
                  </span>
                </td>
                <td className={`${cell} ${WIDE}`}>
                  {signedPercent(summary.r1)}, {signedPercent(summary.r5)}
                </td>
                <td className={cell}>
                  {signed(summary.pressure.pressure, 0)}
                  {summary.pressure.zone && <span className="text-soft max-[999px]:block"> {summary.pressure.zone}</span>}
                </td>
                {summary.lanes.map((l) => (
                  <td key={l.lane} className={cell}>
                    <StateMark state={l.state} /> <span className="text-soft max-[999px]:block">{fixed(l.age)}</span>
                  </td>
                ))}
              </>
            ) : (
              <td className={`${cell} text-soft`} colSpan={8}>
                no session by this date
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
