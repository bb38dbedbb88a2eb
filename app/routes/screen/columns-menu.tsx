import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { Command } from "cmdk";
import { ArrowDown, ArrowUp, GripVertical, X } from "lucide-react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { readMeasures } from "@core/conditions/read-measure";
import { nounOf } from "@core/conditions/words";
import { measureText } from "@studies/conditions/measure-text";
import { capital } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { TypedReadings } from "~/ui/typed-readings";
import { WordPopover } from "~/ui/word-popover";

interface ShownColumn {
  readonly text: string;
  readonly about: string;
}

const MOST = 16;

/** Which figures are shown, in which order: dragged or moved by keys, taken out, and added by typing them. */
export function ColumnsMenu({ columns }: { readonly columns: readonly ShownColumn[] }) {
  const navigate = useNavigate();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const texts = columns.map((c) => c.text);
  const change = (next: readonly string[]) => {
    // None at all is said by an empty one, as nothing said means the usual ones.
    void navigate(hrefNowWith({ col: next.length === 0 ? ["close"] : [...next] }), { preventScrollReset: true, replace: true });
  };
  const move = (from: number, to: number) => {
    if (from !== to && to >= 0 && to < texts.length) change(arrayMove(texts, from, to));
  };
  return (
    <WordPopover label="Columns" shown={`${columns.length} columns`} width="w-96">
      {() => (
        <>
          <DndContext
            sensors={sensors}
            collisionDetection={closestCenter}
            onDragEnd={({ active, over }) => {
              if (over) move(texts.indexOf(String(active.id)), texts.indexOf(String(over.id)));
            }}
          >
            <SortableContext items={texts} strategy={verticalListSortingStrategy}>
              <ul aria-label="Columns" className="max-h-64 overflow-y-auto">
                {columns.map((column, k) => (
                  <ColumnRow
                    key={column.text}
                    column={column}
                    isFirst={k === 0}
                    isLast={k === columns.length - 1}
                    onMove={(step) => {
                      move(k, k + step);
                    }}
                    onRemove={() => {
                      change(texts.filter((text) => text !== column.text));
                    }}
                  />
                ))}
              </ul>
            </SortableContext>
          </DndContext>
          {columns.length < MOST ? (
            <AddColumn
              onAdd={(text) => {
                if (!texts.includes(text)) change([...texts, text]);
              }}
            />
          ) : (
            <p className="mt-2 text-[12px] text-soft">So many columns are the most.</p>
          )}
        </>
      )}
    </WordPopover>
  );
}

interface RowProps {
  readonly column: ShownColumn;
  readonly isFirst: boolean;
  readonly isLast: boolean;
  readonly onMove: (step: -1 | 1) => void;
  readonly onRemove: () => void;
}

function ColumnRow({ column, isFirst, isLast, onMove, onRemove }: RowProps) {
  const { setNodeRef, setActivatorNodeRef, transform, transition, listeners } = useSortable({ id: column.text });
  const button = "grid size-6 place-items-center text-soft hover:text-indigo disabled:opacity-30";
  return (
    <li
      ref={setNodeRef}
      style={{ transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined, transition }}
      className="flex items-center gap-1 border-b border-rule/70"
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...listeners}
        tabIndex={-1}
        aria-hidden
        className={`${button} cursor-grab`}
      >
        <GripVertical size={14} />
      </button>
      <span className="min-w-0 flex-1">{column.about}</span>
      <button
        type="button"
        className={button}
        disabled={isFirst}
        aria-label={`${column.about} further left`}
        onClick={() => {
          onMove(-1);
        }}
      >
        <ArrowUp size={14} />
      </button>
      <button
        type="button"
        className={button}
        disabled={isLast}
        aria-label={`${column.about} further right`}
        onClick={() => {
          onMove(1);
        }}
      >
        <ArrowDown size={14} />
      </button>
      <button type="button" className={button} aria-label={`Take out ${column.about}`} onClick={onRemove}>
        <X size={14} />
      </button>
    </li>
  );
}

function AddColumn({ onAdd }: { readonly onAdd: (text: string) => void }) {
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  const readings = text.trim() === "" ? [] : readMeasures(text);
  return (
    <TypedReadings
      text={text}
      isOpen={open && text.trim() !== ""}
      onOpen={setOpen}
      readings={readings}
      keyOf={measureText}
      show={(use) => capital(nounOf(use))}
      onChoose={(use) => {
        setText("");
        setOpen(false);
        onAdd(measureText(use));
      }}
      hint="No measure is called so. Try “return 63”, “rsi 5” or “staying power”."
      className="mt-2"
      contentClassName="w-96"
    >
      <Command.Input
        aria-label="Add a column"
        value={text}
        onValueChange={(next) => {
          setText(next);
          setOpen(true);
        }}
        placeholder="type a measure, such as “return 63”"
        className="control w-full"
      />
    </TypedReadings>
  );
}
