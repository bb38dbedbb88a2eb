export const SIDE_STATUSES = [
  "waiting",
  "entered",
  "added",
  "reduced",
  "stopped",
  "target",
  "closed",
  "expired",
  "cancelled",
] as const;
export type SideStatus = (typeof SIDE_STATUSES)[number];

/** Something that happened to a side of a plan. */
export interface PlanChange {
  /** Session index. */
  readonly session: number;
  /** The status that it led to; a stop that was moved leads to none. */
  readonly what: Exclude<SideStatus, "waiting"> | "stop moved";
  /** Of the fill, or where the stop went; NaN where nothing was traded. */
  readonly price: number;
  /** What was bought (positive) or sold, on the short side sold and bought back. */
  readonly units: number;
  readonly at: "open" | "within" | "close";
  /** The bar does not tell the order of what happened in it: this is the one against the plan. */
  readonly isInDoubt: boolean;
  /** Key of the target, add-on or step; else what decided it. */
  readonly by: string;
}
