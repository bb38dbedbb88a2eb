/* What a custom series is given to draw with: of ECharts' own types only what is used here. */

export interface RenderApi {
  value(dimension: number): number;
  coord(point: readonly [number, number]): [number, number];
  size(of: readonly [number, number]): [number, number];
}

export interface RenderParams {
  readonly dataIndex: number;
  readonly coordSys: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}
