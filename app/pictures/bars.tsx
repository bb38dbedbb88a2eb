import { scaleLinear } from "d3-scale";
import type { BarsPicture } from "@studies/pictures/picture-schema";
import { round } from "./line-path";
import { PictureFrame, PICTURE_WIDTH } from "./picture-frame";
import { pictureFigure } from "./picture-words";
import type { PictureColours } from "./picture-colours";

interface Props {
  readonly picture: BarsPicture;
  readonly label: string;
  readonly colours: PictureColours;
}

const ROW = 20;
/** Room for the names, by the longest of them. */
const LETTER = 5.9;
const MOST_NAMES = 230;
const FIGURES = 64;
const WORDS = 76;
const MOST_LETTERS = 38;

/** A bar a row from nothing, teal up and rust down, with its figure; a tick where something is set against it. */
export function Bars({ picture, label, colours }: Props) {
  const { rows, unit, tick } = picture;
  const longest = Math.max(0, ...rows.map((row) => Math.min(MOST_LETTERS, row.name.length)));
  const names = Math.min(MOST_NAMES, 14 + LETTER * longest);
  const hasWords = rows.some((row) => row.words !== undefined);
  const right = PICTURE_WIDTH - FIGURES - (hasWords ? WORDS : 0);
  const known = rows.flatMap((row) => [row.value ?? 0, row.tick ?? 0]);
  const whole = unit === "percent" ? 100 : unit === "fraction" ? 1 : 0;
  const x = scaleLinear()
    .domain([Math.min(0, ...known), Math.max(whole, 0, ...known)])
    .range([names, right - 8]);
  const top = tick === undefined ? 2 : 18;
  const height = top + ROW * rows.length + 2;
  const { role } = colours;
  return (
    <PictureFrame height={height} label={label}>
      {tick !== undefined && (
        <g>
          <line x1={names + 4} x2={names + 4} y1={2} y2={13} stroke={role("ink")} strokeWidth={2} />
          <text x={names + 11} y={11} fill={role("soft")}>
            {tick}
          </text>
        </g>
      )}
      {rows.map((row, k) => {
        const y = top + ROW * k;
        const value = row.value ?? 0;
        const [from, to] = [Math.min(x(0), x(value)), Math.max(x(0), x(value))];
        const colour = row.ink ? colours.of(row.ink) : role(value < 0 ? "rust" : "teal");
        return (
          <g key={k}>
            <text x={names - 8} y={y + 14} textAnchor="end" fill={role("ink")}>
              {row.name.length > MOST_LETTERS ? `${row.name.slice(0, MOST_LETTERS - 1)}…` : row.name}
            </text>
            {whole > 0 && <rect x={names} y={y + 4} width={right - 8 - names} height={12} fill={role("track")} />}
            <rect
              x={round(from)}
              y={y + 4}
              width={Math.max(0.5, round(to - from))}
              height={12}
              fill={colour}
              fillOpacity={0.75}
            />
            {typeof row.tick === "number" && (
              <line x1={round(x(row.tick))} x2={round(x(row.tick))} y1={y + 2} y2={y + 18} stroke={role("ink")} strokeWidth={2} />
            )}
            <text x={right + FIGURES - 8} y={y + 14} textAnchor="end" fill={role("ink")} fontWeight={600}>
              {row.value === null ? "–" : pictureFigure(unit, row.value)}
            </text>
            {row.words !== undefined && (
              <text x={PICTURE_WIDTH - 2} y={y + 14} textAnchor="end" fill={role("soft")}>
                {row.words}
              </text>
            )}
          </g>
        );
      })}
      <line x1={round(x(0))} x2={round(x(0))} y1={top} y2={height - 2} stroke={role("ink")} strokeWidth={0.8} />
    </PictureFrame>
  );
}
