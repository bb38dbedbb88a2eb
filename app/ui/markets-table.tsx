import { Link } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import type { timingSummary } from "@studies/timing/timing-summary";
import { LANES } from "@core/timing/lane-names";
import { fixed, signed, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import type { ResultOf } from "~/wire";
import { StateMark } from "~/ui/state-mark";
import { Explained } from "./term";
import { clsx } from "clsx";
import type { ReactNode } from "react";
import { PlainTable, type PlainColumn } from "./table/plain-table";

type Summary = ResultOf<typeof timingSummary>;

export interface MarketTiming {
  readonly market: string;
  readonly name: string;
  /** Undefined where the market has no session by the date. */
  readonly summary: Summary | undefined;
}

/** What has no room beside the rest stands in a second line of the row. */
const WIDE = "max-[999px]:hidden";
const NARROW = "min-[1000px]:hidden";

/** All markets side by side: regime, Pressure and lanes, each as of its own last session. */
export function MarketsTable({ markets, current }: { markets: readonly MarketTiming[]; current: string }) {
  const here = useHere();
  const gap = "pl-4 max-[999px]:pl-2.5";
  const column = (
    key: string,
    label: string,
    cell: (summary: Summary) => ReactNode,
    more: Partial<PlainColumn<MarketTiming>> = {},
  ): PlainColumn<MarketTiming> => ({
    key,
    label: <Explained text={label} around={`lane ${label}`} />,
    text: true,
    className: gap,
    cellClassName: "whitespace-nowrap",
    cell: ({ summary }) => summary && cell(summary),
    ...more,
  });
  return (
    <PlainTable
      caption="All markets side by side"
      rows={markets}
      rowKey={(m) => m.market}
      rowClassName="h-[29px]"
      isCurrent={(m) => m.market === current}
      columns={[
        {
          key: "market",
          label: "Markets",
          headClassName: "pl-1 font-semibold",
          cellClassName: (m) =>
            clsx("border-l-2 pl-2 font-semibold", m.market === current ? "border-l-indigo text-indigo" : "border-l-transparent"),
          cell: ({ market, name, summary }) => (
            <>
              <Link className="hover:text-indigo" to={hrefOf({ ...here, market }, "/timing")}>
                {name}
              </Link>
              {summary ? (
                <Session summary={summary} className={`block font-normal text-soft ${NARROW}`} />
              ) : (
                <span className={`block font-normal text-soft ${NARROW}`}>no session by this date</span>
              )}
            </>
          ),
        },
        column("session", "session", (s) => <Session summary={s} />, {
          className: `${gap} ${WIDE}`,
          cell: ({ summary }) =>
            summary ? <Session summary={summary} /> : <span className="text-soft">no session by this date</span>,
        }),
        column("regime", "regime", (s) => (
          <>
            <Explained
              text={[s.direction, s.volatility].filter((word) => word !== "").join(", ") || "–"}
              around="has been, with volatility"
            />
            <span className={`block text-soft ${NARROW}`}>
              {signedPercent(s.r1)}, {signedPercent(s.r5)} in a week
            </span>
          </>
        )),
        column("composite", "composite, 1 and 5 sessions", (s) => `${signedPercent(s.r1)}, ${signedPercent(s.r5)}`, {
          className: `${gap} ${WIDE}`,
        }),
        column("Pressure", "Pressure", (s) => (
          <>
            {signed(s.pressure.pressure, 0)}
            {s.pressure.zone && <span className="text-soft max-[999px]:block"> {s.pressure.zone}</span>}
          </>
        )),
        ...LANES.map((lane, k) =>
          column(lane, lane, ({ lanes }) => (
            <>
              <StateMark state={lanes[k]!.state} /> <span className="text-soft max-[999px]:block">{fixed(lanes[k]!.age)}</span>
            </>
          )),
        ),
      ]}
    />
  );
}

function Session({ summary, className }: { summary: Summary; className?: string }) {
  return (
    <span className={className}>
      {isoDate(summary.asOf)}
      {summary.provisional && <span className="ml-1 text-amber">provisional</span>}
    </span>
  );
}
