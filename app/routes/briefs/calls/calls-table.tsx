import { useRef } from "react";
import { useNavigate } from "react-router";
import type { CallRow } from "@studies/calls/call-row";
import { callSentence, confidenceText } from "@studies/calls/call-words";
import { count, date, fixed, percent, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { pinProps } from "~/ui/pin/pin-props";
import { walkRows } from "~/ui/table/walk-rows";

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
    <div ref={box} className="mt-5">
      {ordered.map(({ state, title, own }) => (
        <table key={state} className="mb-4 w-full border-separate border-spacing-0">
          <caption className="heading border-b border-ink/60 pb-1 text-left">
            {title}, {own.length}
          </caption>
          <thead className="text-soft">
            <tr>
              {["call", "made", "due", "confidence", "base rate", state === "scored" ? "result" : "so far", "Brier"].map(
                (head, k) => (
                  <th
                    key={head}
                    scope="col"
                    className={`border-b border-rule py-1 pr-4 font-normal ${k < 3 ? "text-left" : "text-right"}`}
                  >
                    {head}
                  </th>
                ),
              )}
              <th className="border-b border-rule">
                <span className="sr-only">Withdraw</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {own.map((row) => (
              <tr
                key={row.id}
                data-call={row.id}
                {...pinProps({ of: "call", id: row.id, name: `on ${row.subject}` })}
                tabIndex={row.id === first ? 0 : -1}
                className="align-baseline hover:bg-chosen/50"
                onKeyDown={(event) => {
                  if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tr[data-call]") ?? [])) return;
                  if (event.target !== event.currentTarget) return;
                  if (event.key === "Enter") open(row);
                  else if (event.key === "Delete" && row.isOpenToChange) onRemove(row.id);
                  else return;
                  event.preventDefault();
                }}
              >
                <th scope="row" className="border-b border-rule/70 py-1 pr-4 text-left font-normal">
                  <span className="font-serif text-[15px]">
                    {callSentence(row).map((part, k) =>
                      typeof part === "string" ? (
                        part
                      ) : (
                        <b key={k} className="font-semibold">
                          {part.figure}
                        </b>
                      ),
                    )}
                  </span>
                  {(row.isWithdrawn || row.isLookingBack) && (
                    <span className="ml-2 text-[12px] text-amber">
                      {[row.isWithdrawn ? "withdrawn" : "", row.isLookingBack ? "made looking back" : ""]
                        .filter(Boolean)
                        .join(", ")}
                    </span>
                  )}
                  {row.reason !== "" && <span className="block text-[12px] text-soft">{row.reason}</span>}
                </th>
                <td className="border-b border-rule/70 py-1 pr-4 whitespace-nowrap">{date(row.made)}</td>
                <td className="border-b border-rule/70 py-1 pr-4 whitespace-nowrap">
                  {date(row.due)}
                  {row.state === "open" && <span className="block text-[12px] text-soft">in {count(row.left, "session")}</span>}
                </td>
                <td className="border-b border-rule/70 py-1 pr-4 text-right">{confidenceText(row.confidence)}</td>
                <td className="border-b border-rule/70 py-1 pr-4 text-right" title={`of ${count(row.baseHolds, "hold")}`}>
                  {percent(row.base, 0)}
                </td>
                <td className="border-b border-rule/70 py-1 pr-4 text-right whitespace-nowrap">
                  {row.state === "scored" && <b className="font-semibold">{row.isRight ? "right" : "wrong"} </b>}
                  <span
                    className={row.gain > 0 ? "text-teal" : row.gain < 0 ? "text-rust" : ""}
                    title="In the direction of the call"
                  >
                    {signedPercent(row.gain)}
                  </span>
                </td>
                <td
                  className="border-b border-rule/70 py-1 pr-4 text-right whitespace-nowrap"
                  title="Of the confidence; of the base rate"
                >
                  {row.state === "scored" ? `${fixed(row.brier, 2)} / ${fixed(row.baseBrier, 2)}` : "–"}
                </td>
                <td className="border-b border-rule/70 py-1 text-right text-[12px] text-soft">
                  {row.state === "open" && row.isOpenToChange ? (
                    <button
                      type="button"
                      tabIndex={-1}
                      className="min-h-6 hover:text-indigo"
                      aria-label={`Delete the call on ${row.subject}`}
                      onClick={() => {
                        onRemove(row.id);
                      }}
                    >
                      delete
                    </button>
                  ) : (
                    row.state === "open" &&
                    !row.isWithdrawn && (
                      <button
                        type="button"
                        tabIndex={-1}
                        className="min-h-6 hover:text-indigo"
                        aria-label={`Withdraw the call on ${row.subject}; it is scored all the same`}
                        onClick={() => {
                          onWithdraw(row.id);
                        }}
                      >
                        withdraw
                      </button>
                    )
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </div>
  );
}
