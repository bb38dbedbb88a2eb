import type { ChartTheme } from "./chart-theme";
import type { RenderApi, RenderParams } from "./render-item";

/* What a custom series draws, without a chart: its rows asked one by one in a frame whose pixels are known. */

/** Each colour is its own name. */
export const NAMED_COLOURS: ChartTheme = {
  ...{ paper: "paper", raised: "raised", ink: "ink", soft: "soft", rule: "rule" },
  ...{ teal: "teal", rust: "rust", indigo: "indigo", amber: "amber" },
};

/** A part of what was drawn. */
export interface DrawnPart {
  readonly type: string;
  readonly x?: number;
  readonly y?: number;
  readonly shape?: Readonly<Record<string, number>> & { readonly points?: readonly (readonly [number, number])[] };
  readonly style: Readonly<Record<string, unknown>> & { readonly text?: string; readonly lineDash?: readonly number[] | null };
}

interface CustomSeries {
  readonly data: readonly (readonly number[])[];
  readonly renderItem: (params: RenderParams, api: RenderApi) => { readonly children: readonly object[] } | object | undefined;
}

/** A frame of 1,000 by 400 pixels from (100, 50): ten pixels a sample from `first` on, four a unit of price down from `top`. */
export const FRAME = { x: 100, y: 50, width: 1000, height: 400 };

/** The parts that each row of a series comes to; none for a row that is not drawn. */
export function drawnBy(series: object, { first = 0, top = 100 } = {}): DrawnPart[][] {
  const { data, renderItem } = series as CustomSeries;
  return data.map((row, dataIndex) => {
    const api: RenderApi = {
      value: (dimension) => row[dimension]!,
      coord: ([x, y]) => [FRAME.x + 10 * (x - first), FRAME.y + 4 * (top - y)],
      size: ([x, y]) => [10 * x, 4 * y],
    };
    const item = renderItem({ dataIndex, coordSys: FRAME }, api);
    if (!item) return [];
    return ("children" in item ? item.children : [item]) as DrawnPart[];
  });
}

/** The values that a line is drawn from, a place each. */
export function lineValues(data: unknown): number[] {
  const pairs = data as Float64Array;
  return Array.from({ length: pairs.length / 2 }, (_, k) => {
    if (pairs[2 * k] !== k) throw new Error(`value ${k} is placed at ${pairs[2 * k]}`);
    return pairs[2 * k + 1]!;
  });
}
