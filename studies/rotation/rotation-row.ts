import type { RotationEventKind } from "@core";
import type { Inside } from "@studies/sets/set-below";

/** A past event of a member, with the day of its sample. */
export interface PastEvent {
  readonly key: string;
  readonly name: string;
  readonly kind: RotationEventKind;
  readonly day: number;
  /** Samples since. */
  readonly ago: number;
}

export interface RotationRow {
  readonly key: string;
  readonly name: string;
  readonly ticker: string;
  readonly family: string;
  readonly temperament: string;
  /** Market value at the as-of session, NaN where unknown. */
  readonly value: number;
  readonly down: Inside | undefined;
  /** T and M at the shown samples, in sigma. */
  readonly trend: Float64Array;
  readonly momentum: Float64Array;
  /** The same against a flat line. */
  readonly flatTrend: Float64Array;
  readonly flatMomentum: Float64Array;
  /** Phase now, empty where there is none yet; and for how many samples. */
  readonly phase: string;
  readonly since: number;
  readonly fromHub: number;
  readonly direction: number;
  readonly step: number;
  readonly score: number;
}
