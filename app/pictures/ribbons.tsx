import type { PicturePane } from "@studies/pictures/picture-schema";
import { round } from "./line-path";
import type { PictureColours } from "./picture-colours";

/** Height of a row. */
export const RIBBON = 16;

interface RibbonProps {
  readonly ribbons: NonNullable<PicturePane["ribbons"]>;
  readonly x: (row: number) => number;
  readonly inner: number;
  readonly step: number;
  readonly colours: PictureColours;
}

/** A row each: up as a tall teal band, down as a low rust one, so that colour does not say it alone. */
export function Ribbons({ ribbons, x, inner, step, colours: { role } }: RibbonProps) {
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
