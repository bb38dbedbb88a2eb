import { extent } from "d3-array";
import { scaleLinear } from "d3-scale";
import type { CurvesPicture } from "@studies/pictures/picture-schema";
import { bandPath, linePath, round } from "./line-path";
import { LegendRow, PictureFrame, PICTURE_WIDTH } from "./picture-frame";
import { axisFigure } from "./picture-words";
import type { PictureColours } from "./picture-colours";

interface Props {
  readonly picture: CurvesPicture;
  readonly label: string;
  readonly colours: PictureColours;
}

const HEIGHT = 250;
const TOP = 20;
const BOTTOM = 34;
const RIGHT = 56;

/** Lines and bands over a count of sessions. */
export function Curves({ picture, label, colours }: Props) {
  const { x: at, bands, lines, unit, along } = picture;
  const { role } = colours;
  const known = [...bands.flatMap((b) => [...b.low, ...b.high]), ...lines.flatMap((l) => l.values)].filter((v) => v !== null);
  const [low = 0, high = 1] = extent([0, ...known]);
  const y = scaleLinear()
    .domain([low, high])
    .nice(5)
    .range([HEIGHT - BOTTOM, TOP]);
  const x = scaleLinear()
    .domain([at[0] ?? 0, at.at(-1) ?? 1])
    .range([2, PICTURE_WIDTH - RIGHT]);
  const place = (row: number) => x(at[row] ?? 0);
  return (
    <PictureFrame height={HEIGHT} label={label}>
      <LegendRow
        x={2}
        y={11}
        soft={role("soft")}
        entries={[
          ...lines.map((l) => ({ name: l.name, colour: colours.of(l.ink), isDashed: l.isDashed })),
          ...bands.map((b) => ({ name: b.name, colour: colours.of(b.ink), isDashed: b.isOutline })),
        ]}
      />
      {y.ticks(5).map((tick) => (
        <g key={tick}>
          <line
            x1={2}
            x2={PICTURE_WIDTH - RIGHT}
            y1={y(tick)}
            y2={y(tick)}
            stroke={role(tick === 0 ? "soft" : "rule")}
            strokeWidth={0.7}
          />
          <text x={PICTURE_WIDTH - RIGHT + 6} y={y(tick) + 4} fill={role("soft")}>
            {axisFigure(unit, tick)}
          </text>
        </g>
      ))}
      {bands.map((band, k) => (
        <path
          key={k}
          d={bandPath(band.low, band.high, place, y)}
          {...(band.isOutline
            ? { fill: "none", stroke: colours.of(band.ink), strokeWidth: 0.9, strokeDasharray: "3 2" }
            : { fill: colours.of(band.ink), fillOpacity: 0.16 })}
        />
      ))}
      {lines.map((line, k) => (
        <path
          key={k}
          d={linePath(line.values, place, y)}
          fill="none"
          stroke={colours.of(line.ink)}
          strokeWidth={line.width ?? 1}
          strokeDasharray={line.isDashed ? "4 3" : undefined}
        />
      ))}
      {x.ticks(8).map((tick) => (
        <text key={tick} x={round(x(tick))} y={HEIGHT - BOTTOM + 14} textAnchor="middle" fill={role("soft")}>
          {tick === 0 ? "" : tick}
        </text>
      ))}
      <text x={PICTURE_WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end" fill={role("soft")}>
        {along}
      </text>
    </PictureFrame>
  );
}
