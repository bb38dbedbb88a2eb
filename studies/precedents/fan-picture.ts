import { lineOf, plainNumbers } from "@studies/pictures/picture-parts";
import type { Picture } from "@studies/pictures/picture-schema";
import type { Fan } from "./fan";

/** Paths drawn one by one beneath the band. */
const MOST_PATHS = 24;

/** The fan as a picture: some paths, the middle half and the median, and the middle half of all sessions as an outline. */
export function fanPicture(fan: Fan): Picture | undefined {
  const { length, paths } = fan;
  if (length < 2 || paths.length === 0) return undefined;
  const n = paths.length / length;
  const step = Math.max(1, Math.ceil(n / MOST_PATHS));
  const shown = Array.from({ length: Math.ceil(n / step) }, (_, k) => paths.subarray(k * step * length, (k * step + 1) * length));
  return {
    ...{ kind: "curves", along: "sessions from the entry", unit: "change" },
    x: Array.from({ length }, (_, k) => k),
    bands: [
      {
        name: "middle half of all sessions",
        low: plainNumbers(fan.baseLow),
        high: plainNumbers(fan.baseHigh),
        ink: "soft",
        isOutline: true,
      },
      { name: "middle half", low: plainNumbers(fan.low), high: plainNumbers(fan.high), ink: "teal" },
    ],
    lines: [
      ...shown.map((path) => lineOf("", path, "rule", { width: 0.5 })),
      lineOf("median", fan.median, "teal", { width: 1.8 }),
    ],
  };
}
