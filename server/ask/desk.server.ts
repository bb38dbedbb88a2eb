import { setTimeout } from "node:timers/promises";
import type { Knex } from "knex";
import { z } from "zod";
import { findEpochDay, firstFrom, isoDate } from "@core";
import type { MarketRow } from "@core/columns/dataset";
import type { Sentence, Study } from "@studies/define-study";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { STUDIES } from "@studies/registry";
import { labelOfKey } from "@studies/sets/group-key";
import { groupKeysIn } from "@studies/sets/group-key-schema";
import { clipped, date } from "@studies/words/words";
import { listDrawnCharts } from "../drawings.server";
import { Invalid, NotFound } from "../errors";
import type { Job, JobState } from "../jobs/job";
import { startJob } from "../jobs/jobs.server";
import { forLog, log } from "../log.server";
import type { DeliveredStep } from "../panel/grow-market";
import { LoadedMarkets } from "../panel/loaded-markets.server";
import type { Snapshots } from "../panel/snapshots.server";
import { getDataVersion } from "../stores/meta-store.server";
import type { ColumnCost } from "../workers/answer-job";
import { Answers } from "./answers";
import type { LongOptions, StudyPool } from "./pool.server";
import { runStudy, type Said, type StudyAsked } from "./study-job";

/** How long a long question is waited for before its progress is shown. */
const MOMENT_MS = 300;

export interface Question {
  readonly study: string;
  readonly params: Record<string, unknown>;
  /** Code of the market [the first]. */
  readonly market?: string | undefined;
  /** `YYYY-MM-DD` [the latest session]. */
  readonly asOf?: string | undefined;
  /** Whether those that somebody waits for are answered before [no]. */
  readonly givesWay?: boolean;
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

export interface DeskOptions {
  /** Where heavy and long studies are answered [the thread that asks]. */
  readonly pool?: StudyPool;
  readonly studies?: ReadonlyMap<string, Study>;
  /** Where a snapshot is kept for the next start [nowhere]. */
  readonly snapshots?: Snapshots;
}

/** A question that was checked: what is to be asked of which data. */
interface Checked extends StudyAsked {
  readonly key: string;
}

/** The one place where questions are answered: checks them, finds the session, keeps answers, and spreads the work. */
export class Desk {
  readonly #answers = new Answers();
  readonly #jobs = new Map<string, Job<Said>>();
  readonly #loaded: LoadedMarkets;
  readonly #pool: StudyPool | undefined;
  readonly #studies: ReadonlyMap<string, Study>;

  constructor(
    readonly db: Knex,
    { pool, studies = STUDIES, snapshots }: DeskOptions = {},
  ) {
    this.#pool = pool;
    this.#studies = studies;
    this.#loaded = new LoadedMarkets(
      db,
      () => {
        this.#answers.clear();
      },
      snapshots,
    );
  }

  /** The markets in memory. */
  get markets(): Promise<ReadonlyMap<string, MarketData>> {
    return this.#loaded.all();
  }

  /** Takes a step of the feed into the markets in memory, within the tick of its write. */
  grow(markets: ReadonlyMap<string, MarketData>, step: DeliveredStep): void {
    this.#loaded.grow(markets, step);
  }

  /** The markets that have sessions, in the order in which they came. */
  async listMarkets(): Promise<MarketRow[]> {
    return [...(await this.markets).values()].map((data) => data.market);
  }

  /** Version of the data and the latest session of any market, null without data. */
  async status(): Promise<{ dataVersion: number; latest: string | null }> {
    const markets = [...(await this.markets).values()];
    const latest = markets.map((m) => m.panel.sessions[m.panel.sessions.length - 1]!);
    return { dataVersion: await getDataVersion(this.db), latest: latest.length > 0 ? isoDate(Math.max(...latest)) : null };
  }

