import { useSortable } from "@dnd-kit/sortable";
import { clsx } from "clsx";
import { GripVertical } from "lucide-react";
import { switchedOn, type Rule } from "@core/conditions/condition";
import { ruleSentence } from "@core/conditions/sentence";
import { count } from "@studies/words/words";
import { asAnyOf, changed, draftOf, opposite, ruleOfDraft, switched, type Draft } from "./clause-draft";
import { ClauseParts } from "./clause-parts";
import type { ClauseNames } from "./measure-fields";
import { explanationsOf } from "./explanations";

/** How many samples are left after a clause. */
export interface ClauseCount {
  readonly left: number;
  readonly atEnd: number;
  readonly off: boolean;
}

/** Draws the clauses within a clause. */
export type RenderNested = (nested: {
  readonly label: string;
  readonly draft: Draft;
  readonly onChange: (next: Draft) => void;
}) => React.ReactNode;

interface Props {
  readonly id: string;
  readonly word: string;
  readonly clause: Rule;
  readonly names: ClauseNames;
  readonly open: boolean;
  readonly count?: ClauseCount | undefined;
  /** Samples before any clause, which the bar is drawn against. */
  readonly all?: number | undefined;
  readonly before: number;
  /** Shows what it took away; with it the bar stands under the clause. */
  readonly onTaken?: (() => void) | undefined;
  readonly isTakenShown?: boolean;
  readonly renderNested: RenderNested;
  readonly onOpen: (open: boolean) => void;
  readonly onChange: (next: Rule) => void;
  readonly onRemove: () => void;
  readonly onCopy: () => void;
  readonly onMove: (step: -1 | 1) => void;
  readonly onWalk: (step: -1 | 1) => void;
}

/** One clause: a phrase of the sentence, what it leaves over, and when opened its parts in place. */
export function ClauseLine(props: Props) {
  const { id, word, clause, names, open, all, renderNested } = props;
  const { onOpen, onChange, onRemove, onCopy, onMove, onWalk } = props;
  const { setNodeRef, setActivatorNodeRef, transform, transition, listeners, isDragging } = useSortable({ id });
  const { off } = clause;
  const own = switchedOn(clause);
  const sentence = ruleSentence(own);
  const changeOwn = (next: Rule) => {
    onChange(changed(clause, () => next));
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className={clsx("group -mx-2 rounded-sm px-2", open && "bg-chosen", isDragging && "relative z-10 bg-chosen")}
    >
      <div className="flex items-baseline gap-2">
        <span className="w-11 shrink-0 font-serif text-[15px] text-soft italic">{word}</span>
        <button
          type="button"
          data-clause={id}
          aria-expanded={open}
          title={explanationsOf(sentence) ?? "Enter opens its parts; Alt with an arrow moves it; Delete takes it out"}
          className={clsx(
            "min-w-0 text-left font-serif text-[16px] leading-6 decoration-dotted underline-offset-4 hover:text-indigo",
            off ? "text-soft line-through" : "text-ink underline decoration-rule",
            open && "text-indigo",
          )}
          onClick={() => {
            onOpen(!open);
          }}
          onKeyDown={(event) => {
            const step = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : undefined;
            if (step !== undefined) {
              event.preventDefault();
              (event.altKey ? onMove : onWalk)(step);
            }
            if (event.key === "Delete") {
              event.preventDefault();
              event.stopPropagation();
              onRemove();
            }
            if (event.key === "Escape" && open) {
              event.stopPropagation();
              onOpen(false);
            }
          }}
        >
          {sentence}
        </button>
        <span className="flex-1" />
        <button
          type="button"
          ref={setActivatorNodeRef}
          {...listeners}
          tabIndex={-1}
          aria-hidden
          className="cursor-grab self-center text-soft opacity-0 group-hover:opacity-100"
        >
          <GripVertical size={14} />
        </button>
        {props.onTaken ? <LeftAndTaken {...props} /> : <Left {...props} all={all} />}
      </div>
      {props.onTaken && props.count && all !== undefined && !props.count.off && (
        <span aria-hidden className="block h-[3px]">
          <span
            className="block h-full rounded-sm bg-indigo/75"
            style={{ width: `${(100 * props.count.left) / Math.max(1, all)}%` }}
          />
        </span>
      )}
      {open && (
        <div className="pb-2 pl-[52px]">
          {"left" in own ? (
            <ClauseParts condition={own} names={names} onChange={changeOwn} />
          ) : (
            <NestedParts rule={own} names={names} renderNested={renderNested} onChange={changeOwn} />
          )}
          <p className="flex gap-3 pt-1 text-[12px]">
            <Deed
              label={off ? "switch on" : "switch off"}
              onDo={() => {
                onChange(switched(clause));
              }}
            />
            <Deed
              label="negate"
              onDo={() => {
                onChange(opposite(clause));
              }}
            />
            {!("any" in clause) && (
              <Deed
                label="any of…"
                onDo={() => {
                  onChange(asAnyOf(clause));
                }}
              />
            )}
            <Deed label="copy" onDo={onCopy} />
            <Deed label="take out" onDo={onRemove} />
            <Deed
              label="done"
              onDo={() => {
                onOpen(false);
              }}
            />
          </p>
        </div>
      )}
    </li>
  );
}

