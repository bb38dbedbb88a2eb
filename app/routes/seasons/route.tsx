import { useEffect, useRef } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { MONTH_NAMES } from "@core/seasons/month-names";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { consistency, type ConsistencyRow } from "@studies/seasons/consistency";
import { monthTable } from "@studies/seasons/month-table";
import { anyOf } from "@studies/sets/group-key";
import { PEER_SETS } from "@studies/sets/peer-names";
import { list } from "@studies/words/words";
import { askFor, findFor } from "~/ask.server";
import { hrefNowWith, hrefOf, isUnderWay, useHere, useHrefWith } from "~/here";
import { useWayBack } from "~/opener";
import { ControlSentence, InlineMenu } from "~/ui/inline-menu";
import { Lacking } from "~/ui/lacking";
import { PEER_CHOICES } from "~/ui/peer-choices";
import { Reading } from "~/ui/reading";
import { useKeys } from "~/ui/use-keys";
import { fromWire, toWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { ConsistencyTable } from "./consistency-table";
import { MonthTablePart } from "./month-table-part";
import { ViewMenu } from "./view-menu";
import { InProgressHatch } from "./year-strip";

/** The set in one month of the year, and every month of the member in hand: `of`, else the first. */
export async function loader({ request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams;
  const answer = await askFor(request, consistency);
  const { rows } = answer.result;
  const first = rows.find((row) => keyOf(row) === search.get("of")) ?? rows[0];
  const table =
    first && (await findFor(request, monthTable, { ...paramsFromSearch(monthTable.params, search), of: keyOf(first) }));
  return { reading: answer.reading, answer: toWire(answer.result), table: table && toWire(table.result) };
}

/** What the month table of a member is asked by: its own ticker, where it has one. */
const keyOf = (row: Pick<ConsistencyRow, "key" | "ticker">) => (row.ticker === "" ? row.key : row.ticker);

export const meta: Route.MetaFunction = () => [{ title: "Seasons · Yubrin" }];

const YEARS = ["3", "4", "5", "10", "all"].map((value) => ({
  value,
  label: value === "all" ? "all years" : `the last ${value} years`,
}));

/** A moment after the keyboard has come to rest on a row its months are asked for. */
const REST_MS = 150;

export default function Seasons({ loaderData }: Route.ComponentProps) {
  const here = useHere();
  const navigate = useNavigate();
  const hrefWith = useHrefWith();
  const [search] = useSearchParams();
  const wayBack = useWayBack();
  const answer = fromWire<ResultOf<typeof consistency>>(loaderData.answer);
  const table = loaderData.table && fromWire<ResultOf<typeof monthTable>>(loaderData.table);
  const { set, month, side, rows, without, inName } = answer;
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const follow = (row: ConsistencyRow) => {
    clearTimeout(resting.current);
    if (table && table.of === keyOf(row)) return;
    resting.current = setTimeout(() => {
      // Whoever has opened a row by now is on the way to somewhere else.
      if (isUnderWay()) return;
      void navigate(hrefNowWith({ of: keyOf(row) }), { replace: true, preventScrollReset: true });
    }, REST_MS);
  };
  useKeys({ Backspace: () => wayBack(undefined) });
  const kept = Object.fromEntries(
    ["month", "years", "side", "without", "period"].map((name) => [name, name === "month" ? String(month) : search.getAll(name)]),
  );
  useEffect(() => {
    // None of a screen that was left.
    return () => {
      clearTimeout(resting.current);
    };
  }, []);
  const openHref = (row: ConsistencyRow) => {
    if (row.down) return hrefOf(here, "/seasons", { ...kept, set: row.down.set, in: row.down.in });
    return row.ticker === ""
      ? hrefOf(here, "/groups", { in: row.key })
      : hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`);
  };
  const asked = Object.fromEntries(
    [...new Set(search.keys())].filter((name) => name !== "of").map((name) => [name, search.getAll(name)]),
  );
  return (
    <>
      <InProgressHatch />
      <Reading sentences={loaderData.reading} />
      <ControlSentence twin={hrefOf({ ...here, focus: [] }, "/data/consistency", asked)}>
        <ViewMenu value="/seasons" /> of the{" "}
        <InlineMenu
          label="Set"
          param="set"
          value={set}
          choices={PEER_CHOICES}
          also={{ in: undefined, of: undefined, sort: undefined, bench: undefined }}
        />
        {inName !== "" && (
          <>
            {" "}
            in <b className="font-semibold text-ink">{inName}</b> (
            <Link className="link" to={hrefWith({ in: undefined, of: undefined })}>
              all
            </Link>
            )
          </>
        )}{" "}
        in{" "}
        <InlineMenu
          label="Month"
          param="month"
          value={String(month)}
          choices={MONTH_NAMES.map((label, k) => ({ value: String(k + 1), label }))}
        />{" "}
        over <InlineMenu label="Years" param="years" value={search.get("years") ?? "10"} choices={YEARS} />, counting those that{" "}
        <InlineMenu
          label="Side"
          param="side"
          value={side}
          choices={[
            { value: "rose", label: "rose" },
            { value: "fell", label: "fell" },
          ]}
        />
        , against{" "}
        <InlineMenu
          label="Benchmark"
          param="bench"
          value={search.get("bench") ?? "index"}
          choices={[
            { value: "index", label: search.get("bench") === null ? answer.benchmarkName : "the index of the set" },
            { value: "flat", label: "a flat line" },
          ]}
        />
        {without.length > 0 && (
          <>
            , without <b className="font-semibold text-ink">{list(without.map(String))}</b> (
            <Link className="link" to={hrefWith({ without: undefined })} replace preventScrollReset>
              count again
            </Link>
            )
          </>
        )}
        {here.focus.length > 0 && inName === "" && (
          <>
            ;{" "}
            <Link className="link" to={hrefWith({ set: "stock", in: anyOf(here.focus), of: undefined })}>
              stocks in focus
            </Link>
          </>
        )}
      </ControlSentence>
      {(set === "sector" || set === "industry") && (
        <Lacking of={["sectors"]} without="the stocks can be compared instead; choose them as the set" />
      )}
      {rows.length > 0 ? (
        <ConsistencyTable answer={answer} href={openHref} onActive={follow} />
      ) : (
        <p data-main className="mt-4 max-w-xl text-soft">
          A month of the {PEER_SETS[set].many} counts once it is over, with a close in the month before it. Choose another set, or
          a later date.
        </p>
      )}
      {table && <MonthTablePart table={table} month={month} />}
    </>
  );
}
