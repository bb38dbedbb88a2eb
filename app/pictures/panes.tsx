import { extent } from "d3-array";
import { scaleLinear } from "d3-scale";
import { isoDate } from "@core/columns/epoch-day";
import type { PanesPicture, PictureDrawn, PicturePane } from "@studies/pictures/picture-schema";
import { spreadLabels } from "~/charts/spread-labels";
import { linePath, round, within } from "./line-path";
import { monthMarks } from "./month-marks";
import { LegendRow, PictureFrame, PICTURE_WIDTH } from "./picture-frame";
import { axisFigure, pictureFigure } from "./picture-words";
import type { PictureColours } from "./picture-colours";

interface Props {
  readonly picture: PanesPicture;
  readonly label: string;
  readonly colours: PictureColours;
}

/** Height of a pane of share 1, of its legend, of a row of a ribbon, and room beside and below. */
const SHARE = 112;
const HEAD = 17;
const RIBBON = 16;
const GAP = 6;
const BOTTOM = 18;
const RIGHT = 60;
/** Drawings that the legend names. */
const MOST_DRAWN = 4;
/** Room for the names of levels. */
const LEVELS = 120;

/** Lines, bars, tints and ribbons over one axis of days, pane under pane. */
export function Panes({ picture, label, colours }: Props) {
  const { days, panes } = picture;
  const right = panes.some((pane) => (pane.levels?.length ?? 0) > 0) ? LEVELS : RIGHT;
  const inner = PICTURE_WIDTH - right;
  const x = (row: number) => 2 + ((row + 0.5) / Math.max(1, days.length)) * (inner - 4);
  const heights = panes.map((pane) => (pane.ribbons ? pane.ribbons.length * RIBBON : HEAD + SHARE * pane.share));
  const tops = heights.map((_, k) => heights.slice(0, k).reduce((sum, h) => sum + h + GAP, 0));
  const height = heights.reduce((sum, h) => sum + h + GAP, 0) + BOTTOM;
  const { role } = colours;
  return (
    <PictureFrame height={Math.ceil(height)} label={label}>
      {panes.map((pane, k) => (
        <g key={k} transform={`translate(0 ${tops[k]})`}>
          {pane.ribbons ? (
            <Ribbons ribbons={pane.ribbons} x={x} inner={inner} colours={colours} step={(inner - 4) / Math.max(1, days.length)} />
          ) : (
            <Pane pane={pane} height={heights[k]!} x={x} inner={inner} colours={colours} days={days} />
          )}
        </g>
      ))}
      {monthMarks(days).map(({ row, text }) => (
        <text key={row} x={round(x(row))} y={height - 5} fill={role("soft")}>
          {text}
        </text>
      ))}
    </PictureFrame>
  );
}

interface PaneProps {
  readonly pane: PicturePane;
  readonly height: number;
  readonly inner: number;
  readonly x: (row: number) => number;
  readonly colours: PictureColours;
  readonly days: readonly number[];
}

