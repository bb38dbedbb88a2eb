import type { EChartsType } from "echarts/core";

/** Where a chart has drawn a text, in pixels of its box. */
export interface TextBox {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

interface Drawn {
  readonly type: string;
  readonly style?: { readonly text?: string; readonly opacity?: number };
  readonly invisible?: boolean;
  readonly ignore?: boolean;
  getBoundingRect(): { clone(): Rect };
  getComputedTransform(): number[] | null;
}

interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
  applyTransform(matrix: number[]): void;
}

/** The texts of a chart as they are drawn now, so that it can be checked that none lies on another. */
export function textBoxesOf(chart: EChartsType): TextBox[] {
  const drawn = chart.getZr().storage.getDisplayList(true) as unknown as Drawn[];
  return drawn.flatMap((part): TextBox[] => {
    const text = part.type === "tspan" ? (part.style?.text ?? "") : "";
    if (text.trim() === "" || part.invisible || part.style?.opacity === 0) return [];
    const rect = part.getBoundingRect().clone();
    const matrix = part.getComputedTransform();
    if (matrix) rect.applyTransform(matrix);
    return [{ text, x: rect.x, y: rect.y, width: rect.width, height: rect.height }];
  });
}
