import type { Temperament } from "@core/columns/dataset";

export interface IndustryPlan {
  readonly name: string;
  /** Words that end a company's name. */
  readonly words: readonly string[];
}

export interface SectorPlan {
  readonly name: string;
  readonly temperament: Temperament;
  /** Share of the market's stocks. */
  readonly share: number;
  /** Typical sensitivity to the market. */
  readonly beta: number;
  /** Typical earnings yield and expected growth in percent. */
  readonly earningsYield: number;
  readonly growth: number;
  readonly industries: readonly IndustryPlan[];
}

const industry = (name: string, ...words: string[]): IndustryPlan => ({ name, words });

/** The economy of Aldane, an archipelago that lives from the sea. */
export const ALDANE_SECTORS: readonly SectorPlan[] = [
  {
    name: "Tidal and wind power",
    temperament: "growth",
    share: 0.08,
    beta: 1.05,
    earningsYield: 0.045,
    growth: 11,
    industries: [
      industry("Tidal turbines", "Tidal", "Turbines"),
      industry("Offshore wind", "Wind", "Windworks"),
      industry("Grid and storage", "Grid", "Storage"),
    ],
  },
  {
    name: "Offshore fuels",
    temperament: "cyclical",
    share: 0.06,
    beta: 1.15,
    earningsYield: 0.085,
    growth: 3,
    industries: [
      industry("Field operators", "Fields", "Offshore"),
      industry("Rig services", "Rigs", "Drilling"),
      industry("Refining", "Refining"),
    ],
  },
  {
    name: "Shipyards",
    temperament: "cyclical",
    share: 0.07,
    beta: 1.2,
    earningsYield: 0.07,
    growth: 5,
    industries: [
      industry("Cargo yards", "Yards", "Shipyards"),
      industry("Ferries and small craft", "Ferries", "Craft"),
      industry("Marine engines", "Engines", "Propulsion"),
    ],
  },
  {
    name: "Freight and ports",
    temperament: "cyclical",
    share: 0.09,
    beta: 1.05,
    earningsYield: 0.068,
    growth: 5,
    industries: [
      industry("Container lines", "Lines", "Shipping"),
      industry("Port operators", "Ports", "Terminals"),
      industry("Island freight", "Freight", "Carriers"),
      industry("Air cargo", "Air Cargo"),
    ],
  },
  {
    name: "Aquaculture and food",
    temperament: "defensive",
    share: 0.09,
    beta: 0.65,
    earningsYield: 0.058,
    growth: 5,
    industries: [
      industry("Fish farming", "Seafarms", "Fisheries"),
      industry("Kelp and feed", "Kelp", "Feed"),
      industry("Packaged food", "Foods", "Provisions"),
      industry("Brewing", "Brewing"),
    ],
  },
  {
    name: "Medicine and biolabs",
    temperament: "defensive",
    share: 0.1,
    beta: 0.75,
    earningsYield: 0.045,
    growth: 9,
    industries: [
      industry("Medicines", "Medicines", "Pharma"),
      industry("Marine biolabs", "Biolabs", "Biologics"),
      industry("Clinics", "Clinics", "Care"),
      industry("Medical devices", "Devices"),
    ],
  },
  {
    name: "Instruments and optics",
    temperament: "growth",
    share: 0.08,
    beta: 1.15,
    earningsYield: 0.045,
    growth: 12,
    industries: [
      industry("Navigation", "Navigation", "Compass"),
      industry("Optics and lasers", "Optics", "Photonics"),
      industry("Sensors", "Sensors"),
    ],
  },
  {
    name: "Software and signals",
    temperament: "growth",
    share: 0.11,
    beta: 1.2,
    earningsYield: 0.038,
    growth: 14,
    industries: [
      industry("Harbour software", "Software", "Systems"),
      industry("Signal networks", "Signals", "Networks"),
      industry("Sea cables", "Cables"),
      industry("Data halls", "Datahalls"),
      industry("Payments", "Payments"),
    ],
  },
  {
    name: "Banks and insurers",
    temperament: "cyclical",
    share: 0.1,
    beta: 1.05,
    earningsYield: 0.085,
    growth: 5,
    industries: [
      industry("Island banks", "Bank", "Trust"),
      industry("Marine insurers", "Assurance", "Mutual"),
      industry("Brokers and exchanges", "Exchange", "Brokers"),
    ],
  },
  {
    name: "Household goods",
    temperament: "defensive",
    share: 0.06,
    beta: 0.6,
    earningsYield: 0.055,
    growth: 4,
    industries: [industry("Home care", "Homecare", "Soaps"), industry("Furnishing", "Furnishing", "Interiors")],
  },
  {
    name: "Leisure and retail",
    temperament: "cyclical",
    share: 0.08,
    beta: 1.1,
    earningsYield: 0.06,
    growth: 7,
    industries: [
      industry("Shops", "Stores", "Retail"),
      industry("Island resorts", "Resorts", "Hotels"),
      industry("Cruises", "Cruises"),
      industry("Games and media", "Media", "Games"),
    ],
  },
  {
    name: "Metals and salvage",
    temperament: "cyclical",
    share: 0.05,
    beta: 1.25,
    earningsYield: 0.075,
    growth: 3,
    industries: [industry("Seabed mining", "Seabed", "Minerals"), industry("Salvage and recycling", "Salvage")],
  },
  {
    name: "Harbour land",
    temperament: "defensive",
    share: 0.03,
    beta: 0.8,
    earningsYield: 0.06,
    growth: 4,
    industries: [industry("Quays and warehouses", "Quays", "Warehouses"), industry("Island housing", "Housing", "Estates")],
  },
];
