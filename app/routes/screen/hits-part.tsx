import { area, curveStepAfter } from "d3-shape";
import { scaleLinear } from "d3-scale";
import { useMemo, useRef } from "react";
import { yearOf } from "@core/columns/epoch-day";
import type { hitsOfScan } from "@studies/scans/scan-hits";
import { count, percent, signedPercent } from "@studies/words/words";
import { InlineMenu } from "~/ui/inline-menu";
import { SentenceText } from "~/ui/reading";
import { useWidth } from "~/ui/use-width";
import { YearBars } from "~/ui/year-bars";
import { pinProps } from "~/ui/pin/pin-props";
import type { ResultOf } from "~/wire";
import { HOLDS } from "./scan-params";

type Hits = ResultOf<typeof hitsOfScan>;

const HEIGHT = 92;
const LEFT = 0;
const RIGHT = 40;
const FOOT = 18;

interface Props {
  readonly hits: Hits;
  readonly reading: ReturnType<typeof hitsOfScan.reading>;
  /** Address of its figures. */
  readonly twin: string;
}

/** How many have passed on each past session, and what they made: a scan is never used without its record. */
export function HitsPart({ hits, reading, twin }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 820);
  const { record, likeNow, hold } = hits;
  return (
    <section
      aria-label="Hits through history"
      className="mt-5"
      {...pinProps({ twin, show: "reading", name: "what such scans have made" })}
    >
      <p className="max-w-[1084px] font-serif text-[17px] leading-6">
        {reading.map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
      <div className="mt-2 grid grid-cols-[minmax(0,1fr)_190px] gap-6">
        <div ref={box}>
          <h2 className="heading">How many of the universe passed, by session</h2>
          <PassedArea hits={hits} width={width} />
          <h2 className="heading mt-2">
            What they made over the next {count(hold, "session")} beyond the universe, mean by year
          </h2>
          <YearBars years={hits.years} width={width} />
        </div>
        <div className="space-y-2 text-soft">
          <p>
            Now <b className="font-semibold text-ink">{hits.now}</b>
            {Number.isNaN(hits.fewer) ? "" : `; it has been lower on ${percent(hits.fewer, 0)} of sessions`}.
          </p>
          {record.weeks > 0 && (
            <p>
              All years: mean <Signed value={record.mean} />, median <Signed value={record.median} />; ahead in{" "}
              {percent(record.ahead, 0)} of {count(record.weeks, "week")}.
            </p>
          )}
          {likeNow.weeks > 0 && (
            <p>
              In regimes like this one <Signed value={likeNow.mean} /> over {count(likeNow.weeks, "week")}
              {Number.isNaN(likeNow.interval[0])
                ? ""
                : ` (${signedPercent(likeNow.interval[0])} to ${signedPercent(likeNow.interval[1])})`}
              .
            </p>
          )}
          <p className="text-[12px]">
            Bought at the open after each week that was over, held{" "}
            <InlineMenu
              label="Held"
              param="hold"
              value={String(hold)}
              choices={[...new Set([...HOLDS, hold])]
                .sort((a, b) => a - b)
                .map((h) => ({ value: String(h), label: count(h, "session") }))}
            />
            ; members of each date; before cost.
          </p>
        </div>
      </div>
    </section>
  );
}

function Signed({ value }: { readonly value: number }) {
  return <b className={value > 0 ? "font-semibold text-teal" : "font-semibold text-rust"}>{signedPercent(value)}</b>;
}

/** The place of a session on the width, and the ticks of years. */
function useSessions(days: Int32Array, first: number, width: number) {
  return useMemo(() => {
    const x = scaleLinear([Math.max(0, first), Math.max(1, days.length - 1)], [LEFT, width - RIGHT]);
    const years: { readonly year: number; readonly at: number }[] = [];
    for (let s = Math.max(1, first); s < days.length; s++) {
      const year = yearOf(days[s]!);
      if (year !== yearOf(days[s - 1]!)) years.push({ year, at: s });
    }
    return { x, years };
  }, [days, first, width]);
}

function PassedArea({ hits: { days, passed, members }, width }: { readonly hits: Hits; readonly width: number }) {
  const first = members.findIndex((n) => n > 0);
  const { x, years } = useSessions(days, first, width);
  const most = Math.max(
    1,
    passed.reduce((a, n) => Math.max(a, n), 0),
  );
  const y = scaleLinear([0, most], [HEIGHT - FOOT, 6]);
  // The most on the sessions of each pixel.
  const points = useMemo(() => {
    const byPixel = new Map<number, number>();
    for (let s = Math.max(0, first); s < passed.length; s++) {
      const at = Math.round(x(s));
      byPixel.set(at, Math.max(byPixel.get(at) ?? 0, passed[s]!));
    }
    return [...byPixel];
  }, [passed, first, x]);
  const path = area<readonly [number, number]>()
    .x(([at]) => at)
    .y0(y(0))
    .y1(([, n]) => y(n))
    .curve(curveStepAfter)(points);
  const every = Math.ceil(years.length / Math.max(1, Math.floor((width - RIGHT) / 54)));
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`Up to ${most} passed; the figures are in the CSV file.`}
      className="block"
    >
      {y.ticks(2).map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={width - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
          <text x={width - RIGHT + 6} y={y(tick) + 4} fontSize={11} fill="var(--soft)">
            {tick}
          </text>
        </g>
      ))}
      <path d={path ?? ""} fill="var(--soft)" fillOpacity={0.3} stroke="var(--soft)" strokeWidth={0.8} />
      <circle cx={width - RIGHT} cy={y(passed.at(-1) ?? 0)} r={3.5} fill="var(--indigo)" />
      {years
        .filter((_, k) => k % every === 0)
        .map(({ year, at }) => (
          <text key={year} x={x(at)} y={HEIGHT - 3} fontSize={11} fill="var(--soft)">
            {year}
          </text>
        ))}
    </svg>
  );
}
