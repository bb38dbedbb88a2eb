import { Link } from "react-router";
import { signedPercent } from "@studies/words/words";
import { LEFT, TOP, type Layout, type PlacedRow } from "./rows-layout";

/* What stands still in the picture: its axis, and the name, mean and median of each row. */

/** The axis above, with zero and the index as lines. */
export function Axis({
  layout,
  lineX,
  reference,
  referenceName,
}: {
  layout: Layout;
  lineX: number;
  reference: number;
  referenceName: string;
}) {
  const { x, height, ticks, width } = layout;
  const right = lineX > width - 200;
  return (
    <g pointerEvents="none">
      {ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={x(tick)}
            x2={x(tick)}
            y1={TOP}
            y2={height}
            stroke={tick === 0 ? "var(--ink)" : "var(--rule)"}
            strokeWidth={tick === 0 ? 1 : 0.7}
          />
          <text x={x(tick)} y={11} fontSize={11} textAnchor="middle" fill="var(--soft)">
            {tick === 0 ? "0%" : signedPercent(tick, Math.abs(ticks[1]! - ticks[0]!) < 0.01 ? 1 : 0)}
          </text>
        </g>
      ))}
      {!Number.isNaN(reference) && (
        <>
          <line x1={lineX} x2={lineX} y1={TOP - 14} y2={height} stroke="var(--indigo)" strokeWidth={1.4} strokeDasharray="4 3" />
          <text
            x={right ? lineX - 9 : lineX + 9}
            y={24}
            fontSize={11.5}
            fontWeight={600}
            textAnchor={right ? "end" : "start"}
            fill="var(--indigo)"
          >
            {referenceName} {signedPercent(reference)}
          </text>
        </>
      )}
    </g>
  );
}

/** Name and mean of a row, leading inside where there is something, and its median. */
export function RowFrame({ layout, row, to }: { layout: Layout; row: PlacedRow; to: string | undefined }) {
  const title = (
    <>
      <text x={LEFT - 56} y={row.middle + 4} fontSize={12} textAnchor="end" fill="var(--ink)" fontWeight={to ? 600 : 400}>
        {row.name}
      </text>
      <text x={LEFT - 10} y={row.middle + 4} fontSize={12} textAnchor="end" fill={row.mean >= 0 ? "var(--teal)" : "var(--rust)"}>
        {signedPercent(row.mean)}
      </text>
    </>
  );
  return (
    <g>
      <line x1={0} x2={layout.width} y1={row.top} y2={row.top} stroke="var(--rule)" strokeWidth={0.7} />
      {to ? (
        <Link
          to={to}
          aria-label={`Inside ${row.name}, ${signedPercent(row.mean)} in the mean`}
          className="[&:hover_text]:fill-indigo"
        >
          <rect x={0} y={row.top} width={LEFT - 6} height={layout.rowHeight} fill="transparent" />
          {title}
        </Link>
      ) : (
        title
      )}
      {!Number.isNaN(row.median) && (
        <rect
          x={layout.x(row.median) - 1.2}
          width={2.4}
          y={row.top + 2}
          height={layout.rowHeight - 4}
          fill="var(--track)"
          stroke="var(--soft)"
          strokeWidth={0.5}
        >
          <title>{`median ${signedPercent(row.median)}`}</title>
        </rect>
      )}
    </g>
  );
}
