import { firstFrom } from "@core/columns/first-from";
import type { WindowMarks } from "@studies/seasons/window-marks";
import { signedPercent } from "@studies/words/words";
import { FONT, type ChartTheme } from "./chart-theme";

/** Tints where a date window lay in each year in view, by the way it went, and where it is under way. */
export function windowAreas(
  theme: ChartTheme,
  { days }: { readonly days: Int32Array },
  { froms, tos, moves, coming }: WindowMarks,
): object[] {
  const last = days.length - 1;
  const areaOf = (from: number, to: number, name: string, colour: string) => {
    const [start, end] = [firstFrom(days, from), Math.min(last, firstFrom(days, to))];
    if (to < days[0]! || start > last || start >= end) return [];
    const label = { color: colour, position: "insideTop", fontFamily: FONT, fontSize: 11, fontWeight: 600 };
    return [[{ name, xAxis: start, itemStyle: { color: colour, opacity: 0.16 }, label }, { xAxis: end }]];
  };
  return [
    ...Array.from(moves).flatMap((move, k) =>
      areaOf(froms[k]!, tos[k]!, signedPercent(move), move >= 0 ? theme.teal : theme.rust),
    ),
    ...(coming.hasBegun ? areaOf(coming.from, coming.to, "now", theme.indigo) : []),
  ];
}
