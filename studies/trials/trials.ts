import { trialAverages } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { tableOf } from "@studies/table";
import { episodeParams, episodesOf, episodeWords, spanWords } from "./episodes";
import { madeAt, selectedAt, universeAt, type UniverseAt } from "./scan-at";
import { cellOf, exitsOf, spreadsOf, trialAt, type Spread } from "./trial-at";
import { trialBenchmark } from "./trial-benchmark";
import { TRIAL_COLUMNS, type TrialCellRow } from "./trial-columns";
import { BEGINNING } from "./ready-scans";
import { exitWords, purchaseParams, scanText, untilParam, weighParam } from "./trial-params";
import { trialSentences } from "./trial-sentences";
import { scanWords } from "./trial-words";
import { plainNumber } from "@studies/pictures/picture-parts";
import { count } from "@studies/words/words";

const MOST_SCANS = 12;

/** What some scans would have made at each of some episodes. */
export const trials = defineStudy({
  name: "trials",
  about:
    "What the top of some scans made when bought at the first open after each of some episodes and held: net against a benchmark, gross against all members at the same moments.",
  params: z.object({
    scan: z.array(scanText).max(MOST_SCANS).prefault(BEGINNING).describe("each scan as JSON: name, when, for, rank, order"),
    ...purchaseParams,
    until: untilParam,
    weigh: weighParam,
    ...episodeParams,
  }),
  cost: "long",
  examples: [
    {},
    {
      scan: [
        '{"name":"Weak","when":{"left":{"measure":"rsi","params":{"n":14}},"comparator":"below","right":45},"rank":"return_21","order":"lowest"}',
        '{"name":"Mixed","for":"sector:$sector","rank":"2*return_63+trend"}',
        '{"name":"Funds","for":"funds","rank":"close/atr","order":"lowest"}',
      ],
      ...{ at: "lane", lane: "Quick", hold: 5, top: 4, weigh: "volatility", bench: "WORLD" },
    },
    {
      ...{ at: "situation", situation: "its RSI(5) is below 25", hold: 3, top: 0, from: "2002-01-01" },
      scan: ['{"name":"Cheap","rank":"value"}'],
    },
    { at: "sessions", number: 3, hold: 0 },
    { at: "dates", dates: "2001-06-01, 2003-03-08", until: "2003-04-01" },
  ],
  ask(market, params, tell) {
    const benchmark = trialBenchmark(market, params.bench);
    const sessions = episodesOf(market, params, params.hold);
    if (!benchmark || !sessions) return undefined;
    const exits = exitsOf(market, sessions, params);
    const universes = new Map<string, { universe: UniverseAt; made: Float64Array[]; base: readonly Spread[] }>();
    const universeFor = (key: string) => {
      let own = universes.get(key);
      if (!own) {
        const universe = universeAt(market, key, sessions);
        const made = madeAt(universe, exits);
        universes.set(key, (own = { universe, made, base: spreadsOf(universe, made) }));
      }
      return own;
    };
    const rows = params.scan.map((tried, r) => {
      const { universe, base } = universeFor(tried.for);
      const selected = selectedAt(
        universe,
        tried,
        params.top,
        tell &&
          ((share) => {
            tell((r + share) / params.scan.length);
          }),
      );
      const cells = selected.map((places, k) => {
        const trial = trialAt(market, { universe, places, t: sessions[k]!, benchmark }, params);
        return { ...cellOf(trial, places.length), base: base[k]!.mean };
      });
      return {
        name: tried.name,
        for: tried.for,
        universe: universe.name,
        sentence: scanWords(tried, params.top),
        cells,
        averages: trialAverages(cells),
      };
    });
    const [one, many] = episodeWords(params, market.referenceName);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      benchmark: benchmark.name,
      top: params.top,
      hold: params.hold,
      exitWords: exitWords(params),
      cost: params.cost,
      weigh: params.weigh,
      episode: { at: params.at, one, many, span: spanWords(params) },
      episodes: Array.from(sessions, (s, k) => ({
        day: market.sessions[s]!,
        /** Of the entry and the exit; NaN where it is still to come. */
        entered: market.sessions[s + 1] ?? NaN,
        exit: market.sessions[exits[k]!] ?? NaN,
        index: rows[0]?.cells[k]?.benchmark ?? NaN,
      })),
      rows,
      /** How all members of the universe of the first scan fared at each. */
      members: { name: rows[0]?.universe ?? "", spreads: params.scan[0] ? universeFor(params.scan[0].for).base : [] },
    };
  },
  reading: (r): Sentence[] => (r ? trialSentences(r) : []),
  table: (r) =>
    tableOf(
      TRIAL_COLUMNS,
      (r?.rows ?? []).flatMap((row) =>
        row.cells.map((cell, k): TrialCellRow => ({ ...cell, scan: row.name, ...r!.episodes[k]! })),
      ),
    ),
  pictures: {
    excess: {
      name: "The mean of each scan less the benchmark",
      draw: (r) =>
        r && {
          ...{ kind: "bars", unit: "change" },
          rows: r.rows.map((row) => ({
            name: row.name,
            value: plainNumber(row.averages.excess),
            words: count(row.averages.n, "episode"),
          })),
        },
    },
  },
});