  /** What is held in memory, in bytes: the process, the answers, and the derived columns of the threads, largest first. */
  async costs(): Promise<{ process: number; answers: number; columns: readonly ColumnCost[] }> {
    const columns = (await this.#pool?.costs()) ?? [];
    return { process: process.memoryUsage.rss(), answers: this.#answers.bytes, columns };
  }

  /** A market's data by its code; the first market for none. */
  async #market(code: string | undefined): Promise<MarketData> {
    const markets = await this.markets;
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

  /** The sessions of a market that are over, as epoch days. */
  async settledSessions(market: string): Promise<Int32Array> {
    const { panel, settled } = await this.#market(market);
    return panel.sessions.slice(0, settled);
  }

  /**
   * Answers a question; a long one as one who waits for it.
   * @throws NotFound for an unknown study or market; Invalid for parameters or a date that have no meaning; Stopped
   */
  async ask<R = unknown>(question: Question): Promise<Answer<R>> {
    const checked = await this.#check(question);
    const said =
      checked.study.cost === "long"
        ? (this.#answers.find(checked.key) ?? (await this.#jobOf(checked).wait()))
        : await this.#answers.get(checked.key, () => this.#work(checked, question.givesWay));
    return answerOf<R>(checked, said);
  }

  /** The answer to a long question where it is at hand or comes in a moment; else the job that works on it, begun where it is not yet. */
  async askLong<R = unknown>(question: Question): Promise<{ readonly answer: Answer<R> } | { readonly job: JobState }> {
    const checked = await this.#check(question);
    const said = this.#answers.find(checked.key);
    if (said) return { answer: answerOf<R>(checked, said) };
    const job = this.#jobOf(checked);
    await Promise.race([job.over, setTimeout(MOMENT_MS, undefined, { ref: false })]);
    return job.result ? { answer: answerOf<R>(checked, job.result) } : { job: job.state };
  }

  async #check(question: Question): Promise<Checked> {
    const study = this.#studies.get(question.study);
    if (!study) throw new NotFound(`There is no study "${question.study}".`);
    const params = checkParams(study, question.params);
    const data = await this.#market(question.market);
    const t = sessionAt(data.panel.sessions, question.asOf);
    requireGroups(study, params, new Market(data, t));
    const drawn = study.drawings || namesDrawing(params) ? await listDrawnCharts(this.db, data.market.market) : undefined;
    const key = JSON.stringify([data.version, data.market.market, t, study.name, params, drawn?.key]);
    return { study, data, t, params, drawn, key };
  }

  async #work(checked: Checked, givesWay?: boolean): Promise<Said> {
    const { study, data, t, params, drawn } = checked;
    if (study.cost === "light" || !this.#pool) return runStudy(checked);
    const { said, fresh } = await this.#pool.run(data, { study: study.name, params, t, drawn }, givesWay);
    this.#loaded.learn(data, fresh);
    return said;
  }

  /** The job of a long question: those who ask it meanwhile share one. */
  #jobOf(checked: Checked): Job<Said> {
    const { key } = checked;
    const open = this.#jobs.get(key);
    // One that is being stopped has no answer to come.
    if (open?.isOpen) return open;
    const job = startJob<Said>({
      onlyWhileWatched: true,
      say: (error) => {
        log.error(forLog(error), "a long study failed");
        return "The log says where.";
      },
      run: (tell, signal) => {
        const work = () => this.#workLong(checked, { tell, signal });
        return Promise.resolve(this.#answers.get(key, work, signal));
      },
    });
    this.#jobs.set(key, job);
    void job.over.then(() => {
      // Another may have been begun in its place.
      if (this.#jobs.get(key) === job) this.#jobs.delete(key);
    });
    return job;
  }

  async #workLong(checked: Checked, options: LongOptions): Promise<Said> {
    const { study, data, t, params, drawn } = checked;
    if (!this.#pool) return runStudy(checked, options.tell);
    return (await this.#pool.runLong(data, { study: study.name, params, t, drawn }, options)).said;
  }

  async close(): Promise<void> {
    for (const job of this.#jobs.values()) job.stop();
    await this.#loaded.close();
    await this.#pool?.close();
    await this.db.destroy();
  }
}

function answerOf<R>({ study, data, t, params }: Checked, said: Said): Answer<R> {
  const { sessions } = data.panel;
  return {
    study: study.name,
    market: data.market.market,
    asOf: sessions[t]!,
    isLatest: t === sessions.length - 1,
    provisional: t >= data.settled,
    params,
    result: said.result as R,
    reading: said.reading,
  };
}

/** One of several groups may be unknown at a date (a focus is taken along to any); when all are, there is no answer. */
function requireGroups(study: Study, params: Record<string, unknown>, market: Market): void {
  const keys = groupKeysIn(study.params, params);
  if (keys.length === 0 || keys.some((key) => market.groups.knows(key))) return;
  const named = clipped(keys.map(labelOfKey).join(", "));
  throw new NotFound(`“${named}” has no member in ${market.row.name} by ${date(market.asOf)}.`, [
    "It may begin later, belong to another market, or be spelled otherwise.",
  ]);
}

/** Whether a rule among the parameters, as an object or as text, has a measure of what is drawn. */
function namesDrawing(params: Record<string, unknown>): boolean {
  return /measure\\*":\\*"drawn /.test(JSON.stringify(params));
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
