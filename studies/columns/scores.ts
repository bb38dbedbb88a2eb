import {
  combinedReturn,
  earningsStability,
  historicalVolatility,
  isMember,
  maxDrawdown,
  percentileRanksAmong,
  ranksAmongMembers,
  seriesOf,
  trendParts,
  trendScores,
  valueRatio,
  weeklySamples,
  yearOf,
  stayingPower,
} from "@core";
import { deriveWhole, type PerInstrument } from "@studies/market/derived";
import { fundamentalHistory } from "@studies/market/fundamental-history";
import { FUNDAMENTAL_FIELDS, type ColumnData } from "@studies/market/market-data";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import { belongingTo } from "@studies/sets/member-runs";
import { averageColumn } from "./averages";
import { closesOf, panelColumn } from "./panel-series";

/*
 * The scores of all stocks on every session (method 10, 5): conditions on history read them. What they are as of one session
 * alone is a cross-section.
 */

type Present = readonly { readonly i: number; readonly member: boolean }[];

/** The stocks with a bar on a session, and whether they belong to the members then. */
function presentAt({ panel, instruments }: ColumnData, universe: ReturnType<typeof belongingTo>, s: number): Present {
  const found: { i: number; member: boolean }[] = [];
  for (let i = 0; i < panel.count; i++) {
    if (instruments[i]!.kind !== "stock" || Number.isNaN(panel.close[i * panel.stride + s])) continue;
    found.push({ i, member: isMember(universe, i, s) });
  }
  return found;
}

/** A score of every stock on each session from those that are present on it. */
function scored(
  name: string,
  { stored }: { readonly stored?: boolean },
  makeScore: (data: ColumnData, from: number) => (present: Present, s: number) => ArrayLike<number>,
): PerInstrument {
  const carryOn = (data: ColumnData, whole: Float64Array, from: number) => {
    const { stride, sessions, count } = data.panel;
    const universe = belongingTo(data, WHOLE_MARKET);
    for (let i = 0; i < count; i++) whole.fill(NaN, i * stride + from, i * stride + sessions.length);
    const score = makeScore(data, from);
    for (let s = from; s < sessions.length; s++) {
      const present = presentAt(data, universe, s);
      const scores = score(present, s);
      present.forEach(({ i }, k) => (whole[i * stride + s] = scores[k]!));
    }
  };
  return {
    name,
    ...(stored ? { stored } : {}),
    derive(data) {
      const whole = panelColumn(data.panel);
      carryOn(data, whole, 0);
      return whole;
    },
    extend: carryOn,
  };
}

const EMA50 = averageColumn("ema", 50);

/** Trend score. */
export const trendColumn = scored("score:trend", { stored: true }, (data) => {
  const { panel } = data;
  const average = deriveWhole(data, EMA50);
  return (present, s) =>
    trendScores(
      present.map(({ i }) => trendParts(seriesOf(panel.close, panel.stride, i), average[i * panel.stride + s]!, s)),
      present.map((p) => p.member),
    );
});

const ranked = (values: readonly number[], present: Present) =>
  ranksAmongMembers(
    values,
    present.map((p) => p.member),
  );

/** Value score. */
export const valueColumn = scored("score:value", {}, (data) => {
  const { panel, fundamentals } = data;
  const histories = data.instruments.map((row, i) =>
    row.kind === "stock"
      ? ([
          fundamentalHistory(fundamentals, i, "eps", panel.sessions),
          fundamentalHistory(fundamentals, i, "growth", panel.sessions),
        ] as const)
      : undefined,
  );
  return (present, s) =>
    ranked(
      present.map(({ i }) => valueRatio(histories[i]![0][s]!, histories[i]![1][s]!, panel.close[i * panel.stride + s]!)),
      present,
    );
});

const HV_WINDOW = 126;
const DRAWDOWN_WINDOW = 252;

/** Resilience score. */
export const resilienceColumn = scored("score:resilience", {}, (data) => {
  const { panel } = data;
  const parts = data.instruments.map((row, i) => {
    if (row.kind !== "stock") return undefined;
    const close = closesOf(panel, i);
    return [historicalVolatility(close, HV_WINDOW), maxDrawdown(close, DRAWDOWN_WINDOW), stabilityOver(data, i)] as const;
  });
  return (present, s) => {
    const ranks = [0, 1, 2].map((k) => {
      const sign = k === 2 ? 1 : -1;
      return ranked(
        present.map(({ i }) => sign * parts[i]![k]![s]!),
        present,
      );
    });
    return ranked(
      present.map((_, k) => (ranks[0]![k]! + ranks[1]![k]! + ranks[2]![k]!) / 3),
      present,
    );
  };
});

/** Overall score. */
export const overallColumn = scored("score:overall", {}, (data) => {
  const { stride } = data.panel;
  const [trend, value, resilience] = [trendColumn, valueColumn, resilienceColumn].map((c) => deriveWhole(data, c));
  return (present, s) =>
    present.map(({ i }) => {
      const at = i * stride + s;
      return 0.5 * trend![at]! + 0.25 * value![at]! + 0.25 * resilience![at]!;
    });
});

/** Strength of every stock among the members: percentile rank of the combined return. */
export const strengthColumn = scored("score:strength", { stored: true }, (data) => {
  const { panel } = data;
  const combined = data.instruments.map((row, i) => {
    if (row.kind !== "stock") return undefined;
    return combinedReturn(closesOf(panel, i));
  });
  return (present, s) => {
    const values = present.map(({ i }) => combined[i]![s]!);
    return percentileRanksAmong(
      values,
      values.map((x, k) => (present[k]!.member ? x : NaN)),
    );
  };
});

/** Staying power: the mean of Strength at ten weekly samples. */
export const stayingColumn = scored("score:staying", {}, (data) => {
  const { panel } = data;
  const strength = deriveWhole(data, strengthColumn);
  return (present, s) => {
    const samples = weeklySamples(panel.sessions, s);
    return present.map(({ i }) => stayingPower(samples.map((k) => strength[i * panel.stride + k]!)));
  };
});

/** Earnings stability as it was known on each session: over the finished years with an EPS that became known in them. */
function stabilityOver({ panel, fundamentals }: ColumnData, i: number): Float64Array {
  const { offset, known, values } = fundamentals;
  const latest = new Map<number, number>();
  for (let row = offset[i]!; row < offset[i + 1]!; row++) {
    const eps = values[row * FUNDAMENTAL_FIELDS.length + FUNDAMENTAL_FIELDS.indexOf("eps")]!;
    if (!Number.isNaN(eps)) latest.set(yearOf(known[row]!), eps);
  }
  const first = Math.min(...latest.keys());
  const out = new Float64Array(panel.sessions.length).fill(NaN);
  let year = NaN;
  let stability = NaN;
  for (let s = 0; s < out.length; s++) {
    const own = yearOf(panel.sessions[s]!);
    if (own !== year) {
      year = own;
      const yearly = Array.from({ length: Math.max(0, own - first) || 0 }, (_, k) => latest.get(first + k) ?? NaN);
      stability = earningsStability(yearly);
    }
    out[s] = stability;
  }
  return out;
}
