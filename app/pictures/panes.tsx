import type { PanesPicture } from "@studies/pictures/picture-schema";
import { round } from "./line-path";
import { monthMarks } from "./month-marks";
import { HEAD, Pane } from "./pane";
import { PictureFrame, PICTURE_WIDTH } from "./picture-frame";
import type { PictureColours } from "./picture-colours";
import { RIBBON, Ribbons } from "./ribbons";

interface Props {
  readonly picture: PanesPicture;
  readonly label: string;
  readonly colours: PictureColours;
}

/** Height of a pane of share 1, and room between, beside and below. */
const SHARE = 112;
const GAP = 6;
const BOTTOM = 18;
const RIGHT = 60;
/** Room for the names of levels. */
const LEVELS = 120;

/** Lines, bars, tints and ribbons over one axis of days, pane under pane. */
export function Panes({ picture, label, colours }: Props) {
  const { days, panes } = picture;
  const right = panes.some((pane) => (pane.levels?.length ?? 0) > 0) ? LEVELS : RIGHT;
  const inner = PICTURE_WIDTH - right;
  const step = (inner - 4) / Math.max(1, days.length);
  const x = (row: number) => 2 + (row + 0.5) * step;
  const heights = panes.map((pane) => (pane.ribbons ? pane.ribbons.length * RIBBON : HEAD + SHARE * pane.share));
  const tops = heights.map((_, k) => heights.slice(0, k).reduce((sum, h) => sum + h + GAP, 0));
  const height = heights.reduce((sum, h) => sum + h + GAP, 0) + BOTTOM;
  const { role } = colours;
  return (
    <PictureFrame height={Math.ceil(height)} label={label}>
      {panes.map((pane, k) => (
        <g key={k} transform={`translate(0 ${tops[k]})`}>
          {pane.ribbons ? (
            <Ribbons ribbons={pane.ribbons} x={x} inner={inner} colours={colours} step={step} />
          ) : (
            <Pane pane={pane} height={heights[k]!} x={x} inner={inner} colours={colours} step={step} />
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
