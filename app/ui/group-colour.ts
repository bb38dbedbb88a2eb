/** Colours of groups, told apart also by colour-blind eyes; a sector's place among the market's sectors picks its own. */
export const GROUP_COLOURS = [
  "#2f7fb8",
  "#c0562b",
  "#5d7f2f",
  "#8c6bb1",
  "#c79a1e",
  "#0e8a86",
  "#a3456f",
  "#6b6b6b",
  "#d08a5a",
  "#4452a3",
  "#3f9a68",
  "#94876a",
  "#7a8fd0",
];

export function groupColour(sector: string, sectors: readonly string[]): string {
  const place = sectors.indexOf(sector);
  return GROUP_COLOURS[(place < 0 ? 7 : place) % GROUP_COLOURS.length]!;
}
