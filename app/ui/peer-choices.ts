import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import type { Choice } from "./inline-menu";

/** From the widest set to the narrowest, the way the work goes down. */
const ORDER: readonly PeerSet[] = [
  "asset-class",
  "region",
  "world",
  "family",
  "commodity",
  "currency",
  "style",
  "sector",
  "industry",
  "theme",
  "fund",
  "stock",
];

/** The sets that can be compared, for a menu. */
export const PEER_CHOICES: readonly Choice[] = ORDER.map((value) => ({ value, label: PEER_SETS[value].many }));
