/** What is traded in the world beyond stocks: commodities, currencies, bonds and a few indexes of real assets. */
export interface AssetPlan {
  readonly ticker: string;
  readonly name: string;
  /** Price on the first day. */
  readonly price: number;
  /** Yearly volatility of its own. */
  readonly own: number;
}

/** Commodities that move together. */
export interface FamilyPlan {
  readonly name: string;
  /** How strongly its members follow the world, and the yearly volatility of what they share beyond it. */
  readonly beta: number;
  readonly shared: number;
  /** How strongly they follow what all commodities share. */
  readonly cycle: number;
  readonly members: readonly AssetPlan[];
}

const asset = (ticker: string, name: string, price: number, own: number): AssetPlan => ({ ticker, name, price, own });

export const FAMILIES: readonly FamilyPlan[] = [
  {
    name: "Fuels",
    beta: 0.55,
    shared: 0.2,
    cycle: 1.2,
    members: [
      asset("KCRUD", "Crude oil", 46, 0.13),
      asset("KMGAS", "Marine gas", 6, 0.24),
      asset("KFOIL", "Fuel oil", 310, 0.14),
      asset("KCOAL", "Coal", 58, 0.16),
    ],
  },
  {
    name: "Industrial metals",
    beta: 0.6,
    shared: 0.14,
    cycle: 1.2,
    members: [
      asset("KCOPP", "Copper", 3200, 0.1),
      asset("KNICK", "Nickel", 9800, 0.16),
      asset("KTINN", "Tin", 7400, 0.13),
      asset("KZINC", "Zinc", 1150, 0.13),
    ],
  },
  {
    name: "Precious metals",
    beta: -0.05,
    shared: 0.13,
    cycle: 0.6,
    members: [asset("KGOLD", "Gold", 420, 0.05), asset("KSILV", "Silver", 7, 0.16), asset("KPLAT", "Platinum", 610, 0.12)],
  },
  {
    name: "Grains and feed",
    beta: 0.15,
    shared: 0.14,
    cycle: 0.7,
    members: [
      asset("KWHEA", "Wheat", 340, 0.14),
      asset("KBARL", "Barley", 190, 0.13),
      asset("KRICE", "Rice", 11, 0.15),
      asset("KKELP", "Kelp meal", 84, 0.18),
    ],
  },
  {
    name: "Sea and island harvest",
    beta: 0.2,
    shared: 0.1,
    cycle: 0.6,
    members: [
      asset("KFISH", "Fish meal", 620, 0.16),
      asset("KSALT", "Sea salt", 38, 0.12),
      asset("KSUGA", "Sugar", 12, 0.19),
      asset("KCOFF", "Coffee", 96, 0.2),
    ],
  },
];

export const COMMODITY_INDEX = { ticker: "KALLC", name: "Commodity index" };

/** Aldans for one unit of another currency; what they share in is the mood of the world. */
export interface CurrencyPlan extends AssetPlan {
  readonly beta: number;
}

const currency = (ticker: string, name: string, price: number, own: number, beta: number): CurrencyPlan => ({
  ticker,
  name,
  price,
  own,
  beta,
});

export const CURRENCIES: readonly CurrencyPlan[] = [
  currency("CCORV", "Corvany crest", 1.42, 0.06, 0.05),
  currency("CVESS", "Vessara dane", 2.31, 0.055, -0.08),
  currency("CTORL", "Torlune ell", 0.87, 0.07, 0.06),
  currency("CQUEN", "Quendal oru", 0.34, 0.1, 0.22),
  currency("CSORR", "Sorrady tave", 0.62, 0.09, 0.2),
  currency("CPALV", "Palvane ryn", 0.19, 0.11, 0.28),
  currency("CBREN", "Brennick stave", 1.95, 0.05, -0.12),
  currency("CHOLL", "Hollowa brim", 1.1, 0.06, 0.02),
  currency("CYARR", "Yarrowen keld", 0.74, 0.08, 0.12),
  currency("CLIND", "Lindoom vint", 0.48, 0.09, 0.15),
];

/** Bonds by what moves them: a yield, how far the price moves with rates, and how much with the world. */
export interface BondPlan {
  readonly ticker: string;
  readonly name: string;
  /** What it pays a year beyond the level of rates, a fraction. */
  readonly spread: number;
  readonly duration: number;
  readonly beta: number;
  readonly own: number;
}

const bond = (ticker: string, name: string, spread: number, duration: number, beta: number, own: number): BondPlan => ({
  ticker,
  name,
  spread,
  duration,
  beta,
  own,
});

export const BONDS: readonly BondPlan[] = [
  bond("BSHRT", "Short government bonds", 0, 1.8, 0, 0.003),
  bond("BLONG", "Long government bonds", 0.006, 12, 0, 0.01),
  bond("BLINK", "Inflation-linked bonds", 0.003, 7, 0.03, 0.012),
  bond("BCORP", "Corporate bonds", 0.007, 6, 0.1, 0.008),
  bond("BHIGH", "High-yield bonds", 0.022, 3.5, 0.45, 0.035),
];

/** Real assets that are quoted as an index of their own: how they follow the world and the price of money. */
export const REAL_ASSETS = [
  { ticker: "RLAND", name: "Harbour property", beta: 0.75, duration: 4, own: 0.09 },
  { ticker: "RGEMS", name: "Precious metals index", beta: -0.05, duration: 3, own: 0.03, family: "Precious metals" },
] as const;

/** The asset classes and the twelve instruments that stand for them. */
export const ASSET_CLASSES: readonly { readonly name: string; readonly tickers: readonly string[] }[] = [
  { name: "Stocks", tickers: ["ALBRO", "ALSML", "WORLD", "REMBE"] },
  { name: "Bonds", tickers: BONDS.map((b) => b.ticker) },
  { name: "Real assets", tickers: [COMMODITY_INDEX.ticker, ...REAL_ASSETS.map((r) => r.ticker)] },
];
