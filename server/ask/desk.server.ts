import type { Knex } from "knex";
import { LRUCache } from "lru-cache";
import { z } from "zod";
import { findEpochDay, isoDate } from "@core";
import type { MarketRow } from "@core/columns/dataset";
import type { Sentence, Study } from "@studies/define-study";
import { groupKeysIn } from "@studies/sets/group-key-schema";
import { labelOfKey } from "@studies/sets/group-key";
import { handOn } from "@studies/market/derived";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { STUDIES } from "@studies/registry";
import { clipped, date } from "@studies/words/words";
import { write } from "../db.server";
import { Invalid, NotFound } from "../errors";
import { forLog, log } from "../log.server";
import { growMarket, type DeliveredStep } from "../panel/grow-market";
import { firstFrom, loadMarkets } from "../panel/load-market.server";
import { upsertDerived } from "../stores/derived-store.server";
import { getDataVersion } from "../stores/meta-store.server";
import type { StudyPool } from "./pool.server";
import { runStudy, type Said } from "./study-job";

export interface Question {
  readonly study: string;
  readonly params: Record<string, unknown>;
  /** Code of the market [the first]. */
  readonly market?: string | undefined;
  /** `YYYY-MM-DD` [the latest session]. */
  readonly asOf?: string | undefined;
}

export interface Answer<R = unknown> {
  readonly study: string;
  readonly market: string;
  /** Epoch day of the as-of session, and whether it is the latest there is. */
  readonly asOf: number;
  readonly isLatest: boolean;
  /** Whether that session is still in progress. */
  readonly provisional: boolean;
  readonly params: Record<string, unknown>;
  readonly result: R;
  readonly reading: readonly Sentence[];
}

interface Loaded {
  version: number;
  readonly markets: Promise<ReadonlyMap<string, MarketData>>;
}

/** The one place where questions are answered: checks them, finds the session, keeps answers, and spreads the work. */
export class Desk {
  readonly #kept = new LRUCache<string, Said>({ max: 400 });
  #version: Promise<number> | undefined;
  /** Columns on their way into the database, for the next run. */
  #keeping: Promise<void> = Promise.resolve();
  #loaded: Loaded | undefined;

  constructor(
    readonly db: Knex,
    private readonly pool?: StudyPool,
    private readonly studies: ReadonlyMap<string, Study> = STUDIES,
  ) {}

  /** All markets in memory, read again whenever the data version has changed. */
  async #markets(): Promise<ReadonlyMap<string, MarketData>> {
    // Those who ask at once share one look at the version.
    this.#version ??= getDataVersion(this.db).finally(() => (this.#version = undefined));
    const version = await this.#version;
    // Data that grew in memory may be newer than the version that was read a moment ago, never older.
    if (this.#loaded === undefined || this.#loaded.version < version) {
      this.#kept.clear();
      const loaded: Loaded = { version, markets: this.#load((now) => (loaded.version = now)) };
      this.#loaded = loaded;
      loaded.markets.catch(() => {
        if (this.#loaded === loaded) this.#loaded = undefined;
      });
    }
    return this.#loaded.markets;
  }

  /** Reads everything as of one moment, whatever another process writes meanwhile. */
  #load(tell: (version: number) => void): Promise<ReadonlyMap<string, MarketData>> {
    return this.db.transaction(async (trx) => {
      const version = await getDataVersion(trx);
      tell(version);
      return loadMarkets(trx, version, this.pool?.code);
    });
  }

