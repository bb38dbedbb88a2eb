import {
  CalendarDays,
  ChartCandlestick,
  ChartScatter,
  ClipboardPen,
  Compass,
  Crosshair,
  Database,
  Filter,
  FlaskConical,
  History,
  Layers,
  ListChecks,
  ListTree,
  NotebookPen,
  Orbit,
  Sunrise,
  Timer,
  Waves,
  type LucideIcon,
} from "lucide-react";

/** A screen of the course. Its code stands in `app/routes/` in a folder of its id. */
export interface Screen {
  readonly id: string;
  readonly name: string;
  readonly path: string;
  /** What follows the path in an address, as the router writes it. */
  readonly params?: string;
  /** Pressed after `g`. */
  readonly letter: string;
  readonly about: string;
  readonly icon: LucideIcon;
}

/**
 * The course: the work in its order, with the screens that serve each part. The one list of them: routes, keys, links, the
 * course itself and the journeys that go through all screens are made from it.
 */
export const COURSE = [
  {
    part: "Read",
    screens: [
      { id: "today", icon: Sunrise, name: "Today", path: "/", letter: "t", about: "How the market stands and what changed" },
      {
        id: "regime",
        icon: Compass,
        name: "Regime",
        path: "/regime",
        letter: "e",
        about: "Direction, volatility and the structure of the index",
      },
      { id: "breadth", icon: Waves, name: "Breadth", path: "/breadth", letter: "b", about: "How many members take part" },
      {
        id: "timing",
        icon: Timer,
        name: "Timing",
        path: "/timing",
        letter: "i",
        about: "Pressure, lanes of signals and re-entries",
      },
    ],
  },
  {
    part: "Compare",
    screens: [
      {
        id: "rotation",
        icon: Orbit,
        name: "Rotation",
        path: "/rotation",
        letter: "o",
        about: "Where the members of a set stand against a benchmark, and which way they go",
      },
      {
        id: "groups",
        icon: Layers,
        name: "Groups",
        path: "/groups",
        letter: "r",
        about: "Who leads, sector by sector down to the holdings",
      },
      {
        id: "period-map",
        icon: ChartScatter,
        name: "Period map",
        path: "/period-map",
        letter: "p",
        about: "What every member made between two sessions, and who held up",
      },
      {
        id: "seasons",
        icon: CalendarDays,
        name: "Seasons",
        path: "/seasons",
        letter: "s",
        about: "Which members have been consistent in a month of the year, and from which dates on",
      },
    ],
  },
  {
    part: "Ask",
    screens: [
      {
        id: "precedents",
        icon: History,
        name: "Precedents",
        path: "/precedents",
        letter: "a",
        about: "What happened after sessions like this one",
      },
      {
        id: "key-levels",
        icon: ListTree,
        name: "Key levels",
        path: "/key-levels",
        letter: "k",
        about: "The levels around a close, and where the next session would change a clause",
      },
    ],
  },
  {
    part: "Select",
    screens: [
      {
        id: "screen",
        icon: Filter,
        name: "Screen",
        path: "/screen",
        letter: "n",
        about: "Which stocks fit what is wanted, clause by clause",
      },
      {
        id: "setups",
        icon: Crosshair,
        name: "Setups",
        path: "/setups",
        letter: "u",
        about: "What is set up for the next session, with a bracket for either side",
      },
      {
        id: "lists",
        icon: ListChecks,
        name: "Lists",
        path: "/lists",
        letter: "l",
        about: "What is kept in view: lists picked by hand and those that scans keep",
      },
      {
        id: "chart",
        icon: ChartCandlestick,
        name: "Chart",
        path: "/chart",
        params: "/:ticker?",
        letter: "c",
        about: "One instrument, bar by bar",
      },
    ],
  },
  {
    part: "Act",
    screens: [
      {
        id: "trials",
        icon: FlaskConical,
        name: "Trials",
        path: "/trials",
        letter: "y",
        about: "What an idea would have made: scans at chosen moments, gate by gate, and rebalanced models",
      },
      {
        id: "plans",
        icon: ClipboardPen,
        name: "Plans",
        path: "/plans",
        letter: "j",
        about: "If this, then that, and how much: trades planned, followed and added up in a journal",
      },
      {
        id: "briefs",
        icon: NotebookPen,
        name: "Briefs",
        path: "/briefs",
        letter: "w",
        about: "The week in one sitting: reviews and notes written from what was seen, and calls that are scored",
      },
      { id: "files", icon: Database, name: "Data", path: "/files", letter: "d", about: "What is loaded; import and export" },
    ],
  },
] as const satisfies readonly { readonly part: string; readonly screens: readonly Screen[] }[];

export type ScreenId = (typeof COURSE)[number]["screens"][number]["id"];

export const SCREENS: readonly (Screen & { readonly id: ScreenId })[] = COURSE.flatMap(
  (part): readonly (Screen & { readonly id: ScreenId })[] => part.screens,
);

/** Path of a screen. */
export function pathOf(id: ScreenId): string {
  return SCREENS.find((s) => s.id === id)!.path;
}
