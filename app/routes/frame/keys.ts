import { SCREENS } from "~/screens";

/** The keys that work on every screen, and what each does. */
export const KEYS: readonly (readonly [keys: string, does: string])[] = [
  ["[ and ]", "one session back, one session on"],
  ["\\", "to the latest session"],
  ["h, held", "what came after the as-of date, in the bar at the top"],
  ["Ctrl K", "find an instrument, group, screen or action"],
  ["g, then a letter", SCREENS.map((s) => `${s.letter} ${s.name}`).join(", ")],
  ["m", "to the main table or picture of the screen"],
  ["Up and Down", "through the rows of a table; through its list on a chart"],
  ["Enter", "open the row"],
  ["Space", "put the row's group into the focus, or take it out"],
  ["Del", "delete the row of something that you made; it can be put back"],
  [".", "the charts of a table one by one: k keeps, x drops, s marks for the short side, n notes"],
  ["v", "a chart beside the list in Groups, which follows the row"],
  ["d, w and Shift M", "a chart by day, week or month"],
  ["on a chart", "Left and Right walk the bars, with Shift they pan; + and − zoom, 0 shows all"],
  ["a, and 1 to 9", "on a chart: type what is added; put an arrangement on it"],
  ["in its legend", "Up and Down walk the lines, Enter opens one, h hides it, Del removes it"],
  ["Ctrl Z, Ctrl Shift Z", "undo and redo what was done on a chart"],
  ["p", "pin what is in hand for a brief: the reading, or the table, picture, plan or call that the keyboard was moved to"],
  ["Shift P", "the tray: what was pinned"],
  ["n, Shift N", "through the screens of a routine that is under way, on and back"],
  [
    "on a brief",
    "t words, s heading, c call; on a part: Enter edits or opens it, Alt Up and Down move it, f freezes, Del takes it out",
  ],
  ["w", "on Today: the evening note"],
  ["Backspace", "back to the screen this one was opened from"],
  ["?", "the course, and these keys"],
];
