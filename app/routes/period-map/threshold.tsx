import { useState, type KeyboardEvent } from "react";
import type { PeriodRow } from "@studies/period-map/period-map";
import { signedPercent } from "@studies/words/words";
import { HaloText } from "~/charts/halo-text";
import { LEFT, TOP, type Layout } from "./rows-layout";

/** The handle on the line of the index: dragged or moved by arrows it is a bound, and Enter chooses all above it. */
export function Threshold({
  layout,
  lineX,
  rows,
  onChoose,
  valueAt,
  referenceName,
}: {
  layout: Layout;
  lineX: number;
  rows: readonly PeriodRow[];
  onChoose: (keys: readonly string[]) => void;
  valueAt: (x: number) => number;
  referenceName: string;
}) {
  const [moved, setMoved] = useState<number>();
  const { width } = layout;
  const at = moved ?? lineX;
  const bound = valueAt(at);
  const above = rows.filter((r) => r.change >= bound);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 40 : 8;
    const move = { ArrowLeft: -step, ArrowDown: -step, ArrowRight: step, ArrowUp: step }[event.key];
    if (move !== undefined) setMoved(Math.max(LEFT + 14, Math.min(width - 2, at + move)));
    else if (event.key === "Home") setMoved(undefined);
    else if (event.key === "Enter" || event.key === " ") onChoose(above.map((r) => r.key));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Choose all that did better than"
      aria-orientation="horizontal"
      aria-valuenow={Number((100 * bound).toFixed(2))}
      aria-valuetext={`${at === lineX ? `${referenceName}, ` : ""}${signedPercent(bound)}: ${above.length} of ${rows.length}; Enter chooses them`}
      onKeyDown={onKeyDown}
      onBlur={() => {
        setMoved(undefined);
      }}
      onDoubleClick={() => {
        onChoose(above.map((r) => r.key));
      }}
      className="cursor-ew-resize outline-none [&:focus-visible>path]:stroke-ink"
    >
      <title>Drag to the right edge to choose all that did better</title>
      {moved !== undefined && (
        <>
          <line x1={at} x2={at} y1={TOP - 14} y2={layout.height} stroke="var(--indigo)" strokeWidth={1.2} />
          <HaloText
            x={at + (at > width - 130 ? -9 : 9)}
            y={layout.height - 9}
            textAnchor={at > width - 130 ? "end" : "start"}
            fontSize={11.5}
            fontWeight={600}
            fill="var(--indigo)"
          >
            {above.length} made {signedPercent(bound)} or more
          </HaloText>
        </>
      )}
      <path d={`M${at - 6} ${TOP - 14} h12 v6 l-6 7 l-6 -7 z`} fill="var(--indigo)" strokeWidth={2} />
    </g>
  );
}
