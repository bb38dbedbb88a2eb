import { definedRows, isoDate, thrusts, whatFollowed } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { groupsTitle } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { advancesColumns, extremesColumns, internalsColumns } from "@studies/columns/internals";
import { count, date, none, percent, signed } from "@studies/words/words";
import { referenceColumns } from "@studies/columns/composites";
import { participationPercents } from "@studies/columns/participation";
import { tableOfColumns } from "@studies/table";

/** What goes on inside a market: advances, new highs and lows, volume, the McClellan oscillator, thrusts. */
export const internals = defineStudy({
  name: "internals",
  about: "Advances and declines, up-volume, new highs and lows, McClellan oscillator and summation, and thrust events.",
  params: z.object({
    group: groupKeySchema.default("market:").describe("whose members"),
    history: z.coerce.number().int().min(20).max(20_000).default(756).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [{}, { group: "sector:$sector", history: 80 }],
  ask(market, { group, history }) {
    const counts = market.perSession(advancesColumns(group));
    const extremes = market.perSession(extremesColumns(group));
    const made = market.perSession(internalsColumns(group));
    const ten = market.perSession(participationPercents("ema", group))["p1"]!;
    const { close } = market.perSession(referenceColumns);
    const { t, sessions } = market;
    const start = Math.max(0, t + 1 - history);
    const events = thrusts(ten);
    return {
      asOf: market.asOf,
      groupName: groupsTitle([group], market),
      now: {
        advances: counts.advances[t]!,
        declines: counts.declines[t]!,
        unchanged: counts.unchanged[t]!,
        upVolume: made.upVolume[t]!,
        highs: extremes.highs[t]!,
        lows: extremes.lows[t]!,
        counted: extremes.counted[t]!,
        oscillator: made.oscillator[t]!,
        oscillatorBefore: made.oscillator[t - 1] ?? NaN,
        summation: made.summation[t]!,
        line: made.line[t]!,
        lineWeekAgo: made.line[t - 5] ?? NaN,
      },
      days: sessions.slice(start),
      advances: counts.advances.slice(start),
      declines: counts.declines.slice(start),
      line: made.line.slice(start),
      upVolume: made.upVolume.slice(start),
      oscillator: made.oscillator.slice(start),
      summation: made.summation.slice(start),
      highs: extremes.highs.slice(start),
      lows: extremes.lows.slice(start),
      thrusts: {
        days: Int32Array.from(events, (s) => sessions[s]!),
        followed: whatFollowed(close, events, definedRows(ten)),
      },
    };
  },
  reading(r) {
    const { advances, declines, upVolume, highs, lows, oscillator } = r.now;
    const last = r.thrusts.days[r.thrusts.days.length - 1];
    return [
      [
        { figure: `${advances === 0 ? "No member" : count(advances, "member")} rose and ${none(declines)} fell` },
        Number.isNaN(upVolume) ? "; " : `, with ${percent(upVolume, 0)} of the volume in those that rose; `,
        ...(highs + lows === 0
          ? ["no member closed at a high or low of 252 sessions"]
          : [{ figure: `${none(highs)} closed at a high and ${none(lows)} at a low` }, " of 252 sessions"]),
        Number.isNaN(oscillator) ? "." : `; the McClellan oscillator stands at ${signed(oscillator, 0)}.`,
      ],
      [
        last === undefined
          ? "No thrust has occurred yet: participation above the 10 from 20% or less to 80% or more within 10 sessions."
          : r.thrusts.days.length === 1
            ? `The only thrust so far came on ${date(last)}.`
            : `The last of ${count(r.thrusts.days.length, "thrust")} came on ${date(last)}.`,
      ],
    ];
  },
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r.days, isoDate)],
      ["advances", "advances", "count", r.advances],
      ["declines", "declines", "count", r.declines],
      ["line", "advance-decline line", "number", r.line],
      ["upVolume", "up-volume share", "fraction", r.upVolume],
      ["oscillator", "McClellan oscillator", "number", r.oscillator],
      ["summation", "summation", "number", r.summation],
      ["highs", "new highs", "count", r.highs],
      ["lows", "new lows", "count", r.lows],
    ]),
});
