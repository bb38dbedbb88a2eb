import type { Sampling } from "@core/rotation/samples";

/** What a bar is called, by how often there is one. */
export const BAR_UNITS: Readonly<Record<Sampling, string>> = { daily: "session", weekly: "week", monthly: "month" };
