import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { SortableContext, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { useEffect, useId, useRef, useState } from "react";
import type { Rule } from "@core/conditions/condition";
import { AddClause } from "./add-clause";
import { withAdded, withClause, withMoved, withoutClause, withPasted, type Draft } from "./clause-draft";
import { ClauseLine, type ClauseCount } from "./clause-line";
import type { ClauseNames } from "./measure-fields";

interface Props {
  readonly label: string;
  readonly draft: Draft;
  readonly names: ClauseNames;
  readonly example: string;
  /** Samples before any clause, and after each. */
  readonly counts?: { readonly all: number; readonly clauses: readonly ClauseCount[] } | undefined;
  /** What stands behind the field for the next clause. */
  readonly foot?: React.ReactNode;
  /** Where what a clause took away can be looked at: the clause that is shown so, and how it is asked for. */
  readonly taken?: { readonly shown: number; readonly onShow: (clause: number) => void } | undefined;
  readonly onChange: (next: Draft) => void;
}

/** Clauses side by side, each in a line, with the field for the next one. */
export function ClauseList({ label, draft, names, example, counts, foot, taken, onChange }: Props) {
  const { clauses, join } = draft;
  const [open, setOpen] = useState<number>();
  const [removed, setRemoved] = useState<{ readonly clause: Rule; readonly at: number }>();
  const own = useId();
  const list = useRef<HTMLDivElement>(null);
  const focusNext = useRef<number>(undefined);
  const ids = clauses.map((_, k) => `${own}-${k}`);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const focusOn = (k: number) => {
    const lines = list.current?.querySelectorAll<HTMLElement>(`[data-clause^="${CSS.escape(own)}-"]`);
    const target = lines?.[k] ?? list.current?.querySelector<HTMLElement>(":scope > div > [data-add-clause], [data-add-clause]");
    target?.focus();
  };
  // A clause that was moved or taken out leaves the keyboard where one would go on.
  useEffect(() => {
    if (focusNext.current === undefined) return;
    focusOn(focusNext.current);
    focusNext.current = undefined;
  });
  const move = (from: number, to: number) => {
    const next = withMoved(draft, from, to);
    if (next === draft) return;
    focusNext.current = to;
    setOpen(open === from ? to : undefined);
    onChange(next);
  };
  const add = (rule: Rule) => {
    setRemoved(undefined);
    onChange(withPasted(draft, rule));
  };
  return (
    <div ref={list}>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (over) move(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ul aria-label={label}>
            {clauses.map((clause, k) => (
              <ClauseLine
                key={ids[k]}
                id={ids[k]!}
                word={k === 0 ? (join === "any" ? "either" : "When") : join === "any" ? "or" : "and"}
                clause={clause}
                names={names}
                open={open === k}
                count={counts?.clauses[k]}
                all={counts?.all}
                before={beforeOf(counts, k)}
                isTakenShown={taken?.shown === k}
                onTaken={
                  taken &&
                  (() => {
                    taken.onShow(k);
                  })
                }
                renderNested={(nested) => <ClauseList {...nested} names={names} example="rsi below 30" />}
                onOpen={(next) => {
                  setOpen(next ? k : undefined);
                }}
                onChange={(next) => {
                  onChange(withClause(draft, k, next));
                }}
                onRemove={() => {
                  setRemoved({ clause, at: k });
                  setOpen(undefined);
                  focusNext.current = Math.min(k, clauses.length - 2);
                  onChange(withoutClause(draft, k));
                }}
                onCopy={() => {
                  onChange(withAdded(draft, clause, k + 1));
                }}
                onMove={(step) => {
                  move(k, k + step);
                }}
                onWalk={(step) => {
                  focusOn(k + step);
                }}
              />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <div className="flex items-baseline gap-2">
        <span className="w-11 shrink-0 font-serif text-[15px] text-soft italic">
          {clauses.length === 0 ? "When" : join === "any" ? "or" : "and"}
        </span>
        <div className="min-w-0 flex-1">
          <AddClause
            drawings={names.drawings}
            example={example}
            onAdd={add}
            onLeaveUp={() => {
              focusOn(clauses.length - 1);
            }}
          />
        </div>
        {foot}
      </div>
      {removed && (
        <p role="status" className="pl-[52px] text-[12px] text-soft">
          Taken out.{" "}
          <button
            type="button"
            className="font-semibold link"
            onClick={() => {
              focusNext.current = removed.at;
              onChange(withAdded(draft, removed.clause, removed.at));
              setRemoved(undefined);
            }}
          >
            Put it back
          </button>
        </p>
      )}
    </div>
  );
}

/** Samples before a clause: those that the last one before it that is on has left. */
function beforeOf(counts: Props["counts"], k: number): number {
  const earlier = counts?.clauses.slice(0, k).findLast((c) => !c.off);
  return earlier?.left ?? counts?.all ?? 0;
}
