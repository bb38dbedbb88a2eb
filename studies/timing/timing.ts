import { definedRows, isoDate, reEntries, whatFollowed, type ReEntryState } from "@core";
import { z } from "zod";
import { PRESSURE_WASHED_OUT } from "@studies/breadth/breadth-zones";
import { defineStudy, type Sentence } from "@studies/define-study";
import { LANES } from "@core/timing/lane-names";
import { signalRecords, signalsOf } from "./signal-records";
import { laneColumns, pressureColumn } from "@studies/columns/timing";
import { count, date, fixed, signed, signedPercent } from "@studies/words/words";
import { pressureNow, lanesNow, lanesSentence, pressureSentence, type LaneNow } from "./timing-now";
import { compositeColumn, referenceColumns } from "@studies/columns/composites";
import { tableOfColumns } from "@studies/table";
import { lineOf, panesPicture, runsOfStates } from "@studies/pictures/picture-parts";

interface TimingAnswer {
  readonly reEntry: { readonly episodes: readonly { readonly day: number; readonly depth: number }[] };
}

const RE_ENTRY_HORIZONS = [5, 10, 21] as const;

/** Composite, Pressure, the four lanes with their signals and what would change them, and re-entry episodes. */
export const timing = defineStudy({
  name: "timing",
  about:
    "The market composite with its Pressure, four lanes of signals from fast to slow, what would change each, and re-entry episodes.",
  params: z.object({
    washed: z.coerce.number().min(-100).max(0).default(PRESSURE_WASHED_OUT).describe("Pressure at or below this is a wash-out"),
    history: z.coerce.number().int().min(20).max(20_000).default(504).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [{}, { washed: -30, history: 120 }],
  ask(market, { washed, history }) {
    const { level } = market.perSession(compositeColumn);
    const { pressure } = market.perSession(pressureColumn);
    const states = market.perSession(laneColumns);
    const { close } = market.perSession(referenceColumns);
    const { t, sessions } = market;
    const start = Math.max(0, t + 1 - history);
    const hunt = reEntries(pressure, states.Checked, washed);
    const episodes = hunt.episodes.map((e) => ({
      day: sessions[e.session]!,
      depth: e.depth,
      sinceLowest: e.session - e.lowest,
      returns: RE_ENTRY_HORIZONS.map((h) => (e.session + h <= t ? close[e.session + h]! / close[e.session]! - 1 : NaN)),
    }));
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      marketName: market.row.name,
      index: market.referenceName,
      composite: { now: level[t]!, r1: level[t]! / level[t - 1]! - 1, r5: level[t]! / level[t - 5]! - 1 },
      pressureNow: pressureNow(market),
      lanes: lanesNow(market).map((lane) => ({ ...lane, next: nextWords(lane, level[t]!) })),
      records: LANES.map((lane) => signalsOf(lane, signalRecords(states[lane], level, sessions))),
      days: sessions.slice(start),
      level: level.slice(start),
      pressure: pressure.slice(start),
      states: LANES.map((lane) => states[lane].slice(start)),
      reEntry: {
        washed,
        episodes,
        hunt: huntWords(hunt, sessions, t),
        followed: whatFollowed(
          close,
          hunt.episodes.map((e) => e.session),
          definedRows(pressure),
          RE_ENTRY_HORIZONS,
        ),
      },
    };
  },
  reading(r) {
    return [lanesSentence(r.lanes), pressureSentence(r.pressureNow), ...reEntrySentence(r)];
  },
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r.days, isoDate)],
      ["composite", "composite", "number", r.level],
      ["pressure", "Pressure", "number", r.pressure],
      ...LANES.map((lane, k) => [lane, lane, "count", r.states[k]!] as const),
    ]),
  pictures: {
    lanes: {
      name: "The composite, the Pressure and the four lanes",
      draw: (r) =>
        panesPicture(r.days, [
          { share: 1.2, unit: "number", lines: [lineOf("composite", r.level, "ink", { width: 1.3 })] },
          { share: 1, unit: "number", min: -100, max: 100, lines: [lineOf("Pressure", r.pressure, "indigo", { width: 1.2 })] },
          {
            ...{ share: 0.8, unit: "none", lines: [] },
            ribbons: LANES.map((lane, k) => ({
              name: lane,
              runs: runsOfStates(r.states[k]!).map(({ from, to, state }): [number, number, number] => [from, to, state]),
            })),
          },
        ]),
    },
  },
  states: (r) => ({
    ...Object.fromEntries(
      r.lanes.map(({ lane, state }) => [`lane ${lane}`, state > 0 ? "up" : state < 0 ? "down" : "no signal"]),
    ),
    "zone of the Pressure": r.pressureNow.zone === "" ? "none" : r.pressureNow.zone,
  }),
});

function reEntrySentence(r: TimingAnswer): Sentence[] {
  const last = r.reEntry.episodes.at(-1);
  return last
    ? [[`The last re-entry came on ${date(last.day)}, after Pressure had been as low as ${signed(last.depth, 0)}.`]]
    : [];
}

function nextWords(lane: LaneNow, level: number): string {
  if (lane.state === 0) return "waits for its first signal";
  const turn = lane.state === 1 ? "down" : "up";
  const side = lane.state === 1 ? "below" : "above";
  if (!Number.isNaN(lane.flip)) {
    return `turns ${turn} at a close of the composite ${side} ${fixed(lane.flip, 1)} (${signedPercent(lane.flip / level - 1)})`;
  }
  switch (lane.lane) {
    case "Checked":
      return `turns ${turn} when Quick is ${turn}, the composite ${turn === "up" ? "rises" : "falls"} and Pressure is ${turn === "up" ? "above" : "below"} its 3-session average`;
    case "Steady":
      return "no next close alone would turn it: the opposite must hold on two sessions running";
    default:
      return `judged at the week's end: two weeks ${side} the 30-week average, more members ${turn === "up" ? "favoured than avoided" : "avoided than favoured"}`;
  }
}

function huntWords({ armed, washedOut, lowest }: ReEntryState, sessions: Int32Array, t: number): string {
  if (!armed) return "Not armed: Pressure has not been above zero since the last episode.";
  if (!washedOut) return "Armed: waits for a washed-out Pressure.";
  return `Washed out: waits for Checked to turn up; the lowest Pressure was ${count(t - lowest, "session")} ago, on ${date(sessions[lowest]!)}.`;
}
