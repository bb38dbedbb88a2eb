/** Zones of participation in all five averages at once, in percent, where the analyst has set no others (method 2). */
export const CROWDED = 70;
export const WASHED_OUT = 10;

/** Zones of the Tide (method 3). */
export const TIDE_STRETCHED = 60;
export const TIDE_WASHED_OUT = -60;
