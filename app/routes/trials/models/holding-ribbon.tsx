import { useRef } from "react";
import { Link } from "react-router";
import { isoDate, yearOf } from "@core/columns/epoch-day";
import type { model } from "@studies/trials/rebalanced-model";
import { count } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof model>;

const ROW = 17;
const NAME = 190;
const TIMES = 44;
const HEAD = 18;
/** Members shown, those held most. */
const MOST = 40;

/** Who was held when: a row a member, filled after each rebalancing at which it was chosen. */
export function HoldingRibbon({ answer: { ribbon, rebalancings, period } }: { readonly answer: Answer }) {
  const here = useHere();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1000);
  const shown = ribbon.slice(0, MOST);
  const n = rebalancings.length;
  const step = Math.max(0, width - NAME - TIMES) / Math.max(1, n);
  const years = Array.from(rebalancings.keys()).filter(
    (k) => k === 0 || yearOf(rebalancings[k]!) !== yearOf(rebalancings[k - 1]!),
  );
  const every = Math.ceil((36 * years.length) / Math.max(1, width - NAME - TIMES));
  return (
    <section aria-label="Holdings through time">
      <h2 className="heading mb-1">
        Who was held after each of {count(n, `${period}ly rebalancing`)}
        {ribbon.length > shown.length ? `, those held now and the most held of ${ribbon.length}` : ""}
      </h2>
      <div ref={box} className="overflow-hidden">
        <div className="flex text-[11px] text-soft" style={{ height: HEAD }} aria-hidden>
          <span style={{ width: NAME }} />
          <svg width={Math.max(1, width - NAME - TIMES)} height={HEAD}>
            {years
              .filter((_, j) => j % every === 0)
              .map((k) => (
                <text key={k} x={Math.min(step * k, width - NAME - TIMES - 26)} y={12} fontSize={11} fill="var(--soft)">
                  {yearOf(rebalancings[k]!)}
                </text>
              ))}
          </svg>
          <span style={{ width: TIMES }} className="text-right">
            times
          </span>
        </div>
        <ul>
          {shown.map(({ ticker, name, held, times }) => (
            <li key={ticker} className="flex items-center border-b border-rule/60" style={{ height: ROW + 7 }}>
              <Link
                to={hrefOf(here, `/chart/${encodeURIComponent(ticker)}`)}
                className="min-h-6 shrink-0 content-center truncate pr-2 hover:text-indigo"
                style={{ width: NAME }}
              >
                {name}
              </Link>
              <svg
                width={Math.max(1, width - NAME - TIMES)}
                height={ROW}
                role="img"
                aria-label={`${name}: ${runsOf(held)
                  .map(
                    ([from, to]) => `${isoDate(rebalancings[from]!)} to ${to + 1 < n ? isoDate(rebalancings[to + 1]!) : "now"}`,
                  )
                  .join(", ")}`}
              >
                {runsOf(held).map(([from, to]) => (
                  <rect
                    key={from}
                    x={step * from}
                    width={Math.max(1, step * (to - from + 1) - 0.5)}
                    y={3}
                    height={ROW - 6}
                    fill={to === n - 1 ? "var(--indigo)" : "var(--soft)"}
                    fillOpacity={to === n - 1 ? 0.85 : 0.55}
                  >
                    <title>{`${name}: from ${isoDate(rebalancings[from]!)}${to + 1 < n ? ` to ${isoDate(rebalancings[to + 1]!)}` : ""}`}</title>
                  </rect>
                ))}
              </svg>
              <span style={{ width: TIMES }} className="shrink-0 text-right text-[12px] text-soft">
                {times}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

/** Runs of rebalancings after which it was held, inclusive. */
function runsOf(held: ArrayLike<number>): [number, number][] {
  const runs: [number, number][] = [];
  for (let k = 0; k < held.length; k++) {
    if (held[k] !== 1) continue;
    const last = runs.at(-1);
    if (last && last[1] === k - 1) last[1] = k;
    else runs.push([k, k]);
  }
  return runs;
}
