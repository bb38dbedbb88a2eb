/** Zones of participation in all five averages at once, in percent (method 2). */
export const CROWDED = 70;
export const WASHED_OUT = 10;
