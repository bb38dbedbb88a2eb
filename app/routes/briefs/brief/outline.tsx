import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import clsx from "clsx";
import type { AnsweredPart } from "@server/briefs/answered-part.server";
import { isLive, type BriefPart } from "@studies/briefs/brief-schema";
import { nameAfter, partName } from "./part-name";

interface Props {
  readonly parts: readonly BriefPart[];
  readonly answers: ReadonlyMap<string, AnsweredPart>;
  readonly selected: string | undefined;
  readonly onSelect: (id: string) => void;
  readonly onMove: (id: string, by: number) => void;
}

/** The parts in their order: pressed, one is in hand; dragged, it stands elsewhere. */
export function Outline({ parts, answers, selected, onSelect, onMove }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const ids = parts.map((part) => part.id);
  return (
    <nav aria-label="Parts" className="print:hidden">
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (over) onMove(String(active.id), ids.indexOf(String(over.id)) - ids.indexOf(String(active.id)));
        }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <ul>
            {parts.map((part, k) => (
              <OutlineRow
                key={part.id}
                part={part}
                before={parts[k - 1]}
                isSelected={part.id === selected}
                isChanged={answers.get(part.id)?.changes?.isChanged ?? false}
                onSelect={() => {
                  onSelect(part.id);
                }}
              />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
    </nav>
  );
}

interface RowProps {
  readonly part: BriefPart;
  readonly before: BriefPart | undefined;
  readonly isSelected: boolean;
  readonly isChanged: boolean;
  readonly onSelect: () => void;
}

function OutlineRow({ part, before, isSelected, isChanged, onSelect }: RowProps) {
  const { attributes, listeners, setNodeRef, transform } = useSortable({ id: part.id });
  const { name, isSame } = nameAfter(part, before);
  const isHeading = part.type === "heading";
  const isSeen = isLive(part) && (part.isSeen === true || part.frozen !== undefined);
  return (
    <li ref={setNodeRef} style={transform ? { transform: `translateY(${transform.y}px)` } : undefined}>
      <button
        type="button"
        {...attributes}
        {...listeners}
        role={undefined}
        tabIndex={0}
        aria-current={isSelected ? "true" : undefined}
        onClick={onSelect}
        className={clsx(
          "flex min-h-6 w-full items-center gap-2 rounded-sm px-1.5 text-left hover:text-indigo",
          isSelected && "bg-chosen font-semibold text-indigo",
          isSame && "pl-4 text-soft",
          isHeading && "mt-1 font-serif text-[14px] text-soft italic",
        )}
      >
        {!isHeading && (
          <span
            aria-hidden
            className={clsx(
              "size-2 shrink-0 rounded-full border",
              isLive(part) ? (isSeen ? "border-ink bg-ink" : "border-ink") : "border-transparent",
            )}
          />
        )}
        <span className="min-w-0 flex-1 truncate" title={partName(part)}>
          {name}
          {isSeen && <span className="sr-only">, seen</span>}
        </span>
        {isChanged && <span className="text-[11px] font-semibold text-ink">changed</span>}
      </button>
    </li>
  );
}
