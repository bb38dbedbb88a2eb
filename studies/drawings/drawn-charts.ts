import type { SavedDrawing } from "./drawing-schema";

/** What is drawn on the charts of a market, as plain data that travels to a thread. */
export interface DrawnCharts {
  /** Its own for what is drawn: the same for the same drawings. */
  readonly key: string;
  /** By ticker or the key of a group. */
  readonly charts: Readonly<Record<string, readonly SavedDrawing[]>>;
}

/** Nothing is drawn anywhere. */
export const NOTHING_DRAWN: DrawnCharts = { key: "", charts: {} };
