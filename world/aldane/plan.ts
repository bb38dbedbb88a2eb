import type { MarketPlan } from "../market/make-market";
import { ALDANE_SECTORS } from "./sectors";

/** Aldane, the home market: an archipelago that lives from the sea. */
export const ALDANE: Omit<MarketPlan, "stocks"> = {
  code: "ALDANE",
  name: "Aldane",
  currency: "ALD",
  stream: "aldane",
  holidays: [
    { month: 1, date: 1 },
    { month: 2, nth: 3, weekday: 1 },
    { month: 4, nth: 2, weekday: 5 },
    { month: 5, nth: 1, weekday: 1 },
    { month: 6, date: 24 },
    { month: 8, nth: 2, weekday: 1 },
    { month: 9, date: 14 },
    { month: 11, nth: 4, weekday: 4 },
    { month: 12, date: 25 },
  ],
  sectors: ALDANE_SECTORS,
  rankedFor: 480,
  indexes: [
    { ticker: "ALBRO", name: "Aldane broad", firstRank: 1, lastRank: 400, buffer: 20 },
    { ticker: "ALBIG", name: "Aldane large 60", firstRank: 1, lastRank: 60, buffer: 8 },
    { ticker: "ALMED", name: "Aldane mid", firstRank: 61, lastRank: 200, buffer: 15 },
    { ticker: "ALSML", name: "Aldane small", firstRank: 201, lastRank: 400, buffer: 20 },
  ],
  equalWeight: { ticker: "ALEQW", name: "Aldane equal weight" },
  volatility: { ticker: "ALVOL", name: "Aldane volatility" },
};
