/** The world beyond the two markets: sixteen nations in four regions, each with an index of its own. */
export interface RegionPlan {
  readonly ticker: string;
  readonly name: string;
  /** How strongly its nations follow the world, and the size of what they share beyond it (yearly volatility). */
  readonly beta: number;
  readonly shared: number;
  readonly nations: readonly NationPlan[];
}

export interface NationPlan {
  readonly ticker: string;
  readonly name: string;
  /** Market value at the start, in any one unit. */
  readonly value: number;
  /** Yearly volatility of its own. */
  readonly own: number;
}

const nation = (ticker: string, name: string, value: number, own: number): NationPlan => ({ ticker, name, value, own });

export const REGIONS: readonly RegionPlan[] = [
  {
    ticker: "RFARR",
    name: "Farrow Sea region",
    beta: 1.05,
    shared: 0.08,
    nations: [
      nation("NVESS", "Vessara", 900, 0.09),
      nation("NTORL", "Torlune", 420, 0.11),
      nation("NMIRR", "Mirrowe", 260, 0.12),
      nation("NQUEN", "Quendal", 150, 0.15),
    ],
  },
  {
    ticker: "REMBE",
    name: "Ember Coast region",
    beta: 1.2,
    shared: 0.12,
    nations: [
      nation("NSORR", "Sorrady", 520, 0.13),
      nation("NPALV", "Palvane", 240, 0.16),
      nation("NISHT", "Ishtera", 180, 0.18),
      nation("NCORR", "Corrumbe", 90, 0.21),
    ],
  },
  {
    ticker: "RTARN",
    name: "Tarn Straits region",
    beta: 0.9,
    shared: 0.07,
    nations: [
      nation("NBREN", "Brennick", 700, 0.08),
      nation("NHOLL", "Hollowa", 310, 0.1),
      nation("NUDRA", "Udrane", 200, 0.12),
      nation("NFESK", "Feskar", 120, 0.13),
    ],
  },
  {
    ticker: "RHALS",
    name: "Halse Reach region",
    beta: 0.8,
    shared: 0.1,
    nations: [
      nation("NYARR", "Yarrowen", 380, 0.12),
      nation("NLIND", "Lindoom", 210, 0.14),
      nation("NAQUI", "Aquilde", 140, 0.15),
      nation("NTESS", "Tessmar", 80, 0.19),
    ],
  },
];

export const WORLD_INDEX = { ticker: "WORLD", name: "World index" };
