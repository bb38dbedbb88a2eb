import { scaleLinear } from "d3-scale";
import { Suspense } from "react";
import { Await } from "react-router";
import type { KindRecord } from "@core/setups/kind-record";
import type { RecordRow, setupRecords, Span } from "@studies/setups/setup-records";
import type { AnyKind } from "@studies/setups/setup-words";
import { count, percent, signedPercent } from "@studies/words/words";

/** What the records study says, when it has been worked out. */
export interface Records {
  readonly reading: ReturnType<typeof setupRecords.reading>;
  readonly rows: readonly RecordRow[];
}

interface Props {
  readonly records: Promise<Records | undefined>;
  readonly kind: AnyKind;
  readonly span: Span;
  /** Of the cell; where there is little room the cases are said on hover alone. */
  readonly width: number;
}

/** The record of a kind over a span: its edge with the interval drawn, on a scale that all of them share. */
export function RecordCell({ records, kind, span, width }: Props) {
  return (
    <Suspense fallback={<span className="text-soft">…</span>}>
      <Await resolve={records} errorElement={<span className="text-soft">–</span>}>
        {(told) => {
          const record = told?.rows.find((row) => row.kind === kind)?.spans[span];
          return record && record.n > 0 ? (
            <Whisker record={record} isCountShown={width >= 176} />
          ) : (
            <span className="text-soft">no case</span>
          );
        }}
      </Await>
    </Suspense>
  );
}

const WIDTH = 60;
const HEIGHT = 14;
/** What lies beyond is cut. */
const REACH = 0.006;

function Whisker({ record, isCountShown }: { readonly record: KindRecord; readonly isCountShown: boolean }) {
  const { edge, interval, n } = record;
  const x = scaleLinear([-REACH, REACH], [3, WIDTH - 3]).clamp(true);
  const isKnown = !Number.isNaN(interval[0]);
  const isApart = isKnown && (interval[0] > 0 || interval[1] < 0);
  const colour = !isApart ? "var(--soft)" : edge > 0 ? "var(--teal)" : "var(--rust)";
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap" title={wordsOf(record)}>
      <svg width={WIDTH} height={HEIGHT} aria-hidden className="shrink-0">
        <line x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} stroke="var(--rule)" strokeWidth={1} />
        {isKnown && (
          <line
            x1={x(interval[0])}
            x2={x(interval[1])}
            y1={HEIGHT / 2}
            y2={HEIGHT / 2}
            stroke={colour}
            strokeWidth={isApart ? 1.8 : 1}
          />
        )}
        <circle cx={x(edge)} cy={HEIGHT / 2} r={2.8} fill={isKnown ? colour : "var(--paper)"} stroke={colour} />
      </svg>
      <span className={isApart ? (edge > 0 ? "font-semibold text-teal" : "font-semibold text-rust") : "text-soft"}>
        {signedPercent(edge, 2)}
      </span>
      {isCountShown && <span className="text-[11px] text-soft">n {n.toLocaleString("en-GB")}</span>}
    </span>
  );
}

function wordsOf({ n, edge, mean, interval, worst, winRate, baseWinRate }: KindRecord): string {
  const ends = Number.isNaN(interval[0])
    ? "too few for an interval"
    : `95% interval ${signedPercent(interval[0], 2)} to ${signedPercent(interval[1], 2)}`;
  return `${count(n, "case")}: ${signedPercent(edge, 2)} beyond all members at the same moments (${ends}); ${signedPercent(
    mean,
    2,
  )} in itself, worst ${signedPercent(worst)}; ${percent(winRate, 0)} rose against ${percent(baseWinRate, 0)} of all`;
}
