import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import { pickedKey } from "@studies/sets/group-key";
import type { PeriodRow } from "@studies/period-map/period-map";
import { count } from "@studies/words/words";
import { hrefOf, useHere, hrefNowWith, useHrefWith, type Here } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { DeedOutcome } from "~/ui/deed-outcome";
import { DeleteButton } from "~/ui/delete-button";
import { RemovedItem } from "~/ui/removed-item";
import { newList, useLists } from "~/ui/use-lists";

interface Props {
  readonly rows: readonly PeriodRow[];
  /** First and last day of the period. */
  readonly from: number;
  readonly to: number;
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (keys: readonly string[]) => void;
  readonly market: string;
  readonly asOf: number;
  readonly lists: readonly { readonly name: string; readonly tickers: readonly string[] }[];
}

const ENDS = 20;

/** What is chosen on the map, and where it can go: into the focus, into a list, into a file. */
export function Selection({ rows, from, to, chosen, onChoose, market, asOf, lists }: Props) {
  const here = useHere();
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const deeds = useLists();
  const [name, setName] = useState("");
  const tickers = rows.filter((r) => chosen.has(r.key) && r.ticker !== "").map((r) => r.ticker);
  const held = rows.filter((r) => r.held50);
  const quick: readonly (readonly [string, readonly PeriodRow[]])[] = [
    [`above their 50 throughout (${held.length})`, held],
    [`above their 200 throughout (${rows.filter((r) => r.held200).length})`, rows.filter((r) => r.held200)],
    [`best ${ENDS}`, rows.slice(0, ENDS)],
    [`worst ${ENDS}`, rows.slice(-ENDS)],
  ];
  const stocks = rows.some((r) => r.ticker !== "");
  if (!stocks) return null;
  const removed = deeds.answer?.removed;
  return (
    <section aria-label="Selection" className="mt-4 border-y border-rule py-2">
      <p className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <b className="font-semibold">{count(tickers.length, "stock")} chosen.</b>
        <span className="text-soft">Choose</span>
        {quick
          .filter(([, list]) => list.length > 0)
          .map(([label, list]) => (
            <button
              key={label}
              type="button"
              className="control py-0.5 text-[12px]"
              onClick={() => {
                onChoose(list.map((r) => r.key));
              }}
            >
              {label}
            </button>
          ))}
        {tickers.length > 0 && (
          <>
            <button
              type="button"
              className="control py-0.5 text-[12px]"
              onClick={() => {
                onChoose([]);
              }}
            >
              none
            </button>
            <span className="mx-1 h-4 border-l border-rule" />
            <button
              type="button"
              className="control py-0.5 text-[12px]"
              onClick={() =>
                void navigate(hrefNowWith({ focus: [...here.focus, pickedKey(tickers, name)] }), { preventScrollReset: true })
              }
            >
              Put into the focus
            </button>
            <form
              className="flex items-center gap-1"
              onSubmit={(event) => {
                event.preventDefault();
                void deeds.save(newList(name, market, tickers, asOf));
              }}
            >
              <input
                aria-label="Name of the list"
                placeholder="name of a list"
                value={name}
                maxLength={60}
                onChange={(event) => {
                  setName(event.target.value);
                }}
                className="control w-36 py-0.5 text-[12px]"
              />
              <button type="submit" disabled={name.trim() === "" || deeds.busy} className="control py-0.5 text-[12px]">
                Save as a list
              </button>
            </form>
            <a className="figure-link" href={csvOf(here, tickers, from, to)} download>
              CSV of these
            </a>
          </>
        )}
      </p>
      <DeedOutcome answer={deeds.answer} isSaved={deeds.isSaved && !removed} />
      {removed && <RemovedItem className="mt-1" name={removed.name} onPutBack={() => deeds.save(removed.list)} />}
      {lists.length > 0 && (
        <ul aria-label="Lists" className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
          {lists.map((list) => {
            const key = pickedKey(list.tickers, list.name);
            return (
              <li key={list.name} className="flex items-center gap-2">
                <Link className="figure-link" to={hrefOf(here, "/groups", { in: key })}>
                  {list.name}
                </Link>
                <span className="text-soft">{list.tickers.length}</span>
                <Link
                  className="text-[12px] link"
                  title={explanationsOf("the focus")}
                  to={hrefWith({ focus: here.focus.includes(key) ? here.focus.filter((k) => k !== key) : [...here.focus, key] })}
                  preventScrollReset
                >
                  {here.focus.includes(key) ? "out of the focus" : "into the focus"}
                </Link>
                <a className="text-[12px] link" href={csvOf(here, list.tickers, from, to)} download>
                  CSV
                </a>
                <DeleteButton name={`the list ${list.name}`} onDelete={() => deeds.remove(list.name)} />
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

/** What these made over the period, what they held above, and the rise of their volume. */
function csvOf(here: Here, tickers: readonly string[], from: number, to: number): string {
  const period = { from: isoDate(from), to: isoDate(to) };
  return hrefOf({ ...here, focus: [] }, "/data/period-map", { in: pickedKey(tickers), ...period, as: "csv" });
}
