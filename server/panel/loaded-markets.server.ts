import type { Knex } from "knex";
import { handOn } from "@studies/market/derived";
import type { Derivation, MarketData } from "@studies/market/market-data";
import { forLog, log } from "../log.server";
import { getDataVersion, getStamps } from "../stores/meta-store.server";
import { growMarket, type DeliveredStep } from "./grow-market";
import { loadMarkets } from "./load-market.server";
import type { Snapshots } from "./snapshots.server";

type Markets = ReadonlyMap<string, MarketData>;

interface Loaded {
  version: number;
  readonly markets: Promise<Markets>;
}

/** All markets in memory: read again when the data have changed, grown by what the feed delivers. */
export class LoadedMarkets {
  #loaded: Loaded | undefined;
  #version: Promise<number> | undefined;

  /**
   * @param db the database
   * @param onChange is called whenever other data take the place of those in memory
   * @param snapshots where a snapshot is kept beside the database for the next start
   */
  constructor(
    private readonly db: Knex,
    private readonly onChange: () => void,
    private readonly snapshots?: Snapshots,
  ) {}

  /** All markets, read again whenever the data version has changed. */
  async all(): Promise<Markets> {
    // Those who ask at once share one look at the version.
    this.#version ??= getDataVersion(this.db).finally(() => (this.#version = undefined));
    const version = await this.#version;
    // Data that grew in memory may be newer than the version that was read a moment ago, never older.
    if (this.#loaded === undefined || this.#loaded.version < version) {
      this.onChange();
      const loaded: Loaded = { version, markets: this.#load((now) => (loaded.version = now)) };
      this.#loaded = loaded;
      loaded.markets.catch(() => {
        if (this.#loaded === loaded) this.#loaded = undefined;
      });
    }
    return this.#loaded.markets;
  }

  /** Reads everything as of one moment, whatever another process writes meanwhile. */
  #load(tell: (version: number) => void): Promise<Markets> {
    return this.db.transaction(async (trx) => {
      const version = await getDataVersion(trx);
      tell(version);
      if (!this.snapshots) return loadMarkets(trx, version);
      const stamps = await getStamps(trx);
      const found = await this.snapshots.take(stamps, version);
      const markets = found.markets ?? (await loadMarkets(trx, version, found.derived));
      this.snapshots.hold(stamps, markets, found.markets !== undefined);
      return markets;
    });
  }

  /**
   * Takes a step of the feed into the markets in memory, where they are those that the step was added to.
   * Called within the tick of the write, so that nobody meets one without the other.
   */
  grow(markets: Markets, step: DeliveredStep): void {
    // Only the very next version grows from what is here; after a write of another process all is read anew.
    if (this.#loaded?.version !== step.version - 1) return;
    const grown = grownMarkets(markets, step);
    this.onChange();
    this.#loaded = grown ? { version: step.version, markets: Promise.resolve(grown) } : undefined;
    if (grown) this.snapshots?.hold(step.stamps, grown, false);
  }

  /** Takes in columns that were derived elsewhere from data of a market, for other threads and for the next start. */
  learn(data: MarketData, fresh: Readonly<Record<string, Derivation>>): void {
    if (Object.keys(fresh).length === 0) return;
    Object.assign(data.derived as Record<string, Derivation>, fresh);
    this.snapshots?.noteChange();
  }

  async close(): Promise<void> {
    try {
      await this.snapshots?.close();
    } catch (error) {
      log.warn(forLog(error), "the snapshot was not written");
    }
  }
}

/** All markets with one step more; undefined when one has no room left and all must be read anew. */
function grownMarkets(markets: Markets, step: DeliveredStep): Map<string, MarketData> | undefined {
  const out = new Map<string, MarketData>();
  const worldwideBefore = markets.values().next().value?.worldwide;
  const worldwide = worldwideBefore && growMarket(worldwideBefore, step);
  if (worldwideBefore && !worldwide) return undefined;
  for (const [code, data] of markets) {
    const grown = growMarket(data, step);
    if (!grown) return undefined;
    const later = worldwide ? { ...grown, worldwide } : grown;
    handOn(data, later);
    out.set(code, later);
  }
  return out;
}
