import type { SectorPlan } from "../aldane/sectors";
import type { MarketPlan } from "../market/make-market";

const industry = (name: string, ...words: string[]) => ({ name, words });

/** The economy of Corvany: a colder coast with mines, timber, freight and heavy works. */
const SECTORS: readonly SectorPlan[] = [
  {
    name: "Mines and smelters",
    temperament: "cyclical",
    share: 0.2,
    beta: 1.2,
    earningsYield: 0.08,
    growth: 4,
    industries: [industry("Ore mines", "Mines", "Ore"), industry("Smelters", "Smelting", "Metals")],
  },
  {
    name: "Timber and paper",
    temperament: "cyclical",
    share: 0.13,
    beta: 1.0,
    earningsYield: 0.07,
    growth: 4,
    industries: [industry("Timber", "Timber", "Sawmills"), industry("Paper and board", "Paper", "Board")],
  },
  {
    name: "Heavy works",
    temperament: "cyclical",
    share: 0.17,
    beta: 1.15,
    earningsYield: 0.065,
    growth: 6,
    industries: [industry("Engines", "Engines", "Works"), industry("Icebreakers", "Hulls", "Slipways")],
  },
  {
    name: "Northern power",
    temperament: "defensive",
    share: 0.14,
    beta: 0.7,
    earningsYield: 0.06,
    growth: 4,
    industries: [industry("River power", "Rivers", "Dams"), industry("Heat networks", "Heat")],
  },
  {
    name: "Lenders",
    temperament: "cyclical",
    share: 0.16,
    beta: 1.05,
    earningsYield: 0.09,
    growth: 5,
    industries: [industry("Savings banks", "Savings", "Bank"), industry("Marine insurers", "Assurance")],
  },
  {
    name: "Provisions",
    temperament: "defensive",
    share: 0.11,
    beta: 0.65,
    earningsYield: 0.055,
    growth: 5,
    industries: [industry("Canneries", "Canneries", "Foods"), industry("Grocers", "Stores")],
  },
  {
    name: "Cold-climate science",
    temperament: "growth",
    share: 0.09,
    beta: 1.15,
    earningsYield: 0.035,
    growth: 13,
    industries: [industry("Sensors", "Sensors", "Optics"), industry("Cold chemistry", "Labs", "Chemistry")],
  },
];

/** Corvany, the second market, with its own calendar, currency and volatility index. */
export const CORVANY: Omit<MarketPlan, "stocks"> = {
  code: "CORVANY",
  name: "Corvany",
  currency: "CRV",
  stream: "corvany",
  holidays: [
    { month: 1, date: 1 },
    { month: 1, date: 6 },
    { month: 3, nth: 2, weekday: 1 },
    { month: 5, nth: 3, weekday: 4 },
    { month: 7, nth: 1, weekday: 5 },
    { month: 10, nth: 2, weekday: 1 },
    { month: 12, date: 24 },
    { month: 12, date: 25 },
  ],
  sectors: SECTORS,
  rankedFor: 120,
  indexes: [{ ticker: "COBRO", name: "Corvany broad", firstRank: 1, lastRank: 100, buffer: 6 }],
  volatility: { ticker: "COVOL", name: "Corvany volatility" },
};
