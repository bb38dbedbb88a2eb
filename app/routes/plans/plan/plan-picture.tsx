import { useRef, useState } from "react";
import { onTick, priceDecimals } from "@core/columns/tick";
import type { PlanSide } from "@core/plans/plan-orders";
import { useWidth } from "~/ui/use-width";
import { Axis, Connectors, Levels, type Dragged } from "./ladder-axis";
import { LadderColumn } from "./ladder-column";
import { ladderLayout, snapped } from "./ladder-layout";
import type { PlanShown } from "./plan-shown";
import { PriceBars } from "./price-bars";
import { rungWords } from "./rung-name";

interface Props {
  readonly shown: PlanShown;
  readonly height?: number;
  /** Told where a rung was put; without it nothing can be moved, as on paper. */
  readonly onMove?: (side: PlanSide, key: string, to: number, isSlow: boolean) => void;
  readonly onOpen?: (side: PlanSide, key: string) => void;
  readonly onRemove?: (side: PlanSide, key: string) => void;
  readonly width?: number;
}

const HEIGHT = 462;

/** The bars, and beside them on the same scale the ladder of what is planned on either side, with the levels around. */
export function PlanPicture({ shown, height = HEIGHT, width: fixedWidth, onMove, onOpen, onRemove }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const measured = useWidth(box, fixedWidth ?? 860);
  const width = fixedWidth ?? measured;
  const [dragged, setDragged] = useState<Dragged>();
  const { plan } = shown;
  const layout = ladderLayout(shown, width, height);
  const tick = 10 ** -priceDecimals(plan.close);
  const levels = plan.levels.map((level) => level.price);
  const words = shown.sides.map((side) => `${side.side}: ${side.rungs.map((rung) => rungWords(rung, side.side)).join(", ")}`);
  return (
    <div ref={box} className="relative">
      <svg
        width={width}
        height={height}
        viewBox={fixedWidth === undefined ? undefined : `0 0 ${width} ${height}`}
        className={fixedWidth === undefined ? "block touch-none" : "block h-auto w-full"}
        role="group"
        aria-label={`Plan for ${plan.name}. ${words.join(". ")}.`}
      >
        {layout.bars.right > 0 && <PriceBars layout={layout} shown={shown} />}
        <Axis layout={layout} close={plan.close} />
        <Levels layout={layout} close={plan.close} />
        <Connectors layout={layout} dragged={dragged} />
        {layout.columns.map((column) => (
          <LadderColumn
            key={column.side.side}
            column={column}
            layout={layout}
            close={plan.close}
            currency={plan.currency}
            dragged={dragged?.side === column.side.side ? dragged : undefined}
            handle={
              onMove &&
              ((placed) => ({
                onPointerDown: (event) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  event.currentTarget.focus();
                },
                onPointerMove: (event) => {
                  if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
                  const top = event.currentTarget.ownerSVGElement!.getBoundingClientRect().top;
                  const to = snapped(layout.y.invert(event.clientY - top), { levels, y: layout.y, like: plan.close });
                  if (dragged || Math.abs(layout.y(to) - placed.y) > 3)
                    setDragged({ side: column.side.side, key: placed.rung.key, to });
                },
                onPointerUp: (event) => {
                  event.currentTarget.releasePointerCapture(event.pointerId);
                  if (dragged) onMove(dragged.side, dragged.key, dragged.to, false);
                  else onOpen?.(column.side.side, placed.rung.key);
                  setDragged(undefined);
                },
                onKeyDown: (event) => {
                  const { rung } = placed;
                  const move = (to: number) => {
                    onMove(column.side.side, rung.key, onTick(to, plan.close), true);
                  };
                  const far = onTick((plan.atr || plan.close * 0.02) / 10, plan.close);
                  const step = event.shiftKey ? far : tick;
                  if (event.key === "ArrowUp") move(rung.price + step);
                  else if (event.key === "ArrowDown") move(rung.price - step);
                  else if (event.key === "PageUp")
                    move(levels.find((level) => level > rung.price + tick / 2) ?? rung.price + far);
                  else if (event.key === "PageDown")
                    move(levels.findLast((level) => level < rung.price - tick / 2) ?? rung.price - far);
                  else if (event.key === "Enter") onOpen?.(column.side.side, rung.key);
                  else if (event.key === "Delete") onRemove?.(column.side.side, rung.key);
                  else return;
                  event.preventDefault();
                  event.stopPropagation();
                },
              }))
            }
          />
        ))}
      </svg>
    </div>
  );
}
