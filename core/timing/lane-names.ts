/** The four lanes of timing, in the order from fast to slow. */
export const LANES = ["Quick", "Checked", "Steady", "Long"] as const;
export type Lane = (typeof LANES)[number];
