import { extent } from "d3-array";
import { scaleLinear } from "d3-scale";
import type { PicturePane } from "@studies/pictures/picture-schema";
import { spreadLabels } from "~/charts/spread-labels";
import { Candles } from "./candles";
import { Drawn } from "./drawn";
import { linePath, round } from "./line-path";
import type { PictureColours } from "./picture-colours";
import { LegendRow } from "./picture-frame";
import { axisFigure, pictureFigure } from "./picture-words";

/** Height of the legend of a pane. */
export const HEAD = 17;
/** Drawings that the legend names. */
const MOST_DRAWN = 4;

interface PaneProps {
  readonly pane: PicturePane;
  readonly height: number;
  readonly inner: number;
  readonly x: (row: number) => number;
  readonly colours: PictureColours;
  /** Width of a row. */
  readonly step: number;
}

/** Lines, bars, tints, levels and what was drawn, on one axis of values. */
export function Pane({ pane, height, inner, x, colours, step }: PaneProps) {
  const { role, of } = colours;
  const { candles, levels = [], lines, tints = [] } = pane;
  const values = [
    ...lines.flatMap((line) => line.values),
    ...(candles ? [...candles.high, ...candles.low] : []),
    ...levels.map((level) => level.value),
  ].filter((value) => value !== null);
  const [low = 0, high = 1] = extent(values);
  const y = scaleLinear()
    .domain([pane.min ?? low, pane.max ?? (high === low ? low + 1 : high)])
    .range([height - 3, HEAD + 3]);
  if (pane.min === undefined && pane.max === undefined) y.nice(4);
  const placed = spreadLabels(
    levels.map((level) => y(level.value)),
    13,
    HEAD,
    height,
  );
  return (
    <g>
      {tints.map((tint, k) => (
        <rect
          key={k}
          x={round(x(tint.from) - step / 2)}
          width={round((tint.to - tint.from + 1) * step)}
          y={HEAD}
          height={height - HEAD}
          fill={of(tint.ink)}
          fillOpacity={0.1}
        />
      ))}
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={2} x2={inner} y1={round(y(tick))} y2={round(y(tick))} stroke={role("rule")} strokeWidth={0.7} />
          {levels.length === 0 && (
            <text x={inner + 6} y={round(y(tick)) + 4} fill={role("soft")}>
              {axisFigure(pane.unit, tick)}
            </text>
          )}
        </g>
      ))}
      {candles && <Candles candles={candles} x={x} y={y} step={step} colours={colours} />}
      {lines.map((line, k) => (
        <path
          key={k}
          d={linePath(line.values, x, y)}
          fill="none"
          stroke={of(line.ink)}
          strokeWidth={line.width ?? 1}
          strokeDasharray={line.isDashed ? "4 3" : undefined}
        />
      ))}
      {pane.drawn && <Drawn drawn={pane.drawn} x={x} y={y} step={step} inner={inner} top={HEAD} bottom={height} of={of} />}
      {levels.map((level, k) => (
        <g key={k}>
          <line x1={2} x2={inner} y1={round(y(level.value))} y2={round(y(level.value))} stroke={of(level.ink)} strokeWidth={1} />
          <path
            d={`M${inner} ${round(y(level.value))}L${inner + 8} ${round(placed[k]!)}`}
            stroke={of(level.ink)}
            fill="none"
            strokeWidth={0.7}
          />
          <text x={inner + 11} y={round(placed[k]!) + 4} fill={of(level.ink)}>
            {pictureFigure("price", level.value)} {level.name}
          </text>
        </g>
      ))}
      <LegendRow
        x={2}
        y={11}
        soft={role("soft")}
        entries={[
          ...lines.map((line) => ({ name: line.name, colour: of(line.ink), isDashed: line.isDashed })),
          ...[...new Set([...(pane.drawn?.lines ?? []), ...(pane.drawn?.bands ?? [])].map((one) => one.name))]
            .slice(0, MOST_DRAWN)
            .map((own) => ({ name: own, colour: role("indigo") })),
          ...[...new Map(tints.map((tint) => [tint.name, tint])).values()].map((tint) => ({
            name: tint.name,
            colour: of(tint.ink),
          })),
        ]}
      />
    </g>
  );
}
