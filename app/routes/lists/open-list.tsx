import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { ruleSentence } from "@core/conditions/sentence";
import type { ListRow } from "@studies/lists/list-columns";
import { membersOn, type SavedList } from "@studies/lists/list-schema";
import type { scan } from "@studies/scans/scan";
import { pickedKey } from "@studies/sets/group-key";
import { hrefNowWith, hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { DeleteButton } from "~/ui/delete-button";
import type { useLists } from "~/ui/use-lists";
import type { ResultOf } from "~/wire";
import { CombineLists } from "./combine-lists";
import { tickersFrom, withAdded, withMemberNote, withMoved, withoutMember } from "./list-changes";
import { ListWords } from "./list-words";
import { MembersTable, type MemberRow } from "./members-table";

interface Props {
  readonly list: SavedList;
  readonly row: ListRow;
  readonly rows: readonly ListRow[];
  /** Figures of its members; undefined where none is known here. */
  readonly figures: ResultOf<typeof scan> | undefined;
  readonly asOf: number;
  readonly isLatest: boolean;
  readonly deeds: ReturnType<typeof useLists>;
}

/** One list: its members with their figures, what can be done to it, and what it is for. */
export function OpenList({ list: saved, row, rows, figures, asOf, isLatest, deeds: lists }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  // What was just changed stands there before it has come back: the next change goes on from it, and takes nothing back.
  const [edited, setEdited] = useState<SavedList>();
  if (edited && JSON.stringify(edited) === JSON.stringify(saved)) setEdited(undefined);
  const list = edited ?? saved;
  const [undo, setUndo] = useState<{ readonly list: SavedList; readonly words: string }>();
  const [typed, setTyped] = useState("");
  // One after another, each on top of what the one before it has left.
  const { busy, save } = lists;
  const sent = useRef<SavedList>(undefined);
  useEffect(() => {
    // What was refused stands there with what is wrong with it until it is changed.
    if (!edited || busy || edited === sent.current) return;
    sent.current = edited;
    void save(edited, saved.name);
  }, [edited, busy, save, saved.name]);
  const isStatic = list.scan === undefined;
  const members = useMemo(() => rowsOf(list, row, figures, asOf), [list, row, figures, asOf]);
  const change = (next: SavedList, words: string) => {
    if (next === list) return;
    setUndo({ list, words });
    setEdited(next);
  };
  const key = row.tickers.length === 0 ? "" : pickedKey(row.tickers, row.name);
  return (
    <section aria-label={`The list ${list.name}`} className="mt-6">
      <div className="flex flex-wrap items-baseline gap-4 border-b border-ink/60 pb-1">
        <h2 className="heading">{list.name}</h2>
        <span className="flex-1" />
        {key !== "" && (
          <>
            <Link className="text-[12px] link" to={hrefOf(here, "/screen", { for: key })}>
              screen it
            </Link>
            <Link className="text-[12px] link" to={hrefOf(here, "/groups", { in: key })}>
              by strength
            </Link>
            <button
              type="button"
              title={explanationsOf("the focus")}
              className="text-[12px] link"
              onClick={() =>
                void navigate(
                  hrefNowWith({ focus: here.focus.includes(key) ? here.focus.filter((k) => k !== key) : [...here.focus, key] }),
                )
              }
            >
              {here.focus.includes(key) ? "out of the focus" : "into the focus"}
            </button>
          </>
        )}
        <a
          className="text-[12px] link"
          href={`data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(list, undefined, 1))}`}
          download={`${list.name}.json`}
        >
          JSON file
        </a>
        <DeleteButton name={`the list ${list.name}`} onDelete={() => lists.remove(list.name)} />
      </div>
      {list.scan && (
        <p className="mt-1 font-serif text-[15px] text-soft">
          Live: when {ruleSentence(list.scan.when)}.{" "}
          <Link className="link" to={hrefOf(here, "/screen", { when: JSON.stringify(list.scan.when), for: list.scan.for })}>
            Open its scan
          </Link>
        </p>
      )}
      <ListWords
        key={list.name}
        list={list}
        error={lists.answer?.error}
        onChange={(next) => {
          change(next, "Its note was changed.");
        }}
      />
      {undo && (
        <p role="status" className="text-[12px] text-soft">
          {undo.words}{" "}
          <button
            type="button"
            className="min-h-6 link"
            onClick={() => {
              setEdited(undo.list);
              setUndo(undefined);
            }}
          >
            Undo
          </button>
        </p>
      )}
      {members.length > 0 ? (
        <MembersTable
          listName={list.name}
          rows={members}
          columns={figures?.columns ?? []}
          deeds={
            isStatic && isLatest
              ? {
                  onMove: (ticker, step) => {
                    change(withMoved(list, ticker, step, asOf), `${ticker} was moved.`);
                  },
                  onRemove: (ticker) => {
                    change(withoutMember(list, ticker, asOf), `${ticker} was taken out.`);
                  },
                  onNote: (ticker, note) => {
                    change(withMemberNote(list, ticker, note), `The note on ${ticker} was changed.`);
                  },
                }
              : undefined
          }
        />
      ) : (
        <p data-main className="mt-2 text-soft">
          {isStatic ? "Nobody is in it at this date." : "Nothing passes its scan at this date."}
        </p>
      )}
      {row.left.length > 0 && <p className="mt-1 text-[12px] text-soft">Left since: {row.left.join(", ")}.</p>}
      {row.unknown.length > 0 && (
        <p className="mt-1 text-[12px] text-amber">Nothing is known by this date of {row.unknown.join(", ")}.</p>
      )}
      {isStatic && isLatest && (
        <form
          aria-label="Add members"
          className="mt-2 flex items-center gap-2 text-[12px]"
          onSubmit={(event) => {
            event.preventDefault();
            change(withAdded(list, tickersFrom(typed), asOf), "Members were added.");
            setTyped("");
          }}
        >
          <input
            aria-label="Tickers to add"
            placeholder="tickers to add"
            className="control w-56 py-0.5"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value);
            }}
          />
          <button type="submit" className="control py-0.5" disabled={tickersFrom(typed).length === 0}>
            Add
          </button>
        </form>
      )}
      <div className="mt-2">
        <CombineLists own={row} others={rows.filter((r) => r.name !== row.name)} market={list.market} asOf={asOf} />
      </div>
    </section>
  );
}

/** Members in the order of the list; those of a live one by what its scan's figures are ranked by. */
function rowsOf(list: SavedList, row: ListRow, figures: Props["figures"], asOf: number): MemberRow[] {
  const known = new Map(figures?.rows.map((r) => [r.ticker, r]));
  const arrived = new Set(row.arrived);
  const notes = new Map(membersOn(list, asOf).map((m) => [m.ticker, m.note]));
  const order = list.scan ? [...known.keys(), ...row.tickers.filter((t) => !known.has(t))] : row.tickers;
  return order.map((ticker, k) => {
    const own = known.get(ticker);
    return {
      ticker,
      name: own?.name ?? "",
      place: k + 1,
      note: notes.get(ticker) ?? "",
      arrived: arrived.has(ticker),
      values: own?.values ?? [],
    };
  });
}