function Pane({ pane, height, inner, x, colours, days }: PaneProps) {
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
  const step = (inner - 4) / Math.max(1, days.length);
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

interface DrawnProps {
  readonly drawn: PictureDrawn;
  readonly x: (row: number) => number;
  readonly y: (value: number) => number;
  readonly step: number;
  readonly inner: number;
  readonly top: number;
  readonly bottom: number;
  readonly of: PictureColours["of"];
}

/** What was laid on the prices, as far as it lies within the pane. */
function Drawn({ drawn: { lines, bands, strokes, words }, x, y, step, inner, top, bottom, of }: DrawnProps) {
  const clip = (at: number) => Math.min(bottom, Math.max(top, at));
  return (
    <g>
      {bands.map((band, k) => {
        const [from, to] = [clip(y(band.high)), clip(y(band.low))];
        const left = x(band.from) - step / 2;
        return (
          to > from && (
            <rect
              key={k}
              x={round(left)}
              width={round(Math.max(1, inner - left))}
              y={round(from)}
              height={round(to - from)}
              fill={of(band.ink)}
              fillOpacity={0.12}
            />
          )
        );
      })}
      {lines.map((line, k) => {
        const isIn = (value: number | null) => value !== null && y(value) >= top && y(value) <= bottom;
        return (
          <path
            key={k}
            d={linePath(
              line.values.map((value) => (isIn(value) ? value : null)),
              x,
              y,
            )}
            fill="none"
            stroke={of(line.ink)}
            strokeWidth={line.width ?? 1}
          />
        );
      })}
      {strokes.map((stroke, k) => {
        const ends = within([x(stroke.from[0]), y(stroke.from[1])], [x(stroke.to[0]), y(stroke.to[1])], top, bottom);
        return (
          ends && (
            <path
              key={k}
              d={`M${ends.map(([a, b]) => `${round(a)} ${round(b)}`).join("L")}`}
              stroke={of(stroke.ink)}
              fill="none"
              strokeWidth={1.3}
              strokeDasharray={stroke.isDashed ? "4 3" : undefined}
            />
          )
        );
      })}
      {words.map((one, k) => {
        const [a, b] = [x(one.at[0]), y(one.at[1])];
        if (b < top + 8 || b > bottom) return null;
        const isCut = a > inner - 6 * one.text.length;
        return (
          <text
            key={k}
            x={round(isCut ? Math.min(a, inner - 2) : a)}
            y={round(b - 4)}
            textAnchor={isCut ? "end" : "middle"}
            fill={of(one.ink)}
          >
            {one.text}
          </text>
        );
      })}
    </g>
  );
}

interface CandleProps {
  readonly candles: NonNullable<PicturePane["candles"]>;
  readonly x: (row: number) => number;
  readonly y: (value: number) => number;
  readonly step: number;
  readonly colours: PictureColours;
}

/** Up bodies hollow, down bodies solid. */
function Candles({ candles, x, y, step, colours: { role } }: CandleProps) {
  const { open, high, low, close } = candles;
  const width = Math.max(1, Math.min(9, step * 0.66));
  return (
    <g stroke={role("ink")} strokeWidth={0.8}>
      {close.map((c, row) => {
        const [h, l] = [high[row] ?? c, low[row] ?? c];
        if (c === null || h === null || l === null) return null;
        const o = open[row] ?? c;
        const [top, bottom] = [round(y(Math.max(o, c))), round(y(Math.min(o, c)))];
        const middle = round(x(row));
        return (
          <g key={row}>
            <path d={`M${middle} ${round(y(h))}V${top}M${middle} ${bottom}V${round(y(l))}`} fill="none" />
            <rect
              x={round(middle - width / 2)}
              y={top}
              width={round(width)}
              height={Math.max(0.4, round(bottom - top))}
              fill={c >= o ? role("raised") : role("ink")}
            />
          </g>
        );
      })}
    </g>
  );
}

interface RibbonProps {
  readonly ribbons: NonNullable<PicturePane["ribbons"]>;
  readonly x: (row: number) => number;
  readonly inner: number;
  readonly step: number;
  readonly colours: PictureColours;
}

/** A row each: up as a tall teal band, down as a low rust one, so that colour does not say it alone. */
function Ribbons({ ribbons, x, inner, step, colours: { role } }: RibbonProps) {
  return (
    <g>
      {ribbons.map(({ name, runs }, row) => (
        <g key={row} transform={`translate(0 ${row * RIBBON})`}>
          {runs
            .filter(([, , state]) => state !== 0)
            .map(([from, to, state], k) => (
              <rect
                key={k}
                x={round(x(from) - step / 2)}
                width={round((to - from + 1) * step)}
                y={state > 0 ? 2 : 8}
                height={state > 0 ? 12 : 6}
                fill={role(state > 0 ? "teal" : "rust")}
                fillOpacity={0.8}
              />
            ))}
          <text x={inner + 6} y={12} fill={role("ink")}>
            {name}
          </text>
        </g>
      ))}
    </g>
  );
}

/** The days of a picture in words: "from 2025-10-16 to 2026-10-16". */
export function daysOf({ days }: PanesPicture): string {
  return days.length === 0 ? "" : `from ${isoDate(days[0]!)} to ${isoDate(days.at(-1)!)}`;
}
