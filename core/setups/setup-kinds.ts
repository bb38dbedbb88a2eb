/* The kinds of setups of one instrument (method 11), each side and label apart, as their records are (R13). */

export const SETUP_KINDS = [
  "compression",
  "tight with reach",
  "squeeze",
  "doji",
  "streak down",
  "streak up",
  "10-session closing low",
  "10-session closing high",
  "30-session closing low",
  "30-session closing high",
  "short RSI low, with the trend",
  "short RSI low, against it",
  "short RSI high, with the trend",
  "short RSI high, against it",
  "shock down",
  "shock up",
  "volume climax at a low",
  "volume climax at a high",
  "divergence at a low",
  "divergence at a low, with the trend",
  "divergence at a high",
  "divergence at a high, with the trend",
] as const;

export type SetupKind = (typeof SETUP_KINDS)[number];

/** Those of a narrow session: their bracket has its stop beyond the other side of the session (method 11, P07). */
export const COMPRESSED_KINDS: ReadonlySet<SetupKind> = new Set(["compression", "tight with reach", "squeeze", "doji"]);

/** Those that stand among the members of the market at an end: farthest below or above their long trend. */
export const END_KINDS = ["value end", "leader end"] as const;
export type EndKind = (typeof END_KINDS)[number];

/** Those of a group as a whole. */
export const GROUP_KINDS = [
  "sector volume climax at a low",
  "sector volume climax at a high",
  "industry volume climax at a low",
  "industry volume climax at a high",
] as const;
export type GroupKind = (typeof GROUP_KINDS)[number];
