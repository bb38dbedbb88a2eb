import type { Market } from "./market";
import type { MarketData } from "./market-data";

/** Values of all instruments or groups of a market at one session: derived once, whoever asks. */
export interface CrossSection<T> {
  /** Its own among all cross-sections. */
  readonly name: string;
  derive(market: Market): T;
}

/** Sessions that are looked at at once, with those that they are set against. */
const MOST_SESSIONS = 24;
const MOST_A_SESSION = 48;

type Sections = Map<string, unknown>;

/** By data, session and name; those asked for longest ago first. */
const sectionsOf = new WeakMap<MarketData, Map<number, Sections>>();

/** A cross-section of data as of a session; studies use `Market`. */
export function sectionAt<T>(data: MarketData, market: Market, section: CrossSection<T>): T {
  let bySession = sectionsOf.get(data);
  if (!bySession) sectionsOf.set(data, (bySession = new Map<number, Sections>()));
  const sections = latest(bySession, market.t, MOST_SESSIONS, () => new Map<string, unknown>());
  return latest(sections, section.name, MOST_A_SESSION, () => section.derive(market)) as T;
}

/** What is held under a key, made where there is nothing, as the one asked for latest; of too many the oldest goes. */
function latest<K, V>(held: Map<K, V>, key: K, most: number, make: () => V): V {
  const value = held.has(key) ? held.get(key)! : make();
  held.delete(key);
  held.set(key, value);
  if (held.size > most) held.delete(held.keys().next().value!);
  return value;
}
