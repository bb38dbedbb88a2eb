import { breadth } from "./breadth";
import { chart } from "./chart";
import type { Study } from "./define-study";
import { directory } from "./directory";
import { focus } from "./focus";
import { groups } from "./groups";
import { members } from "./members";
import { regimeStudy } from "./regime";
import { stocks } from "./stocks";
import { timeline } from "./timeline";
import { today } from "./today";

/** Every question that can be asked of a market. */
const ALL = [today, regimeStudy, breadth, members, groups, stocks, chart, directory, focus, timeline] as const;

/** The studies by name. */
export const STUDIES: ReadonlyMap<string, Study> = new Map(ALL.map((study) => [study.name, study as unknown as Study]));
