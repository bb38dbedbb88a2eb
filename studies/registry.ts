import { breadth } from "./breadth";
import { breadthSectors } from "./breadth-sectors";
import { chart } from "./chart";
import type { Study } from "./define-study";
import { directory } from "./directory";
import { exposure } from "./exposure";
import { focus } from "./focus";
import { fund } from "./fund";
import { series } from "./series";
import { followed } from "./followed";
import { groups } from "./groups";
import { internals } from "./internals";
import { periodMap } from "./period-map";
import { members } from "./members";
import { oscillators } from "./oscillators";
import { ownTiming } from "./own-timing";
import { regimeStudy } from "./regime";
import { regimeStates } from "./regime-states";
import { rotation } from "./rotation";
import { signals } from "./signals";
import { stocks } from "./stocks";
import { structure } from "./structure";
import { timeline } from "./timeline";
import { timing } from "./timing";
import { timingSummary } from "./timing-summary";
import { today } from "./today";

/** Every question that can be asked of a market. */
const ALL = [
  today,
  regimeStudy,
  regimeStates,
  structure,
  oscillators,
  exposure,
  breadth,
  breadthSectors,
  internals,
  followed,
  members,
  timing,
  timingSummary,
  ownTiming,
  signals,
  rotation,
  groups,
  periodMap,
  stocks,
  chart,
  directory,
  focus,
  fund,
  series,
  timeline,
] as const;

/** The studies by name. */
export const STUDIES: ReadonlyMap<string, Study> = new Map(ALL.map((study) => [study.name, study as unknown as Study]));
