import type { PicturePane } from "@studies/pictures/picture-schema";
import { round } from "./line-path";
import type { PictureColours } from "./picture-colours";

interface CandleProps {
  readonly candles: NonNullable<PicturePane["candles"]>;
  readonly x: (row: number) => number;
  readonly y: (value: number) => number;
  readonly step: number;
  readonly colours: PictureColours;
}

/** Up bodies hollow, down bodies solid. */
export function Candles({ candles, x, y, step, colours: { role } }: CandleProps) {
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
