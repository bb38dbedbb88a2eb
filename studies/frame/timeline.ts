import { DIRECTIONS, isoDate, weekday, weekEnd } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { count, date } from "@studies/words/words";
import { compositeColumn } from "@studies/columns/composites";
import { regimeColumns } from "@studies/columns/regime";
import { tableOfColumns } from "@studies/table";

/** The market's whole span for the time bar: its calendar, its composite week by week, and its regime's direction. */
export const timeline = defineStudy({
  name: "timeline",
  about: "The market composite week by week, the direction of its regime, and its calendar of sessions.",
  params: z.object({}),
  cost: "heavy",
  examples: [{}],
  ask(market) {
    const { level } = market.perSession(compositeColumn);
    const { direction } = market.perSession(regimeColumns);
    const { sessions, t } = market;
    const days: number[] = [];
    const levels: number[] = [];
    for (let s = 0; s <= t; s++) {
      if (s < t && weekEnd(sessions[s]!) === weekEnd(sessions[s + 1]!)) continue;
      days.push(sessions[s]!);
      levels.push(level[s]!);
    }
    const spans: { from: number; to: number; direction: string }[] = [];
    for (let s = 0; s <= t; s++) {
      if (direction[s]! < 0) continue;
      const name = DIRECTIONS[direction[s]!]!;
      const open = spans[spans.length - 1];
      if (open?.direction === name) open.to = sessions[s]!;
      else spans.push({ from: sessions[s]!, to: sessions[s]!, direction: name });
    }
    const closed: number[] = [];
    for (let s = 1; s <= t; s++) {
      for (let day = sessions[s - 1]! + 1; day < sessions[s]!; day++) if (weekday(day) <= 5) closed.push(day);
    }
    return {
      first: sessions[0]!,
      last: sessions[t]!,
      /** Weekdays within the span on which there was no session. */
      closed: Int32Array.from(closed),
      days: Int32Array.from(days),
      level: Float64Array.from(levels),
      spans,
      sessions: t + 1,
    };
  },
  reading: (r) => [[`There are ${count(r.sessions, "session")}, from ${date(r.first)} to ${date(r.last)}.`]],
  table: (r) =>
    tableOfColumns([
      ["date", "week's last session", "text", Array.from(r.days, isoDate)],
      ["level", "composite", "number", r.level],
    ]),
});
