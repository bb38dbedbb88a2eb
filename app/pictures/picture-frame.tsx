import type { ReactNode } from "react";

/** Width of a picture, in its own units: that of the column of a brief. */
export const PICTURE_WIDTH = 600;

interface Props {
  readonly height: number;
  readonly width?: number;
  /** How wide it is drawn at most, in pixels [as wide as there is room]. */
  readonly most?: number;
  readonly label: string;
  readonly children: ReactNode;
}

/** The drawing of a picture: it fills the width it is given, and its letters are of the interface's face. */
export function PictureFrame({ height, width = PICTURE_WIDTH, most, label, children }: Props) {
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${width} ${height}`}
      width={most ?? width}
      height={most === undefined ? height : (most * height) / width}
      role="img"
      aria-label={label}
      fontFamily="'Hanken Grotesk Variable', sans-serif"
      fontSize={11}
      style={{
        maxWidth: "100%",
        height: "auto",
        display: "block",
        margin: "0 auto",
        ...(most === undefined ? { width: "100%" } : {}),
      }}
    >
      {children}
    </svg>
  );
}

interface LegendEntry {
  readonly name: string;
  readonly colour: string;
  readonly isDashed?: boolean | undefined;
}

const LETTER = 5.9;

/** What the lines are, on one row. */
export function LegendRow({ entries, x, y, soft }: { entries: readonly LegendEntry[]; x: number; y: number; soft: string }) {
  const named = entries.filter((entry) => entry.name !== "");
  const starts = named.map((_, k) => x + named.slice(0, k).reduce((sum, { name }) => sum + 30 + LETTER * name.length, 0));
  return (
    <g>
      {named.map(({ name, colour, isDashed }, k) => (
        <g key={k} transform={`translate(${starts[k]} ${y})`}>
          <line x2={14} y1={-4} y2={-4} stroke={colour} strokeWidth={2} strokeDasharray={isDashed ? "3 2" : undefined} />
          <text x={18} fill={soft}>
            {name}
          </text>
        </g>
      ))}
    </g>
  );
}
