import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { z } from "zod";
import { ema, isoDate, seriesOf, weekday } from "@core";
import type { Dataset } from "@core/columns/dataset";
import { defineStudy, type Study } from "@studies/define-study";
import { derivedColumns, deriveWhole, type PerInstrument, type PerSession } from "@studies/market/derived";
import type { MarketData } from "@studies/market/market-data";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { cutDataset } from "./testing/cut-dataset";
import { deskOf } from "./testing/desk-of";
import { differences } from "./testing/differences";
import { exampleParams } from "./testing/example-params";
import { compositeColumn } from "@studies/columns/composites";

/*
 * The proof that nothing looks ahead: every study, asked as of past dates, gives on the whole database bit for bit
 * what it gives on a database that was cut after that date; and so does every column that was derived for it. The dates
 * are those on which something happens: the session before an event, and that of the event.
 */

const world = makeWorld(5, { stocks: 48, years: 4, reserve: 10 }).dataset;
const sessions = Array.from(world.bars.find((b) => b.ticker === "ALBRO")!.days);
const START = 330;
const home = new Map(world.instruments.filter((i) => i.market === "ALDANE").map((i) => [i.ticker, i]));
const within = (day: number | null | undefined) =>
  day !== null && day !== undefined && day > sessions[START]! && day < sessions[sessions.length - 30]!;
/** The session on or after a day. */
const sessionFrom = (day: number) => sessions.findIndex((s) => s >= day);

const ofBroad = world.membership.filter((m) => m.group === "ALBRO" && home.has(m.ticker));
const weighted = world.membership.filter((m) => m.weight !== null && m.kind === "fund" && home.has(m.ticker));
const earnings = world.fundamentals.filter((f) => home.get(f.ticker)?.kind === "stock");
const delisted = [...home.values()].find((i) => i.kind === "stock" && within(i.delisted))!;
const joining = ofBroad.find((m) => within(m.from))!;
const leaving = ofBroad.find((m) => m.to !== null && within(m.to) && home.get(m.ticker)!.delisted !== m.to)!;
const review = weighted.find((m) => within(m.from) && m.from > weighted[0]!.from)!;
const row = earnings.find((f) => within(f.known) && f.eps !== null)!;
const notice = world.holidays.find((h) => h.market === "ALDANE" && within(h.known))!;
const friday = world.holidays.find((h) => h.market === "ALDANE" && weekday(h.date) === 5 && within(h.date))!;

/** Sessions by what happens on them. */
const EVENTS: Readonly<Record<string, number>> = {
  "a joining": sessionFrom(joining.from),
  "a leaving": sessionFrom(leaving.to! + 1),
  "a listing": sessionFrom([...home.values()].find((i) => i.kind === "stock" && within(i.listed))!.listed!),
  "a delisting": sessionFrom(delisted.delisted! + 1),
  "a notice of a holiday": sessionFrom(notice.known),
  "a row of fundamentals": sessionFrom(row.known),
  "a review of weights": sessionFrom(review.from),
  "a Friday without a session": sessionFrom(friday.date),
};
const dates = [
  ["the 61st session", 60],
  ...Object.entries(EVENTS).flatMap(([name, s]) => [
    [`the session before ${name}`, s - 1] as const,
    [`the session of ${name}`, s] as const,
  ]),
  ["the session before the last", sessions.length - 2],
] as const;

/** Where answers of a study as of a date differ between two desks. */
async function lookAheadOf(study: Study, whole: Desk, cut: Desk, asOf: string, market?: string): Promise<string[]> {
  if (study.examples.length === 0) return [`${study.name} has no example parameters`];
  const found: string[] = [];
  for (const example of market ? study.examples.slice(0, 1) : study.examples) {
    if (market && JSON.stringify(example).includes("$")) continue;
    const question = { study: study.name, params: exampleParams(world, example), asOf, market };
    const said = async (desk: Desk, q: object) =>
      desk.ask({ ...question, ...q }).catch((error: unknown) => ({ isLatest: false, refused: (error as Error).message }));
    const [a, b] = [await said(whole, {}), await said(cut, { asOf: undefined })];
    const { isLatest: _a, ...then } = a;
    const { isLatest: _b, ...now } = b;
    found.push(...differences(then, now).map((d) => `${study.name} ${JSON.stringify(example)}: ${d}`));
  }
  return found;
}

