import { useRef, type KeyboardEvent } from "react";
import { Link, useNavigate } from "react-router";
import { COMPRESSED_KINDS, type SetupKind } from "@core/setups/setup-kinds";
import type { Span } from "@studies/setups/setup-records";
import { aboutKind, figureWords, ofKind } from "@studies/setups/setup-words";
import type { SetupRow } from "@studies/setups/setup-columns";
import type { setups } from "@studies/setups/setups";
import type { KindOfSetups } from "@studies/setups/setups-reading";
import { capital, list } from "@studies/words/words";
import { hereNow, hrefOf, useHere, useHrefWith, withHere } from "~/here";
import { flickHref } from "~/ui/flick";
import { usePlans } from "~/ui/use-plans";
import { walkRows } from "~/ui/table/walk-rows";
import { useKeys } from "~/ui/use-keys";
import { useRemembered } from "~/ui/remembered";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";
import { BracketPicture } from "./bracket-picture";
import { RecordCell, type Records } from "./record-cell";

interface Props {
  readonly answer: ResultOf<typeof setups>;
  readonly records: Promise<Records | undefined>;
}

/** Of each kind so many while all kinds are shown. */
const A_KIND = 6;
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
        <Nothing answer={answer} />
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
              <tr className="bg-track/40">
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
      {shown.length === 0 && <Nothing answer={answer} />}
      {plans.answer?.error && (
        <p role="alert" className="text-rust">
          {plans.answer.error} {plans.answer.details?.join(" ")}
        </p>
      )}
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
const shownOf = (k: KindOfSetups, isOne: boolean) => (isOne ? k.rows : k.rows.slice(0, A_KIND));

/** The chart of an instrument with its bracket laid on it, or the groups where a group was traded much. */
function hrefFor(row: SetupRow, here: ReturnType<typeof useHere>): string {
  const bracket = COMPRESSED_KINDS.has(row.kind as SetupKind) ? "session" : "farther";
  return hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`, row.isGroup ? {} : { bracket });
}

function KindHead({ kind: { kind, found, rows, cluster }, isOne }: { readonly kind: KindOfSetups; readonly isOne: boolean }) {
  const hrefWith = useHrefWith();
  return (
    <span className="flex items-baseline gap-2" title={aboutKind(kind)}>
      <Link
        to={hrefWith({ kind: isOne ? undefined : kind })}
        preventScrollReset
        className="font-semibold whitespace-nowrap hover:text-indigo"
        aria-label={isOne ? `${kind}: show every kind` : `${kind}: show only these`}
      >
        {capital(kind)}
      </Link>
      <span className="whitespace-nowrap text-soft">{rows.length === found ? found : `${rows.length} of ${found}`}</span>
      <span className="min-w-0 truncate text-[12px] text-soft">
        {cluster ? `${cluster.inGroup} in ${cluster.name}. ` : ""}
        {aboutKind(kind)}
      </span>
    </span>
  );
}

interface CellsProps {
  readonly row: SetupRow;
  /** Whose reward to risk is asked for, and from what on. */
  readonly side: ResultOf<typeof setups>["side"];
  readonly least: number;
  /** Of the bracket. */
  readonly width: number;
}

function SetupCells({ row, side, least, width }: CellsProps) {
  const here = useHere();
  const cell = "border-b border-rule/70 px-1.5 whitespace-nowrap";
  const place = row.isGroup ? row.phase : [row.sector, row.phase].filter((text) => text !== "").join(", ");
  return (
    <>
      <th scope="row" className="border-b border-rule/70 px-1 text-left font-normal whitespace-nowrap">
        <Link to={hrefFor(row, here)} tabIndex={-1} className="block min-h-6 content-center truncate hover:text-indigo">
          {row.isGroup ? (
            row.name
          ) : (
            <>
              <b className="font-semibold">{row.ticker}</b> {row.name}
            </>
          )}
          {row.isInFocus && <span className="sr-only"> in focus</span>}
        </Link>
      </th>
      <td className={`${cell} text-soft`}>
        <span className="block truncate" title={row.industry}>
          {place}
        </span>
      </td>
      <td className={`${cell} truncate`}>{figureWords(row.kind, row.figure)}</td>
      <td className={cell} colSpan={3}>
        {row.long && row.short ? (
          <BracketPicture {...row} long={row.long} short={row.short} side={side} least={least} width={width} />
        ) : (
          <span className="text-soft">
            {row.isGroup ? "a group has no bracket" : "no bracket: it needs highs and lows of 15 sessions"}
          </span>
        )}
      </td>
    </>
  );
}

function MoreRow({ kind: { kind, rows }, isOne }: { readonly kind: KindOfSetups; readonly isOne: boolean }) {
  const hrefWith = useHrefWith();
  if (isOne || rows.length <= A_KIND) return null;
  return (
    <tr>
      <td colSpan={6} className="border-b border-rule/70 px-1">
        <Link to={hrefWith({ kind })} preventScrollReset className="inline-block min-h-6 content-center text-[12px] text-indigo">
          {rows.length - A_KIND} more
        </Link>
      </td>
    </tr>
  );
}

function Nothing({ answer }: { readonly answer: ResultOf<typeof setups> }) {
  const hrefWith = useHrefWith();
  const found = answer.kinds.reduce((n, k) => n + (answer.kind === "" || k.kind === answer.kind ? k.found : 0), 0);
  return (
    <p className="mt-2 max-w-xl text-soft">
      {found > 0 ? (
        <>
          {found} {found === 1 ? "was" : "were"} found, none of them with that much reward for its risk.{" "}
          <Link to={hrefWith({ reward: "0" })} className="text-indigo">
            Show all of them
          </Link>
          .
        </>
      ) : (
        "Nothing is set up here at this close. Another universe, kind or date can be chosen in the sentence above."
      )}
    </p>
  );
}
