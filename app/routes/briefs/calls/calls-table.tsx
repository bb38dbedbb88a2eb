import { useRef } from "react";
import { useNavigate } from "react-router";
import type { CallRow } from "@studies/calls/call-row";
import { callSentence, confidenceText } from "@studies/calls/call-words";
import { count, date, fixed, percent, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { DeleteButton } from "~/ui/delete-button";
import { pinProps } from "~/ui/pin/pin-props";
import { walkRows } from "~/ui/table/walk-rows";
import { SentenceText } from "~/ui/reading";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

interface Props {
  readonly rows: readonly CallRow[];
  readonly onWithdraw: (id: string) => void;
  readonly onRemove: (id: string) => void;
}

const PARTS = [
  ["open", "Open"],
  ["scored", "Scored"],
  ["unknown", "Not scored: without a level on the session they were made on"],
] as const;

/** Calls one by one: those that are open by when they fall due, then those that were scored, the latest first. */
export function CallsTable({ rows, onWithdraw, onRemove }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  const box = useRef<HTMLDivElement>(null);
  const ordered = PARTS.map(([state, title]) => {
    const own = rows.filter((row) => row.state === state);
    return { state, title, own: state === "open" ? own.sort((a, b) => a.due - b.due) : own.sort((a, b) => b.due - a.due) };
  }).filter(({ own }) => own.length > 0);
  const first = ordered[0]?.own[0]?.id;
  const open = (row: CallRow) =>
    void navigate(
      hrefOf(
        here,
        row.key.includes(":") ? "/groups" : `/chart/${encodeURIComponent(row.key)}`,
        row.key.includes(":") ? { in: row.key } : {},
      ),
    );
  return (
    <div ref={box} className="mt-5 space-y-4">
      {ordered.map(({ state, title, own }) => (
        <PlainTable
          key={state}
          caption={
            <span className="heading">
              {title}, {own.length}
            </span>
          }
          isCaptionShown
          rows={own}
          rowKey={(row) => row.id}
          rowClassName="align-baseline hover:bg-chosen/50"
          rowProps={(row) => ({
            "data-call": row.id,
            ...pinProps({ of: "call", id: row.id, name: `on ${row.subject}` }),
            tabIndex: row.id === first ? 0 : -1,
            onKeyDown: (event) => {
              if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tr[data-call]") ?? [])) return;
              if (event.target !== event.currentTarget) return;
              if (event.key !== "Enter") return;
              open(row);
              event.preventDefault();
            },
          })}
          columns={columnsOf(state, { onWithdraw, onRemove })}
        />
      ))}
    </div>
  );
}

/** What is told of a call; of an open one where it stands by now. */
function columnsOf(
  state: CallRow["state"],
  { onWithdraw, onRemove }: Pick<Props, "onWithdraw" | "onRemove">,
): readonly PlainColumn<CallRow>[] {
  return [
    {
      key: "call",
      label: "call",
      className: "py-1",
      cell: (row) => (
        <>
          <span className="font-serif text-[15px]">
            <SentenceText sentence={callSentence(row)} />
          </span>
          {(row.isWithdrawn || row.isLookingBack) && (
            <span className="ml-2 text-[12px] text-amber">
              {[row.isWithdrawn ? "withdrawn" : "", row.isLookingBack ? "made looking back" : ""].filter(Boolean).join(", ")}
            </span>
          )}
          {row.reason !== "" && <span className="block text-[12px] text-soft">{row.reason}</span>}
        </>
      ),
    },
    { key: "made", label: "made", text: true, cellClassName: "whitespace-nowrap", cell: (row) => date(row.made) },
    {
      key: "due",
      label: "due",
      text: true,
      cellClassName: "whitespace-nowrap",
      cell: (row) => (
        <>
          {date(row.due)}
          {row.state === "open" && <span className="block text-[12px] text-soft">in {count(row.left, "session")}</span>}
        </>
      ),
    },
    { key: "confidence", label: "confidence", cell: (row) => confidenceText(row.confidence) },
    {
      key: "base",
      label: "base rate",
      title: (row) => `of ${count(row.baseHolds, "hold")}`,
      cell: (row) => percent(row.base, 0),
    },
    {
      key: "result",
      label: state === "scored" ? "result" : "so far",
      about: "In the direction of the call",
      cellClassName: "whitespace-nowrap",
      cell: (row) => (
        <>
          {row.state === "scored" && <b className="font-semibold">{row.isRight ? "right" : "wrong"} </b>}
          <span className={signColour(row.gain)}>{signedPercent(row.gain)}</span>
        </>
      ),
    },
    {
      key: "brier",
      label: "Brier",
      about: "Of the confidence, and of the base rate",
      cellClassName: "whitespace-nowrap",
      cell: (row) => (row.state === "scored" ? `${fixed(row.brier, 2)} / ${fixed(row.baseBrier, 2)}` : "–"),
    },
    {
      key: "deed",
      label: "",
      spoken: "Delete or withdraw",
      cell: (row) =>
        row.state !== "open" ? null : row.isOpenToChange ? (
          <DeleteButton
            name={`the call on ${row.subject}`}
            onDelete={() => {
              onRemove(row.id);
            }}
          />
        ) : row.isWithdrawn ? null : (
          <button
            type="button"
            aria-label={`Withdraw the call on ${row.subject}; it is scored all the same`}
            className="min-h-6 text-[12px] text-soft hover:text-indigo"
            onClick={() => {
              onWithdraw(row.id);
            }}
          >
            withdraw
          </button>
        ),
    },
  ];
}