/** Where columns that were derived from the whole differ, up to the last session of the cut, from those of the cut. */
function columnsApart(whole: MarketData, cut: MarketData): string[] {
  const end = cut.panel.sessions.length;
  const own = derivedColumns(cut);
  return [...derivedColumns(whole)].flatMap(([name, column]) => {
    const other = own.get(name);
    if (!other) return [];
    if (column instanceof Float64Array) {
      return cut.instruments.flatMap(({ ticker }, i) => {
        const at = whole.instruments.findIndex((w) => w.ticker === ticker);
        const [a, b] = [seriesOf(column, whole.panel.stride, at, end), seriesOf(other as Float64Array, cut.panel.stride, i, end)];
        return differences(a, b, `${name} of ${ticker}`).slice(0, 1);
      });
    }
    return Object.entries(column).flatMap(([key, values]) =>
      differences(values.slice(0, end), (other as typeof column)[key]!.slice(0, end), `${name}.${key}`).slice(0, 1),
    );
  });
}

async function dataOf(desk: Desk, market: string): Promise<MarketData> {
  return (await desk.markets).get(market)!;
}

/** Looks ahead on purpose: the composite against its mean over all sessions there are, and an average that knows the next close. */
const peekingColumn: PerSession<{ against: Float64Array }> = {
  name: "peeking",
  derive(data) {
    const { level } = deriveWhole(data, compositeColumn);
    const mean = level.reduce((a, b) => a + (Number.isNaN(b) ? 0 : b), 0) / level.length;
    return { against: level.map((x) => x / mean) };
  },
};
const lateAverage: PerInstrument = {
  name: "late average",
  derive({ panel }) {
    const whole = new Float64Array(panel.count * panel.stride).fill(NaN);
    for (let i = 0; i < panel.count; i++) {
      const average = ema(seriesOf(panel.close, panel.stride, i, panel.sessions.length), 50);
      seriesOf(whole, panel.stride, i, panel.sessions.length).set(average.subarray(1));
    }
    return whole;
  },
};
const peeking = defineStudy({
  name: "peeking",
  about: "A study that looks ahead.",
  params: z.object({ average: z.stringbool().default(false) }),
  cost: "light",
  examples: [{}],
  ask: (market, { average }) => {
    // It shows nothing of what it derives: only the columns themselves can tell.
    if (average) market.perInstrument(lateAverage, market.instruments[0]!.index);
    else market.perSession(peekingColumn);
    return {};
  },
  reading: () => [],
  table: () => ({ columns: [], rows: [] }),
});
const withoutExamples = { ...peeking, name: "without examples", examples: [] };
const all: ReadonlyMap<string, Study> = new Map([...STUDIES, [peeking.name, peeking], [withoutExamples.name, withoutExamples]]);

describe.each(dates)("as of %s", (_name, t) => {
  const asOf = isoDate(sessions[t]!);
  let whole: Desk;
  let cut: Desk;
  beforeAll(async () => {
    whole = await deskOf(world, all);
    cut = await deskOf(cutDataset(world, sessions[t]!), all);
  });
  afterAll(async () => {
    await whole.close();
    await cut.close();
  });
  it.each([...STUDIES.values()].map((study) => [study.name, study] as const))("%s knows nothing later", async (_n, study) => {
    expect(await lookAheadOf(study, whole, cut, asOf)).toEqual([]);
    expect(await lookAheadOf(study, whole, cut, asOf, "CORVANY")).toEqual([]);
  });
  it("nor does any column that was derived", async () => {
    for (const market of ["ALDANE", "CORVANY"]) {
      const [a, b] = [await dataOf(whole, market), await dataOf(cut, market)];
      expect(derivedColumns(a).size).toBeGreaterThan(market === "ALDANE" ? 30 : 10);
      expect(columnsApart(a, b)).toEqual([]);
      if (a.worldwide && b.worldwide) expect(columnsApart(a.worldwide, b.worldwide)).toEqual([]);
    }
  });
});

