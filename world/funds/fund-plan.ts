import { BONDS, COMMODITY_INDEX, FAMILIES } from "../assets/plan";
import { REGIONS, WORLD_INDEX } from "../abroad/regions";
import { ALDANE_SECTORS } from "../aldane/sectors";

/** A theme: stocks of some industries that share a story across sectors. */
export interface ThemePlan {
  readonly name: string;
  readonly industries: readonly string[];
  /** Share of the span after which it is first spoken of. */
  readonly begins: number;
}

export const THEMES: readonly ThemePlan[] = [
  {
    name: "Clean propulsion",
    industries: ["Tidal turbines", "Grid and storage", "Marine engines", "Offshore wind"],
    begins: 0.2,
  },
  { name: "Self-steering ships", industries: ["Navigation", "Sensors", "Harbour software"], begins: 0.4 },
  { name: "Deep data", industries: ["Data halls", "Sea cables", "Signal networks"], begins: 0.3 },
  { name: "Longer lives", industries: ["Medicines", "Medical devices", "Clinics", "Marine biolabs"], begins: 0.1 },
  { name: "Blue food", industries: ["Fish farming", "Kelp and feed", "Packaged food"], begins: 0.15 },
  { name: "Used twice", industries: ["Salvage and recycling", "Seabed mining", "Home care"], begins: 0.35 },
  { name: "Island travel", industries: ["Island resorts", "Cruises", "Ferries and small craft", "Air cargo"], begins: 0.05 },
  { name: "Money without paper", industries: ["Payments", "Brokers and exchanges", "Island banks"], begins: 0.25 },
];

/** What a fund holds: stocks of a sector, industry or theme, the members of an index, or named instruments. */
export type FundScope =
  | { readonly of: "sector" | "industry" | "theme" | "index"; readonly name: string }
  | { readonly of: "named"; readonly tickers: readonly string[] };

export interface FundPlan {
  readonly what: string;
  readonly scope: FundScope;
  /** By market value with no holding above a fifth, or all alike. */
  readonly weighting: "value" | "equal";
  /** The largest so many. */
  readonly most: number;
  /** Times the daily return of what it holds. */
  readonly leverage: number;
  /** Share of the span after which it lists. */
  readonly begins: number;
}

const plan = (what: string, scope: FundScope, more: Partial<FundPlan> = {}): FundPlan => ({
  what,
  scope,
  weighting: "value",
  most: 25,
  leverage: 1,
  begins: 0,
  ...more,
});

const INDUSTRY_FUNDS = [
  "Offshore wind",
  "Rig services",
  "Container lines",
  "Fish farming",
  "Marine biolabs",
  "Optics and lasers",
  "Harbour software",
  "Island banks",
  "Island resorts",
  "Seabed mining",
];

const names = (of: FundPlan["scope"]["of"] & ("sector" | "industry" | "theme" | "index"), name: string): FundScope => ({
  of,
  name,
});
const named = (...tickers: string[]): FundScope => ({ of: "named", tickers });
const bonds = BONDS.map((b) => b.ticker);

/** The funds of Aldane. */
export const FUNDS: readonly FundPlan[] = [
  plan("Broad market", names("index", "ALBRO"), { most: 120 }),
  plan("Large 60", names("index", "ALBIG"), { most: 60 }),
  plan("Small companies", names("index", "ALSML"), { most: 80, weighting: "equal", begins: 0.1 }),
  ...ALDANE_SECTORS.map((s, k) => plan(s.name, names("sector", s.name), { begins: k % 3 === 0 ? 0.08 : 0 })),
  ...INDUSTRY_FUNDS.map((name, k) => plan(name, names("industry", name), { most: 15, begins: 0.12 + 0.05 * k })),
  ...THEMES.map((t) => plan(t.name, names("theme", t.name), { most: 20, begins: t.begins + 0.03 })),
  ...THEMES.filter((_, k) => k % 2 === 0).map((t) =>
    plan(`${t.name} equal`, names("theme", t.name), { most: 40, weighting: "equal", begins: t.begins + 0.12 }),
  ),
  plan("Deep data leaders", names("theme", "Deep data"), { most: 6, begins: 0.5 }),
  plan("Longer lives leaders", names("theme", "Longer lives"), { most: 8, begins: 0.3 }),
  plan("World", named(...REGIONS.flatMap((r) => r.nations.map((n) => n.ticker))), { begins: 0.02 }),
  ...REGIONS.map((r, k) =>
    plan(r.name.replace(" region", ""), named(...r.nations.map((n) => n.ticker)), { begins: 0.05 + 0.08 * k }),
  ),
  ...BONDS.map((b, k) => plan(b.name.toLowerCase(), named(b.ticker), { begins: 0.03 * k })),
  plan("all bonds", named(...bonds), { weighting: "equal", begins: 0.2 }),
  plan("All commodities", names("index", COMMODITY_INDEX.ticker), { weighting: "equal", begins: 0.15 }),
  ...FAMILIES.map((f, k) =>
    plan(f.name.toLowerCase(), named(...f.members.map((m) => m.ticker)), { weighting: "equal", begins: 0.1 + 0.07 * k }),
  ),
  plan("Broad market twice", names("index", "ALBRO"), { most: 120, leverage: 2, begins: 0.3 }),
  plan("Broad market inverse", names("index", "ALBRO"), { most: 120, leverage: -1, begins: 0.3 }),
  plan("Broad market inverse twice", names("index", "ALBRO"), { most: 120, leverage: -2, begins: 0.45 }),
  plan("Software and signals twice", names("sector", "Software and signals"), { leverage: 2, begins: 0.5 }),
  plan("Banks and insurers inverse", names("sector", "Banks and insurers"), { leverage: -1, begins: 0.5 }),
  plan("long bonds twice", named("BLONG"), { leverage: 2, begins: 0.55 }),
  plan("World inverse", named(WORLD_INDEX.ticker), { leverage: -1, begins: 0.4 }),
];
