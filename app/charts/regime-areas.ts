import { runsOf } from "./runs-of";
import { FONT, type ChartTheme } from "./chart-theme";

/** Directions of the regime by their codes. */
export const DIRECTION_WORDS = ["falling", "ranging", "rising"];

/** Tints behind a line where the regime rises or falls, named where there is room. */
export function regimeAreas(theme: ChartTheme, direction: Int8Array): object[] {
  const areas: object[] = [];
  for (const [start, end, state] of runsOf(direction)) {
    if (state === 0 || state === 2) {
      const colour = state === 2 ? theme.teal : theme.rust;
      const wide = end - start > direction.length / 12;
      areas.push([
        {
          name: wide ? DIRECTION_WORDS[state] : "",
          xAxis: start,
          itemStyle: { color: colour, opacity: 0.1 },
          label: { color: colour, position: "insideTopLeft", fontFamily: FONT, fontSize: 11 },
        },
        { xAxis: end },
      ]);
    }
  }
  return areas;
}
