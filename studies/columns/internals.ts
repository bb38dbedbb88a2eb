import {
  advanceDeclineLine,
  advances,
  mcclellan,
  netAdvanceShare,
  newExtremes,
  participationPercent,
  upVolumeShare,
  type Advances,
  type NewExtremes,
} from "@core";
import { isPassing, WHOLE_MARKET } from "@studies/sets/group-key";
import { belongingTo } from "@studies/sets/member-runs";
import { deriveWhole, type PerSession } from "@studies/market/derived";

/** Advances, declines and their volumes among the members of a group. */
export function advancesColumns(key = WHOLE_MARKET): PerSession<{ [K in keyof Advances]: Advances[K] }> {
  return {
    name: `advances:${key}`,
    ephemeral: isPassing(key),
    derive: (data) => ({ ...advances(data.panel, belongingTo(data, key)) }),
    extend(data, columns, from) {
      advances(data.panel, belongingTo(data, key), columns, from);
    },
  };
}

/** New closing highs and lows of 252 sessions among the members of a group. */
export function extremesColumns(key = WHOLE_MARKET): PerSession<{ [K in keyof NewExtremes]: NewExtremes[K] }> {
  return {
    name: `extremes:${key}`,
    ephemeral: isPassing(key),
    derive: (data) => ({ ...newExtremes(data.panel, belongingTo(data, key)) }),
    extend(data, columns, from) {
      newExtremes(data.panel, belongingTo(data, key), { out: columns, start: from });
    },
  };
}

export interface Internals {
  /** (A - D) / (A + D), a fraction. */
  readonly netShare: Float64Array;
  /** Cumulative net advances. */
  readonly line: Float64Array;
  /** Share of volume that is the advancers', a fraction. */
  readonly upVolume: Float64Array;
  readonly oscillator: Float64Array;
  readonly summation: Float64Array;
  /** Members at new highs less those at new lows, percent of those counted. */
  readonly netHighs: Float64Array;
}

/** What is made of the counts: shares, the advance-decline line, the McClellan oscillator and its summation. */
export function internalsColumns(key = WHOLE_MARKET): PerSession<{ [K in keyof Internals]: Internals[K] }> {
  return {
    name: `internals:${key}`,
    ephemeral: isPassing(key),
    derive(data) {
      const counts = deriveWhole(data, advancesColumns(key));
      const { highs, lows, counted } = deriveWhole(data, extremesColumns(key));
      const netShare = netAdvanceShare(counts);
      const lowShare = participationPercent(lows, counted);
      return {
        netShare,
        line: advanceDeclineLine(counts),
        upVolume: upVolumeShare(counts),
        ...mcclellan(netShare),
        netHighs: participationPercent(highs, counted).map((x, s) => x - lowShare[s]!),
      };
    },
  };
}
