import type { DrawingKind } from "@core/drawings/drawing";

/** A level of a drawing from a sample on, with what it is. */
export interface DrawnLevel {
  readonly price: number;
  readonly name: string;
}

/** A drawing as it stands on a chart, and what it says as of the session. */
export interface DrawnDrawing {
  readonly id: string;
  readonly name: string;
  readonly kind: DrawingKind;
  readonly scale: "linear" | "log";
  /** Epoch day of the form in force. */
  readonly made: number;
  /** Made after the session from which one looks: shown only where it is asked for, and without a reading. */
  readonly isLater: boolean;
  readonly title: string;
  readonly words: string;
  /** Its points: the place among the samples (negative before the first shown), day and price. */
  readonly points: readonly { readonly sample: number; readonly day: number; readonly price: number }[];
  /** Lines with a value a sample. */
  readonly lines: readonly Float64Array[];
  /** Levels to the right of its last point. */
  readonly levels: readonly DrawnLevel[];
  /** Lower and upper price of a zone. */
  readonly zone?: { readonly lo: number; readonly hi: number } | undefined;
  /** Samples and prices joined by straight strokes. */
  readonly path: readonly (readonly [sample: number, price: number])[];
  /** What is written: at each point of the path, or a label at its point. */
  readonly texts: readonly string[];
}
