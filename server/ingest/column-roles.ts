/*
 * What a column may hold, and by which names of the trade it is known.
 */

export const BAR_ROLES = ["date", "ticker", "open", "high", "low", "close", "adjusted", "volume"] as const;
export const NAME_ROLES = ["ticker", "name", "kind", "sector", "industry", "currency", "shares", "group"] as const;
export const ROLES = [
  ...new Set([...BAR_ROLES, ...NAME_ROLES]),
  /** Closes of the ticker that heads the column. */
  "closes-of",
  "time",
  "nothing",
] as const;
export type Role = (typeof ROLES)[number];

const USUAL_NAMES: Readonly<Record<Exclude<Role, "closes-of" | "nothing">, readonly string[]>> = {
  date: [
    "date",
    "day",
    "trade date",
    "trading date",
    "trading day",
    "session",
    "dt",
    "yyyymmdd",
    "dtyyyymmdd",
    "datetime",
    "date time",
    "timestamp",
  ],
  time: ["time"],
  ticker: ["ticker", "symbol", "code", "instrument", "isin", "security", "stock", "ric"],
  open: ["open", "o", "open price", "opening price", "price open", "first", "px open"],
  high: ["high", "h", "high price", "price high", "max", "px high", "day high"],
  low: ["low", "l", "low price", "price low", "min", "px low", "day low"],
  close: [
    "close",
    "c",
    "last",
    "price",
    "value",
    "index",
    "close price",
    "closing price",
    "price close",
    "last price",
    "px last",
    "settle",
    "close last",
    "nav",
    "level",
  ],
  adjusted: [
    "adj close",
    "adjusted close",
    "adjclose",
    "close adj",
    "close adjusted",
    "adjusted",
    "adjustedclose",
    "adj price",
    "adj closing price",
  ],
  volume: [
    "volume",
    "vol",
    "v",
    "px volume",
    "shares traded",
    "total volume",
    "quantity",
    "qty",
    "tottrdqty",
    "trade volume",
    "volume shares",
  ],
  name: ["name", "company", "company name", "security name", "long name", "longname", "description", "instrument name"],
  kind: ["kind", "type", "asset class", "asset type", "instrument type", "security type"],
  sector: ["sector", "gics sector", "sector name", "economic sector"],
  industry: ["industry", "sub industry", "subindustry", "industry group", "industry name", "gics sub industry"],
  currency: ["currency", "ccy", "curr", "trading currency"],
  shares: ["shares", "shares outstanding", "outstanding shares", "share count", "number of shares"],
  group: ["group", "theme", "list", "basket", "index membership"],
};

/** The words of a header without case and signs: "<Adj. Close>" as "adj close". */
export function plainName(header: string): string {
  return header
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, " ")
    .trim();
}

/** What a header says that its column holds; undefined for a name that is not known. */
export function roleOfName(header: string): Role | undefined {
  const own = plainName(header);
  const found = Object.entries(USUAL_NAMES).find(([, names]) => names.includes(own));
  return found?.[0] as Role | undefined;
}

/** How usual a name is for its role: the first of the list is the most usual, 0. */
function rankOfName(header: string, role: Role): number {
  return USUAL_NAMES[role as keyof typeof USUAL_NAMES].indexOf(plainName(header));
}

/** Prices that were adjusted by who made the file, each under a name of its own beside the raw ones. */
const ADJUSTED_BARS: readonly (readonly [Role, readonly string[]])[] = [
  ["open", ["adj open", "adjusted open", "open adj"]],
  ["high", ["adj high", "adjusted high", "high adj"]],
  ["low", ["adj low", "adjusted low", "low adj"]],
  ["close", ["adj close", "adjusted close", "close adj", "adjclose"]],
];

/** What each column holds, by the names of the header; one column a role, but for groups. */
export function rolesByNames(headers: readonly string[]): Role[] {
  const plain = headers.map(plainName);
  const adjusted = ADJUSTED_BARS.map(([role, names]) => [role, plain.findIndex((name) => names.includes(name))] as const);
  const whole = adjusted.every(([, k]) => k >= 0);
  const roles: Role[] = headers.map((header) => roleOfName(header) ?? "nothing");
  if (whole) {
    roles.forEach((role, k) => {
      if (adjusted.some(([own]) => own === role)) roles[k] = "nothing";
    });
    for (const [role, k] of adjusted) roles[k] = role;
    const volume = plain.findIndex((name) => name === "adj volume" || name === "adjusted volume");
    if (volume >= 0) roles.forEach((role, k) => (roles[k] = k === volume ? "volume" : role === "volume" ? "nothing" : role));
  }
  for (const role of new Set(roles)) {
    if (role === "nothing" || role === "group") continue;
    const own = roles.flatMap((r, k) => (r === role ? [k] : []));
    if (own.length < 2 || (whole && role !== "date" && role !== "ticker")) continue;
    const best = own.reduce((a, b) => (rankOfName(headers[b]!, role) < rankOfName(headers[a]!, role) ? b : a));
    for (const k of own) if (k !== best) roles[k] = "nothing";
  }
  // A time alone is the date; beside one it says when in the day.
  if (!roles.includes("date") && roles.includes("time")) roles[roles.indexOf("time")] = "date";
  if (!roles.includes("close") && roles.includes("adjusted")) roles[roles.indexOf("adjusted")] = "close";
  return roles;
}
