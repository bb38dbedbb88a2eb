import type { DrawingVersion, SavedDrawing } from "@studies/drawings/drawing-schema";
import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import { date } from "@studies/words/words";
import { DrawingFields } from "./drawing-fields";
import { LegendRow } from "./legend-row";
import { PlotMark } from "./plot-mark";

interface Props {
  readonly drawings: readonly DrawnDrawing[];
  readonly saved: readonly SavedDrawing[];
  readonly asOf: number;
  /** Ids of those that are not drawn. */
  readonly hidden: readonly string[];
  readonly selected: string | undefined;
  readonly onSelect: (id: string | undefined) => void;
  readonly onHide: (id: string) => void;
  readonly onRemove: (drawing: SavedDrawing) => void;
  readonly onChange: (drawing: SavedDrawing, name: string, version: Omit<DrawingVersion, "made">) => void;
  readonly onCopy: (drawing: SavedDrawing, ticker: string) => void;
}

/** A line of the legend for each drawing: what it says as of the session, and since when it stands so. */
export function DrawingRows({ drawings, saved, asOf, hidden, selected, onSelect, onHide, onRemove, onChange, onCopy }: Props) {
  return drawings.map((drawing) => {
    const own = saved.find((s) => s.id === drawing.id)!;
    return (
      <LegendRow
        key={drawing.id}
        mark={<PlotMark kind="drawing" />}
        title={drawing.title}
        words={`${drawing.words}; made ${date(drawing.made)}`}
        hidden={hidden.includes(drawing.id)}
        isOpen={selected === drawing.id}
        onOpen={(open) => {
          onSelect(open ? drawing.id : undefined);
        }}
        onHide={() => {
          onHide(drawing.id);
        }}
        onRemove={() => {
          onRemove(own);
        }}
        fields={
          <DrawingFields
            drawing={own}
            asOf={asOf}
            onChange={(name, version) => {
              onChange(own, name, version);
            }}
            onCopy={(ticker) => {
              onCopy(own, ticker);
            }}
          />
        }
      />
    );
  });
}
