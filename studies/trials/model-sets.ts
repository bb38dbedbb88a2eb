import type { PeerSet } from "@studies/sets/peer-names";

/** The sets whose members can be bought: instruments that open. */
export const MODEL_SETS = [
  "stock",
  "fund",
  "style",
  "region",
  "world",
  "asset-class",
  "commodity",
  "currency",
] as const satisfies readonly PeerSet[];
