/** Zones of participation in all five averages at once, in percent, where the analyst has set no others (method 2). */
export const CROWDED = 70;
export const WASHED_OUT = 10;

/** Zones of the Pressure (method 3). */
export const PRESSURE_STRETCHED = 60;
export const PRESSURE_WASHED_OUT = -60;