describe("the proof", () => {
  it("finds a column that looks ahead, though no answer shows it", async () => {
    const t = EVENTS["a joining"]!;
    const [whole, cut] = [await deskOf(world, all), await deskOf(cutDataset(world, sessions[t]!), all)];
    const [a, b] = [await dataOf(whole, "ALDANE"), await dataOf(cut, "ALDANE")];
    for (const [average, name] of [
      ["false", "peeking.against"],
      ["true", "late average of"],
    ] as const) {
      for (const desk of [whole, cut]) await desk.ask({ study: "peeking", params: { average }, asOf: isoDate(sessions[t]!) });
      expect(columnsApart(a, b).join()).toContain(name);
    }
    expect(await lookAheadOf(all.get("without examples")!, whole, cut, isoDate(sessions[t]!))).toEqual([
      "without examples has no example parameters",
    ]);
    await whole.close();
    await cut.close();
  });

  /*
   * What a study would say that read the future, seen from its answers: the whole database is changed so that it says
   * today what only comes later, and the proof must notice at its own dates.
   */
  const peeks: readonly (readonly [name: string, event: string, peek: (d: Dataset, day: number) => Dataset])[] = [
    [
      "fundamentals a day early",
      "a row of fundamentals",
      (d) => ({
        ...d,
        fundamentals: d.fundamentals.map((f) => ({
          ...f,
          known: sessions[sessions.findLastIndex((s) => s < f.known)] ?? f.known,
        })),
      }),
    ],
    [
      "holdings by their future end",
      "a review of weights",
      (d, day) => ({ ...d, membership: d.membership.filter((m) => m.weight === null || m.to === null || m.to <= day) }),
    ],
    [
      "runs chosen by their future length",
      "a leaving",
      (d, day) => ({
        ...d,
        membership: d.membership.filter(
          (m) => m.group !== "ALBRO" || m.to === null || m.to <= day || m.to - m.from > leaving.to! - leaving.from,
        ),
      }),
    ],
    [
      "a universe without those about to leave",
      "a leaving",
      (d, day) => ({
        ...d,
        membership: d.membership.map((m) =>
          m.group === "ALBRO" && m.to !== null && m.to > day - 1 && m.to <= day + 10 ? { ...m, to: day - 1 } : m,
        ),
      }),
    ],
    [
      "a group known three sessions early",
      "a joining",
      (d) => ({
        ...d,
        membership: d.membership.map((m) => ({ ...m, from: sessions[Math.max(0, sessionFrom(m.from) - 3)] ?? m.from })),
      }),
    ],
  ];
  it.each(peeks)("finds %s", async (_name, event, peek) => {
    const found: string[] = [];
    for (const t of [EVENTS[event]! - 1, EVENTS[event]!]) {
      const day = sessions[t]!;
      const [whole, cut] = [await deskOf(peek(world, day), all), await deskOf(cutDataset(world, day), all)];
      for (const name of ["chart", "fund", "stocks", "breadth", "groups"])
        found.push(...(await lookAheadOf(STUDIES.get(name)!, whole, cut, isoDate(day))));
      if (event === "a row of fundamentals") {
        const asked = async (desk: Desk, asOf?: string) =>
          desk.ask({ study: "chart", params: { ticker: row.ticker, history: 20 }, asOf });
        found.push(...differences((await asked(whole, isoDate(day))).result, (await asked(cut)).result));
      }
      await whole.close();
      await cut.close();
    }
    expect(found).not.toEqual([]);
  });
});
