import type { PlotPlace } from "./plot-kind";

/** A line of a plot, a value a sample. */
export interface DrawnLine {
  readonly name: string;
  readonly values: Float64Array;
  readonly style: "line" | "thin" | "bars" | "dots";
  /** Of a line through numbered turns: the number at each sample that has one. */
  readonly numbers?: readonly (readonly [sample: number, text: string])[];
}

/** How a state of a ribbon counts: well, badly, or neither; the half is said paler. */
export type StateTone = -1 | -0.5 | 0 | 0.5 | 1;

/** States over time, a band a sample. */
export interface DrawnRibbon {
  readonly name: string;
  /** Places in the list of states, -1 for none. */
  readonly states: Int8Array;
  readonly words: readonly string[];
  readonly tones: readonly StateTone[];
}

/** Something at a sample: a date to know, or a signal up or down. */
export interface DrawnMark {
  readonly sample: number;
  readonly words: string;
  readonly sign: -1 | 0 | 1;
}

/** A level at the right edge. */
export interface DrawnEdge {
  readonly price: number;
  readonly name: string;
}

/** What a plot comes to on a chart, and how it reads at its last sample. */
export interface Drawn {
  /** The present value as it is said, and what it says. */
  readonly value: string;
  readonly says: string;
  readonly lines?: readonly DrawnLine[];
  readonly ribbons?: readonly DrawnRibbon[];
  readonly marks?: readonly DrawnMark[];
  readonly edges?: readonly DrawnEdge[];
  /** Days between which the prices are tinted, by the states of a ribbon. */
  readonly tint?: DrawnRibbon;
}

/** A parameter of a plot, to be changed in place. */
export interface PlotParameter {
  readonly name: string;
  readonly value: string;
  readonly among?: readonly string[];
  readonly min?: number;
  readonly max?: number;
  readonly step?: "1" | "any";
}

/** A plot on a chart. */
export interface Plotted extends Drawn {
  /** As it stands in the link. */
  readonly text: string;
  readonly title: string;
  readonly place: PlotPlace;
  readonly hidden: boolean;
  /** Whether it could stand on the prices and has a pane of its own. */
  readonly ownPane: boolean;
  readonly guides: readonly number[];
  readonly params: readonly PlotParameter[];
}
