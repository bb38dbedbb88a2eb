import { findEpochDay, isoDate, reEntries, ruleSentence, sessionsOf, withoutOff, withoutOverlaps, type Rule } from "@core";
import { LANES } from "@core/timing/lane-names";
import { z } from "zod";
import { PRESSURE_WASHED_OUT } from "@studies/breadth/breadth-zones";
import { laneColumns, pressureColumn } from "@studies/columns/timing";
import { conditionsAskedOf } from "@studies/conditions/conditions-of";
import { ruleText } from "@studies/conditions/rule-schema";
import type { Market } from "@studies/market/market";
import { ownStates, COMPOSITE } from "@studies/timing/own-states";
import { date } from "@studies/words/words";
import { dayParam, daysAsked } from "@studies/day-param";

export const EPISODE_KINDS = ["re-entries", "lane", "system", "situation", "dates", "sessions"] as const;
/** What decides the sessions on which something is selected. */
export type EpisodeKind = (typeof EPISODE_KINDS)[number];

const NEVER: Rule = { any: [] };

/** On which sessions something is selected. */
export const episodeParams = {
  at: z
    .enum(EPISODE_KINDS)
    .default("re-entries")
    .describe(
      "re-entries, up turns of a lane or of an own system, occurrences of a situation, typed dates, or successive sessions",
    ),
  level: z.coerce.number().min(-100).max(0).default(PRESSURE_WASHED_OUT).describe("Pressure of a wash-out before a re-entry"),
  lane: z.enum(LANES).default("Checked").describe("whose up turns"),
  on: z.string().min(1).max(20).default(COMPOSITE).describe("of an own system: composite, or the ticker of an instrument"),
  up: ruleText.default(NEVER).describe("of an own system: rule for up"),
  down: ruleText.default(NEVER).describe("of an own system: rule for down"),
  situation: ruleText
    .default(NEVER)
    .describe("of a situation, asked of the market: its rule; occurrences that overlap are left out"),
  dates: z
    .string()
    .max(4000)
    .refine((text) => datesOf(text).every((day) => !Number.isNaN(day)), "has something that is no date as YYYY-MM-DD")
    .default("")
    .describe("typed dates with commas between"),
  number: z.coerce.number().int().min(1).max(60).default(5).describe("how many successive sessions, from the first date on"),
  from: dayParam.optional().describe("first date of an episode"),
  to: dayParam.optional().describe("last one"),
};

export type EpisodesAsked = z.output<z.ZodObject<typeof episodeParams>>;

function datesOf(text: string): number[] {
  return text
    .split(/[\s,;]+/)
    .filter((part) => part !== "")
    .map(findEpochDay);
}

/**
 * The sessions of the episodes asked for, ascending; undefined where what a system is on is not known.
 * @param hold sessions that a purchase is held: occurrences of a situation within it are one
 */
export function episodesOf(market: Market, asked: EpisodesAsked, hold: number): Int32Array | undefined {
  const { sessions, t } = market;
  const { from, to } = daysAsked(asked);
  const within = (found: Iterable<number>) => Int32Array.from(found).filter((s) => sessions[s]! >= from && sessions[s]! <= to);
  switch (asked.at) {
    case "re-entries": {
      const { pressure } = market.perSession(pressureColumn);
      const { episodes } = reEntries(pressure, market.perSession(laneColumns).Checked, asked.level);
      return within(episodes.map((e) => e.session));
    }
    case "lane":
      return within(upTurns(market.perSession(laneColumns)[asked.lane]));
    case "system": {
      const own = ownStates(market, asked.on, asked.up, asked.down);
      return own && within(upTurns(own.states));
    }
    case "situation": {
      const conditions = conditionsAskedOf(market, marketAsked(market));
      const found = within(sessionsOf(conditions.truth(withoutOff(asked.situation), "close").yes));
      return Int32Array.from(withoutOverlaps(found, { entry: "next open", hold, exit: "close", side: 1, costBp: 0 }));
    }
    case "dates": {
      const found = datesOf(asked.dates).map((day) => sessions.findLastIndex((own) => own <= day));
      // A date before the first session, or after the last, is none.
      return Int32Array.from(new Set(found.filter((s, k) => s >= 0 && datesOf(asked.dates)[k]! <= market.asOf))).sort();
    }
    case "sessions": {
      const first = asked.from === undefined ? t + 1 - asked.number : sessions.findIndex((day) => day >= from);
      if (first < 0) return new Int32Array(0);
      return Int32Array.from({ length: Math.max(0, Math.min(asked.number, t + 1 - first)) }, (_, k) => Math.max(0, first) + k);
    }
  }
}

/** Whom a rule about the market is asked of: its broad index, or its composite. */
export function marketAsked(market: Market) {
  const index = market.find(market.row.broadIndex ?? "");
  return index ? { part: market, instrument: index } : ("composite" as const);
}

/** The sessions on which states turn up. */
function upTurns(states: Int8Array): number[] {
  const found: number[] = [];
  states.forEach((state, s) => {
    if (state === 1 && states[s - 1] !== 1) found.push(s);
  });
  return found;
}

/** One episode and several, in words: "re-entry", "re-entries". */
export function episodeWords(asked: EpisodesAsked, marketName: string): readonly [one: string, many: string] {
  switch (asked.at) {
    case "re-entries":
      return ["re-entry", "re-entries"];
    case "lane":
      return [`up turn of the lane ${asked.lane}`, `up turns of the lane ${asked.lane}`];
    case "system":
      return ["up turn of the own system", "up turns of the own system"];
    case "situation":
      return ["session", "sessions"].map((noun) => `${noun} on which, for ${marketName}, ${ruleSentence(asked.situation)}`) as [
        string,
        string,
      ];
    case "dates":
      return ["typed date", "typed dates"];
    case "sessions":
      return ["session", "successive sessions"];
  }
}

/** From when to when, in words; empty where nothing is said. */
export function spanWords({ from, to, at }: EpisodesAsked): string {
  if (at === "dates") return "";
  if (at === "sessions") return from === undefined ? "" : ` from ${date(findEpochDay(from))} on`;
  const since = from === undefined ? "" : ` since ${yearOrDate(from)}`;
  return `${since}${to === undefined ? "" : ` until ${date(findEpochDay(to))}`}`;
}

const yearOrDate = (iso: string) => (iso.endsWith("-01-01") ? iso.slice(0, 4) : date(findEpochDay(isoDate(findEpochDay(iso)))));
