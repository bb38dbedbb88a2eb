import {
  checkedLane,
  finishedWeeks,
  isMember,
  longLane,
  quickLane,
  seriesOf,
  simpleReturnAt,
  stance,
  steadyLane,
  strengthTable,
  pressure,
  trendParts,
  trendScores,
  type StrengthReturns,
  type PressureParts,
} from "@core";
import { internalsColumns } from "./internals";
import type { Lane } from "@core/timing/lane-names";
import { deriveWhole, type PerSession } from "@studies/market/derived";
import { groupKeyText, WHOLE_MARKET } from "@studies/sets/group-key";
import { belongingTo } from "@studies/sets/member-runs";
import type { ColumnData } from "@studies/market/market-data";
import { averageColumn } from "./averages";
import { groupSeries, compositeColumn } from "./composites";
import { participationPercents } from "./participation";
import { stopSideColumn } from "./trailing-stops";

/** The Pressure of the market. */
export const pressureColumn: PerSession<{ pressure: Float64Array }> = {
  name: "pressure",
  derive: (data) => ({ pressure: pressure(pressureParts(data)) }),
  extend(data, columns, from) {
    pressure(pressureParts(data), columns.pressure, from);
  },
};

function pressureParts(data: ColumnData): PressureParts {
  const percents = deriveWhole(data, participationPercents("ema"));
  const { netShare, upVolume } = deriveWhole(data, internalsColumns());
  return { above20: percents["p2"]!, above50: percents["p3"]!, netAdvances: netShare, upVolume };
}

/** Favoured and avoided members at the end of each week, standing on the session on which the week was judged; else 0. */
export const stanceCountColumns: PerSession<{ favour: Uint16Array; avoid: Uint16Array }> = {
  name: "stance-counts",
  derive(data) {
    const sessions = data.panel.sessions.length;
    const counts = { favour: new Uint16Array(sessions), avoid: new Uint16Array(sessions) };
    countStances(data, counts, 0);
    return counts;
  },
  extend: countStances,
};

const EMA50 = averageColumn("ema", 50);

function countStances(data: ColumnData, counts: { favour: Uint16Array; avoid: Uint16Array }, from: number): void {
  const { panel, instruments } = data;
  const universe = belongingTo(data, WHOLE_MARKET);
  const average = deriveWhole(data, EMA50);
  const sides = deriveWhole(data, stopSideColumn);
  const industries = [...new Set(instruments.flatMap((i) => (i.kind === "stock" && i.industry !== null ? [i.industry] : [])))];
  const series = industries.map((name) => deriveWhole(data, groupSeries(groupKeyText("industry", name))).level);
  counts.favour.fill(0, from);
  counts.avoid.fill(0, from);
  for (const { judged, last } of finishedWeeks(panel.sessions)) {
    if (judged < from) continue;
    const strengths = strengthTable(
      series.map((level): StrengthReturns => [NaN, NaN, simpleReturnAt(level, last, 63), simpleReturnAt(level, last, 126)]),
    );
    const strengthOf = new Map(
      industries.map((name, k) => [name, Number.isNaN(series[k]![last]) ? NaN : strengths[k]!.strength]),
    );
    const members: number[] = [];
    for (let i = 0; i < panel.count; i++) {
      if (instruments[i]!.kind === "stock" && isMember(universe, i, last) && !Number.isNaN(panel.close[i * panel.stride + last]))
        members.push(i);
    }
    const parts = members.map((i) => {
      const close = seriesOf(panel.close, panel.stride, i);
      return trendParts(close, average[i * panel.stride + last]!, last);
    });
    const trend = trendScores(
      parts,
      members.map(() => true),
    );
    members.forEach((i, k) => {
      const industryStrength = strengthOf.get(instruments[i]!.industry ?? "") ?? NaN;
      const found = stance({ side: sides[i * panel.stride + last]!, trend: trend[k]!, industryStrength });
      if (found === "Favour") counts.favour[judged]!++;
      if (found === "Avoid") counts.avoid[judged]!++;
    });
  }
}

/** States of the four lanes: 1 Up, -1 Down, 0 before the first signal. */
export const laneColumns: PerSession<Record<Lane, Int8Array>> = {
  name: "lanes",
  stored: true,
  derive(data) {
    const { level } = deriveWhole(data, compositeColumn);
    const { favour, avoid } = deriveWhole(data, stanceCountColumns);
    const balance = finishedWeeks(data.panel.sessions).map(({ judged }) => favour[judged]! - avoid[judged]!);
    const Quick = quickLane(level);
    return {
      Quick,
      Checked: checkedLane(level, Quick, deriveWhole(data, pressureColumn).pressure),
      Steady: steadyLane(level),
      Long: longLane(data.panel.sessions, level, balance),
    };
  },
};
