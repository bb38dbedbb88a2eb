import { SCREENS } from "../app/screens";

/** Every screen, and what some show of other sets, levels and settings; what begins with $ is put in by `placesOn`. */
const PLACES = [
  ...SCREENS.filter(({ id }) => id !== "chart" && id !== "seasons").map(({ path }) => path),
  "/guide",
  "/help",
  "/files/instruments",
  "/chart",
  "/chart/$stock",
  "/chart/$stock?window=03-01.20",
  "/chart/$stock?plot=rsi_14&enter=its close is above its 20-session simple average",
  "/rotation?set=stock&in=$index",
  "/rotation?set=world&beside=flat",
  "/groups?peers=industry&focus=$group",
  "/groups?peers=fund",
  "/groups?peers=world",
  "/groups?peers=commodity",
  "/groups?in=$group",
  "/groups?in=$index",
  "/groups?in=$fund&beside=chart",
  "/seasons?years=3",
  "/seasons?years=3&set=stock&period=session",
  "/seasons/windows?years=3&wins=3",
  "/trials?cell=0.2025-01-02",
  "/trials/weeks",
  `/trials/gates?gate=${encodeURIComponent('{"level":"market","when":{"all":[]}}')}`,
  "/trials/models",
  "/trials/models?set=world",
  "/plans/$plan?option=1",
  "/plans/$plan/page",
  "/plans/journal",
  "/plans/accounts",
  "/briefs/calls",
  "/briefs/$brief",
];

/** Names that stand in the places: a stock, the groups, and a plan and a brief that were made for them. */
export interface Named {
  readonly stock: string;
  readonly group: string;
  readonly index: string;
  readonly fund: string;
  readonly plan: string;
  readonly brief: string;
}

export const PLACE_COUNT = PLACES.length;

/** One part of so many of all places, each with the names of a server. */
export function placesOn(named: Named, part: number, parts: number): string[] {
  return PLACES.filter((_, k) => k % parts === part).map((place) =>
    place.replace(/\$(\w+)/g, (_, name: string) => named[name as keyof Named]),
  );
}

/** A place as of a date. */
export function asOf(place: string, date: string): string {
  return `${place}${place.includes("?") ? "&" : "?"}asof=${date}`;
}
