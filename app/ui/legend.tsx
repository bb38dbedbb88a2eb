import type { CSSProperties } from "react";
import { Explained } from "./term";

export interface LegendEntry {
  readonly label: string;
  readonly colour: string;
  readonly line?: "solid" | "dashed" | "dotted";
  /** A tinted band. */
  readonly area?: boolean;
}

/** What the lines or dots of a picture are. */
export function Legend({ entries }: { entries: readonly LegendEntry[] }) {
  return (
    <ul className="flex flex-wrap gap-x-3 text-[12px] text-soft">
      {entries.map((e) => (
        <li key={e.label} className="flex items-center gap-1.5 whitespace-nowrap">
          <i aria-hidden style={markStyle(e)} />
          <span>
            <Explained text={e.label} />
          </span>
        </li>
      ))}
    </ul>
  );
}

function markStyle({ colour, line, area }: LegendEntry): CSSProperties {
  if (area) return { width: 14, height: 9, background: colour, opacity: 0.22 };
  return line ? { width: 16, borderTop: `2px ${line} ${colour}` } : { width: 8, height: 8, borderRadius: 8, background: colour };
}
