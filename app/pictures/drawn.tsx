import type { PictureDrawn } from "@studies/pictures/picture-schema";
import { linePath, round, within } from "./line-path";
import type { PictureColours } from "./picture-colours";

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
export function Drawn({ drawn: { lines, bands, strokes, words }, x, y, step, inner, top, bottom, of }: DrawnProps) {
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
