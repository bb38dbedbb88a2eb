import { useRef, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import type { Span } from "@studies/setups/setup-records";
import { ofKind } from "@studies/setups/setup-words";
import type { SetupRow } from "@studies/setups/setup-columns";
import type { setups } from "@studies/setups/setups";
import { list } from "@studies/words/words";
import { hereNow, useHere, withHere } from "~/here";
import { DeedOutcome } from "~/ui/deed-outcome";
import { flickHref } from "~/ui/flick";
import { usePlans } from "~/ui/use-plans";
import { walkRows } from "~/ui/table/walk-rows";
import { useKeys } from "~/ui/use-keys";
import { useRemembered } from "~/ui/remembered";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";
import { KindHead, MoreRow, shownOf } from "./kind-head";
import { NothingSetUp } from "./nothing-set-up";
import { RecordCell, type Records } from "./record-cell";
import { hrefFor, SetupCells } from "./setup-cells";

interface Props {
  readonly answer: ResultOf<typeof setups>;
  readonly records: Promise<Records | undefined> | undefined;
}

const SPAN_HEADS: readonly (readonly [Span, string])[] = [
  ["last year", "past year"],
  ["this regime", "regimes like this"],
  ["all", "all years"],
];

/** Every setup by its kind: what makes it one, and its bracket. Arrows move, Enter opens the chart with the bracket. */
export function SetupsTable({ answer, records }: Props) {
  const navigate = useNavigate();
  const here = useHere();
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1000);
  const [activeKey, setActiveKey] = useRemembered<string | undefined>("setup in hand", undefined);
  const isOne = answer.kind !== "";
  const kinds = answer.kinds.filter((k) => (isOne ? k.kind === answer.kind : k.rows.length > 0));
  const rest = isOne ? [] : answer.kinds.filter((k) => k.rows.length === 0);
  const shown = kinds.flatMap((k) => shownOf(k, isOne));
  const first = shown.some((row) => keyOf(row) === activeKey) ? activeKey : shown[0] && keyOf(shown[0]);
  const flick = (at?: SetupRow) =>
    flickHref(
      hereNow(),
      shown.map((row) => hrefFor(row, here)),
      "Setups for the next session",
      at && hrefFor(at, here),
    );
  const goThrough = () => {
    const to = flick(shown.find((row) => keyOf(row) === first));
    if (to !== undefined) void navigate(to);
    return to !== undefined;
  };
  const plans = usePlans();
  const planIt = () => {
    const row = shown.find((one) => keyOf(one) === first);
    if (!row || row.isGroup) return false;
    void plans.begin({ ticker: row.ticker, kind: row.kind, origin: `${row.kind}, a setup` });
    return true;
  };
  useKeys({ ".": goThrough, b: planIt });
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>, row: SetupRow) => {
    if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tr[data-row]") ?? [])) return;
    if (event.key !== "Enter" || event.target !== event.currentTarget) return;
    void navigate(withHere(hrefFor(row, here), hereNow()));
    event.preventDefault();
  };
  if (kinds.length === 0)
    return (
      <div data-main tabIndex={-1}>
        <NothingSetUp answer={answer} />
      </div>
    );
  const widths = widthsIn(width);
  return (
    <>
      <div
        ref={box}
        data-main
        className="relative max-h-[max(320px,calc(100dvh-330px))] overflow-x-hidden overflow-y-auto border-y border-rule"
      >
        <table className="w-full table-fixed border-separate border-spacing-0">
          <caption className="sr-only">Setups for the next session, by kind</caption>
          <colgroup>
            {widths.columns.map((own, k) => (
              <col key={k} style={{ width: own }} />
            ))}
          </colgroup>
          <thead>
            <tr className="text-soft">
              <th scope="col" className={`${HEAD} pl-1 text-left`} colSpan={3}>
                kind, and those that are set up
              </th>
              {SPAN_HEADS.map(([span, head], k) => (
                <th
                  key={span}
                  scope="col"
                  className={`${HEAD} text-left`}
                  title={`What followed over five sessions beyond all members bought at the same moments: ${head}`}
                >
                  {k === 0 ? <span className="text-ink">its record: </span> : null}
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          {kinds.map((k) => (
            <tbody key={k.kind}>
              <tr>
                <th scope="rowgroup" colSpan={3} className="border-b border-rule px-1 py-1 text-left font-normal">
                  <KindHead kind={k} isOne={isOne} />
                </th>
                {SPAN_HEADS.map(([span]) => (
                  <td key={span} className="border-b border-rule px-1">
                    <RecordCell records={records} kind={k.kind} span={span} width={widths.columns[3]!} />
                  </td>
                ))}
              </tr>
              {shownOf(k, isOne).map((row) => (
                <tr
                  key={keyOf(row)}
                  data-row={keyOf(row)}
                  tabIndex={keyOf(row) === first ? 0 : -1}
                  className="h-[27px] outline-offset-[-2px] hover:bg-track/60 focus:bg-track/60"
                  onFocus={() => {
                    if (keyOf(row) !== activeKey) setActiveKey(keyOf(row));
                  }}
                  onKeyDown={(event) => {
                    onKeyDown(event, row);
                  }}
                >
                  <SetupCells row={row} side={answer.side} least={answer.reward} width={widths.bracket} />
                </tr>
              ))}
              <MoreRow kind={k} isOne={isOne} />
            </tbody>
          ))}
        </table>
      </div>
      {shown.length === 0 && <NothingSetUp answer={answer} />}
      <DeedOutcome answer={plans.answer} />
      {shown.length > 0 && (
        <p className="float-right flex gap-4 text-[12px] text-soft">
          <button type="button" className="min-h-6 hover:text-indigo" disabled={plans.busy} onClick={planIt}>
            a plan for the row in hand (<kbd>b</kbd>)
          </button>
          {shown.length > 1 && (
            <button type="button" className="min-h-6 hover:text-indigo" onClick={goThrough}>
              charts one by one (<kbd>.</kbd>)
            </button>
          )}
        </p>
      )}
      {rest.length > 0 && (
        <p className="mt-1.5 text-[12px] text-soft">
          Found, but without that much reward: {list(rest.map((k) => ofKind(k.found, k.kind)))}.
        </p>
      )}
    </>
  );
}

const HEAD = "sticky top-0 z-10 border-b border-ink/60 bg-paper pb-1 align-bottom font-normal whitespace-nowrap";

/** Widths of the columns, and what is left for a bracket between its two figures. */
function widthsIn(width: number): { readonly columns: readonly number[]; readonly bracket: number } {
  const named = [165, Math.round(Math.max(90, Math.min(260, width * 0.215))), 150];
  const third = Math.floor((width - 8 - named.reduce((a, b) => a + b, 0)) / 3);
  return { columns: [...named, third, third, third], bracket: Math.max(90, 3 * third - 100) };
}

const keyOf = (row: SetupRow) => `${row.kind}/${row.ticker}`;
