/** Nearer to its entry than so many ATRs a plan is near its trigger. */
export const NEAR_TRIGGER = 1;
