import type { DialPicture, PanesPicture, PictureInk, PictureLine, PicturePane } from "./picture-schema";

/** Points of a line that can be told apart on a page. */
const MOST_POINTS = 800;

/** A number as a picture carries it: six digits, null for none. */
export function plainNumber(x: number): number | null {
  return Number.isFinite(x) ? Number(x.toPrecision(6)) : null;
}

/** Numbers as a picture carries them. */
export function plainNumbers(values: ArrayLike<number>): (number | null)[] {
  return Array.from(values, plainNumber);
}

/** A line of a column. */
export function lineOf(
  name: string,
  values: ArrayLike<number>,
  ink: PictureInk,
  { width, isDashed = false }: { readonly width?: number; readonly isDashed?: boolean } = {},
): PictureLine {
  return {
    name,
    values: plainNumbers(values),
    ink,
    ...(width === undefined ? {} : { width }),
    ...(isDashed ? { isDashed } : {}),
  };
}

/** Runs of a column of states, each with the rows that it has. */
export function runsOfStates(
  states: ArrayLike<number>,
): { readonly from: number; readonly to: number; readonly state: number }[] {
  const runs: { from: number; to: number; state: number }[] = [];
  for (let s = 0; s < states.length; s++) {
    const last = runs.at(-1);
    if (last && last.state === states[s]) last.to = s;
    else runs.push({ from: s, to: s, state: states[s]! });
  }
  return runs;
}

/** Panes over one axis of days; of more rows than a page can show only every so many, and the last. */
export function panesPicture(days: Int32Array, panes: readonly PicturePane[]): PanesPicture {
  const step = Math.ceil(days.length / MOST_POINTS);
  if (step <= 1) return { kind: "panes", days: Array.from(days), panes };
  const offset = (days.length - 1) % step;
  const takes = <T>(all: readonly T[]) => all.filter((_, k) => k % step === offset);
  const place = (row: number) => Math.min(Math.floor(days.length / step), Math.max(0, Math.round((row - offset) / step)));
  const placed = ([row, value]: readonly [number, number]): readonly [number, number] => [(row - offset) / step, value];
  return {
    kind: "panes",
    days: takes(Array.from(days)),
    panes: panes.map((pane) => ({
      ...pane,
      lines: pane.lines.map((line) => ({ ...line, values: takes(line.values) })),
      ...(pane.candles && {
        candles: {
          open: takes(pane.candles.open),
          high: takes(pane.candles.high),
          low: takes(pane.candles.low),
          close: takes(pane.candles.close),
        },
      }),
      ...(pane.tints && { tints: pane.tints.map((tint) => ({ ...tint, from: place(tint.from), to: place(tint.to) })) }),
      ...(pane.drawn && {
        drawn: {
          lines: pane.drawn.lines.map((own) => ({ ...own, values: takes(own.values) })),
          bands: pane.drawn.bands.map((band) => ({ ...band, from: place(band.from), to: place(band.to) })),
          strokes: pane.drawn.strokes.map((stroke) => ({ ...stroke, from: placed(stroke.from), to: placed(stroke.to) })),
          words: pane.drawn.words.map((one) => ({ ...one, at: placed(one.at) })),
        },
      }),
      ...(pane.ribbons && {
        ribbons: pane.ribbons.map((ribbon) => ({
          ...ribbon,
          runs: ribbon.runs.map(([from, to, state]): [number, number, number] => [place(from), place(to), state]),
        })),
      }),
    })),
  };
}

/** Tints of a column of directions: 0 falling, 2 rising. */
export function directionTints(direction: ArrayLike<number>): NonNullable<PicturePane["tints"]> {
  return runsOfStates(direction)
    .filter(({ state }) => state === 0 || state === 2)
    .map(({ from, to, state }) =>
      state === 0 ? { from, to, ink: "rust", name: "falling" } : { from, to, ink: "teal", name: "rising" },
    );
}

interface Turning {
  readonly name: string;
  readonly family: string;
  readonly trend: ArrayLike<number>;
  readonly momentum: ArrayLike<number>;
}

/** Members of a set by their trend and momentum, each in the colour of its name, or of what it belongs to. */
export function dialPicture(rows: readonly Turning[], samples: number): DialPicture {
  return {
    kind: "dial",
    members: rows.flatMap(({ name, family, trend, momentum }) => {
      const trail = Array.from(trend, (t, k): [number, number] => [plainNumber(momentum[k]!) ?? NaN, plainNumber(t) ?? NaN])
        .slice(-samples)
        .filter(([m, t]) => Number.isFinite(m) && Number.isFinite(t));
      return trail.length === 0 ? [] : [{ name, ink: { group: family === "" ? name : family }, trail }];
    }),
  };
}

/** Of ranked rows those at either end, where there are more than a page can show. */
export function endsOf<T>(rows: readonly T[], most = 24): readonly T[] {
  return rows.length <= most ? rows : [...rows.slice(0, most / 2), ...rows.slice(-most / 2)];
}
