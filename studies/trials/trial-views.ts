/** The ways in which something is tried: scans at chosen moments, a scan week by week, gates, rebalanced models. */
export const TRIAL_VIEWS = ["moments", "weeks", "gates", "models"] as const;
export type TrialView = (typeof TRIAL_VIEWS)[number];
