import {
  ChartCandlestick,
  Compass,
  Database,
  Layers,
  LayoutGrid,
  Orbit,
  Sunrise,
  Timer,
  Waves,
  type LucideIcon,
} from "lucide-react";

export interface Screen {
  readonly name: string;
  readonly path: string;
  /** Pressed after `g`. */
  readonly letter: string;
  readonly icon: LucideIcon;
  readonly about: string;
}

/** The course: the work in its order, with the screens that serve each part. */
export const COURSE: readonly { readonly part: string; readonly screens: readonly Screen[] }[] = [
  {
    part: "Read",
    screens: [
      { name: "Today", path: "/", letter: "t", icon: Sunrise, about: "How the market stands and what changed" },
      {
        name: "Regime",
        path: "/regime",
        letter: "e",
        icon: Compass,
        about: "Direction, volatility and the structure of the index",
      },
      { name: "Breadth", path: "/breadth", letter: "b", icon: Waves, about: "How many members take part" },
      { name: "Timing", path: "/timing", letter: "i", icon: Timer, about: "Pressure, lanes of signals and re-entries" },
    ],
  },
  {
    part: "Compare",
    screens: [
      {
        name: "Rotation",
        path: "/rotation",
        letter: "o",
        icon: Orbit,
        about: "Where the members of a set stand and are heading against a benchmark",
      },
      { name: "Groups", path: "/groups", letter: "r", icon: Layers, about: "Who leads, sector by sector down to the holdings" },
      {
        name: "Period map",
        path: "/period-map",
        letter: "p",
        icon: LayoutGrid,
        about: "What every member made between two sessions, and who held up",
      },
    ],
  },
  {
    part: "Select",
    screens: [{ name: "Chart", path: "/chart", letter: "c", icon: ChartCandlestick, about: "One instrument, bar by bar" }],
  },
  {
    part: "Act",
    screens: [{ name: "Data", path: "/files", letter: "d", icon: Database, about: "What is loaded; import and export" }],
  },
];

export const SCREENS: readonly Screen[] = COURSE.flatMap((part) => part.screens);
