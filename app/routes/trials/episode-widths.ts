/* Widths of the columns of the table of episodes, in pixels. */

export const NAME = 176;
export const AVERAGES = [56, 52, 58, 58, 62, 66];
export const EPISODE = 58;