  /**
   * Takes a step of the feed into the markets in memory, where they are those that the step was added to.
   * Called within the tick of the write, so that nobody meets one without the other.
   */
  grow(markets: ReadonlyMap<string, MarketData>, step: DeliveredStep): void {
    // Only the very next version grows from what is here; after a write of another process all is read anew.
    if (this.#loaded?.version !== step.version - 1) return;
    const grown = grownMarkets(markets, step);
    this.#kept.clear();
    this.#loaded = grown ? { version: step.version, markets: Promise.resolve(grown) } : undefined;
  }

  /** The markets in memory, for the feed. */
  get markets(): Promise<ReadonlyMap<string, MarketData>> {
    return this.#markets();
  }

  /** The markets that have sessions, in the order in which they came. */
  async listMarkets(): Promise<MarketRow[]> {
    return [...(await this.#markets()).values()].map((data) => data.market);
  }

  /** Version of the data and the latest session of any market, null without data. */
  async status(): Promise<{ dataVersion: number; latest: string | null }> {
    const markets = [...(await this.#markets()).values()];
    const latest = markets.map((m) => m.panel.sessions[m.panel.sessions.length - 1]!);
    return { dataVersion: await getDataVersion(this.db), latest: latest.length > 0 ? isoDate(Math.max(...latest)) : null };
  }

  /** A market's data by its code; the first market for none. */
  async #market(code: string | undefined): Promise<MarketData> {
    const markets = await this.#markets();
    const data = code === undefined ? markets.values().next().value : markets.get(code);
    if (!data) throw new NotFound(code === undefined ? "There is no market data yet." : `There is no market "${code}".`);
    return data;
  }

  /**
   * A market by its code, the first one for none.
   * @throws NotFound without such a market
   */
  async findMarket(code: string | undefined): Promise<MarketRow> {
    return (await this.#market(code)).market;
  }

  /** First and last session of a market, as epoch days. */
  async spanOf(market: string): Promise<{ first: number; last: number }> {
    const { sessions } = (await this.#market(market)).panel;
    return { first: sessions[0]!, last: sessions[sessions.length - 1]! };
  }

  /**
   * Answers a question.
   * @throws NotFound for an unknown study or market; Invalid for parameters or a date that have no meaning
   */
  async ask<R = unknown>(question: Question): Promise<Answer<R>> {
    const study = this.studies.get(question.study);
    if (!study) throw new NotFound(`There is no study "${question.study}".`);
    const params = checkParams(study, question.params);
    const data = await this.#market(question.market);
    const t = sessionAt(data.panel.sessions, question.asOf);
    requireGroups(study, params, new Market(data, t));
    const key = JSON.stringify([data.version, data.market.market, t, study.name, params]);
    let said = this.#kept.get(key);
    if (!said) {
      said =
        study.cost === "heavy" && this.pool
          ? await this.#askWorker(this.pool, data, { study: study.name, params, t })
          : runStudy(study, data, t, params);
      this.#kept.set(key, said);
    }
    return {
      study: study.name,
      market: data.market.market,
      asOf: data.panel.sessions[t]!,
      isLatest: t === data.panel.sessions.length - 1,
      provisional: t >= data.settled,
      params,
      result: said.result as R,
      reading: said.reading,
    };
  }

  async #askWorker(pool: StudyPool, data: MarketData, job: { study: string; params: Record<string, unknown>; t: number }) {
    const { said, fresh } = await pool.run(data, job);
    if (Object.keys(fresh).length > 0) {
      const keep = () =>
        write(this.db, () => upsertDerived(this.db, data.market.market, fresh, { code: pool.code, history: data.history }));
      this.#keeping = this.#keeping.then(keep).catch((error: unknown) => {
        log.warn(forLog(error), "derived columns were not kept");
      });
    }
    return said;
  }

  async close(): Promise<void> {
    await this.#keeping;
    await this.pool?.close();
    await this.db.destroy();
  }
}

/** All markets with one step more; undefined when one has no room left and all must be read anew. */
function grownMarkets(markets: ReadonlyMap<string, MarketData>, step: DeliveredStep): Map<string, MarketData> | undefined {
  const out = new Map<string, MarketData>();
  const abroadBefore = markets.values().next().value?.abroad;
  const abroad = abroadBefore && growMarket(abroadBefore, step);
  if (abroadBefore && !abroad) return undefined;
  for (const [code, data] of markets) {
    const grown = growMarket(data, step);
    if (!grown) return undefined;
    const later = abroad ? { ...grown, abroad } : grown;
    handOn(data, later);
    out.set(code, later);
  }
  return out;
}

/** One of several groups may be unknown at a date (a focus is taken along to any); when all are, there is no answer. */
function requireGroups(study: Study, params: Record<string, unknown>, market: Market): void {
  const keys = groupKeysIn(study.params, params);
  if (keys.length === 0 || keys.some((key) => market.knows(key))) return;
  const named = clipped(keys.map(labelOfKey).join(", "));
  throw new NotFound(`“${named}” has no member in ${market.row.name} by ${date(market.asOf)}.`, [
    "It may begin later, belong to another market, or be spelled otherwise.",
  ]);
}

function checkParams(study: Study, raw: Record<string, unknown>): Record<string, unknown> {
  const parsed = study.params.safeParse(raw);
  if (parsed.success) return parsed.data;
  throw new Invalid(`The parameters of "${study.name}" are not right.`, z.prettifyError(parsed.error).split("\n"));
}

/** Index of the last session on or before a date; the latest without one. */
function sessionAt(sessions: Int32Array, asOf: string | undefined): number {
  if (asOf === undefined || asOf === "") return sessions.length - 1;
  const day = findEpochDay(asOf);
  if (Number.isNaN(day)) throw new Invalid(`"${asOf}" is not a date: it needs the form 2026-03-14.`);
  const t = firstFrom(sessions, day + 1) - 1;
  if (t < 0) throw new Invalid(`There is no session on or before ${asOf}: the first is ${isoDate(sessions[0]!)}.`);
  return t;
}
