import type { KindRecord } from "@core/setups/kind-record";
import type { RecordRow, setupRecords, Span } from "@studies/setups/setup-records";
import type { AnyKind } from "@studies/setups/setup-words";
import { count, percent, signedPercent } from "@studies/words/words";
import { IntervalMark, sideOfZero } from "~/ui/interval-mark";
import { Later } from "~/ui/later";

/** What the records study says, when it has been worked out. */
export interface Records {
  readonly reading: ReturnType<typeof setupRecords.reading>;
  readonly rows: readonly RecordRow[];
}

interface Props {
  readonly records: Promise<Records | undefined> | undefined;
  readonly kind: AnyKind;
  readonly span: Span;
  /** Of the cell; where there is little room the interval and the cases are said on hover alone. */
  readonly width: number;
}

/** The record of a kind over a span: its edge with the interval drawn, on a scale that all of them share. */
export function RecordCell({ records, kind, span, width }: Props) {
  return (
    <Later said={records} waiting={<span className="text-soft">…</span>} failed={<span className="text-soft">–</span>}>
      {(told) => {
        const record = told?.rows.find((row) => row.kind === kind)?.spans[span];
        return record && record.n > 0 ? <Whisker record={record} width={width} /> : <span className="text-soft">no case</span>;
      }}
    </Later>
  );
}

/** What lies beyond is cut. */
const REACH = 0.006;
/** Widths from which the interval is drawn, and the cases are said. */
const WITH_MARK = 122;
const WITH_COUNT = 176;

function Whisker({ record, width }: { readonly record: KindRecord; readonly width: number }) {
  const { edge, interval, n } = record;
  const side = sideOfZero(interval);
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap" title={wordsOf(record)}>
      {width >= WITH_MARK && <IntervalMark value={edge} interval={interval} reach={REACH} />}
      <span className={side > 0 ? "font-semibold text-teal" : side < 0 ? "font-semibold text-rust" : "text-soft"}>
        {signedPercent(edge, 2)}
      </span>
      {width >= WITH_COUNT && <span className="text-[11px] text-soft">n {n.toLocaleString("en-GB")}</span>}
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