function Deed({ label, onDo }: { label: string; onDo: () => void }) {
  return (
    <button type="button" className="link" onClick={onDo}>
      {label}
    </button>
  );
}

interface NestedProps {
  readonly rule: Rule;
  readonly names: ClauseNames;
  readonly renderNested: RenderNested;
  readonly onChange: (next: Rule) => void;
}

/** The clauses within a clause: any of several, all of several, or not. */
function NestedParts({ rule, names, renderNested, onChange }: NestedProps) {
  if ("not" in rule) {
    const inner = rule.not;
    const change = (next: Rule) => {
      onChange({ not: next });
    };
    return "left" in inner ? (
      <ClauseParts condition={inner} names={names} onChange={change} />
    ) : (
      <NestedParts rule={inner} names={names} renderNested={renderNested} onChange={change} />
    );
  }
  return renderNested({
    label: "any" in rule ? "Any of these" : "All of these",
    draft: draftOf(rule),
    onChange: (next) => {
      onChange(ruleOfDraft(next));
    },
  });
}

/** How many samples are left, as a figure and as a bar that shortens down the list. */
function Left({ count: counted, all, before }: Props) {
  if (!counted || all === undefined) return null;
  if (counted.off)
    return (
      <span className="shrink-0 text-[12px] text-soft">
        off; with it {counted.left.toLocaleString("en-GB")}
        {counted.atEnd === counted.left ? "" : `, then ${counted.atEnd.toLocaleString("en-GB")}`}
      </span>
    );
  return (
    <span
      className="flex shrink-0 items-center gap-2"
      title={`${count(counted.left, "sample")} left of ${before.toLocaleString("en-GB")}${all > LEAST_LOGARITHMIC ? "; the bar is on a logarithmic scale" : ""}`}
    >
      <span className="w-16 text-right font-semibold">{counted.left.toLocaleString("en-GB")}</span>
      <ThinBar left={counted.left} all={all} />
    </span>
  );
}

/** How many are left, and how many it took away, which can be looked at. */
function LeftAndTaken({ count: counted, before, onTaken, isTakenShown = false }: Props) {
  if (!counted) return null;
  const took = before - counted.left;
  const words = counted.off ? `off; would take ${took}` : took === 0 ? "takes none" : `took ${took}`;
  return (
    <span className="flex shrink-0 flex-col items-end">
      {!counted.off && <span className="font-semibold">{counted.left.toLocaleString("en-GB")}</span>}
      {took === 0 ? (
        <span className="text-[12px] text-soft">{words}</span>
      ) : (
        <button
          type="button"
          aria-pressed={isTakenShown}
          title="Shows those that this clause took away"
          className={clsx("min-h-6 text-[12px] hover:text-indigo", isTakenShown ? "font-semibold text-indigo" : "text-soft")}
          onClick={onTaken}
        >
          {words}
        </button>
      )}
    </span>
  );
}

/** From so many samples on the bars are logarithmic. */
const LEAST_LOGARITHMIC = 500;

/** How many of all are left, as a bar; a rest is seen as long as there is one. */
export function ThinBar({ left, all }: { left: number; all: number }) {
  const share = all === 0 ? 0 : all > LEAST_LOGARITHMIC ? Math.log1p(left) / Math.log1p(all) : left / all;
  return (
    <span className="inline-block h-[3px] w-[120px]" aria-hidden>
      <span
        className="block h-full rounded-sm bg-indigo/75"
        style={{ width: share === 0 ? 0 : `max(2px, ${(100 * share).toFixed(2)}%)` }}
      />
    </span>
  );
}
