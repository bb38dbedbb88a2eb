/** The sets whose members are compared with each other; how one is called, and several. */
export const PEER_SETS = {
  sector: { one: "sector", many: "sectors" },
  industry: { one: "industry", many: "industries" },
  theme: { one: "theme", many: "themes" },
  fund: { one: "fund", many: "funds" },
  style: { one: "style index", many: "style indexes" },
  region: { one: "region", many: "regions" },
  world: { one: "world index", many: "world indexes" },
  "asset-class": { one: "asset class", many: "asset classes" },
  family: { one: "commodity family", many: "commodity families" },
  commodity: { one: "commodity", many: "commodities" },
  currency: { one: "currency", many: "currencies" },
  stock: { one: "stock", many: "stocks" },
} as const;

export type PeerSet = keyof typeof PEER_SETS;

export const PEER_SET_NAMES = Object.keys(PEER_SETS) as [PeerSet, ...PeerSet[]];
