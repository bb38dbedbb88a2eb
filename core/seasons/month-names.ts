/** The months of the year in their order. */
export const MONTH_NAMES = [
  ...["January", "February", "March", "April", "May", "June"],
  ...["July", "August", "September", "October", "November", "December"],
] as const;
