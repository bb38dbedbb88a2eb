import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { z } from "zod";
import { ema, isoDate, seriesOf, weekday } from "@core";
import { defineStudy, type Study } from "@studies/define-study";
import { derivedColumns, deriveWhole, type PerInstrument, type PerSession } from "@studies/market/derived";
import type { MarketData } from "@studies/market/market-data";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import type { Desk } from "../ask/desk.server";
import { cutDataset } from "./cut-dataset";
import { deskOf } from "./desk-of";
import { differences } from "./differences";
import { exampleParams } from "./example-params";
import { compositeColumn } from "@studies/columns/composites";

/*
 * The proof that nothing looks ahead: every study, asked as of past dates, gives on the whole database bit for bit
 * what it gives on a database that was cut after that date; and so does every column that was derived for it. The dates
 * are those on which something happens: the session before an event, and that of the event.
 */

export const world = makeWorld(5, { stocks: 48, years: 4, reserve: 10 }).dataset;
export const sessions = Array.from(world.bars.find((b) => b.ticker === "ALBRO")!.days);
const START = 330;
const home = new Map(world.instruments.filter((i) => i.market === "ALDANE").map((i) => [i.ticker, i]));
const within = (day: number | null | undefined) =>
  day !== null && day !== undefined && day > sessions[START]! && day < sessions[sessions.length - 30]!;
/** The session on or after a day. */
export const sessionFrom = (day: number) => sessions.findIndex((s) => s >= day);

const ofBroad = world.membership.filter((m) => m.group === "ALBRO" && home.has(m.ticker));
const weighted = world.membership.filter((m) => m.weight !== null && m.kind === "fund" && home.has(m.ticker));
const earnings = world.fundamentals.filter((f) => home.get(f.ticker)?.kind === "stock");
const delisted = [...home.values()].find((i) => i.kind === "stock" && within(i.delisted))!;
const joining = ofBroad.find((m) => within(m.from))!;
export const leaving = ofBroad.find((m) => m.to !== null && within(m.to) && home.get(m.ticker)!.delisted !== m.to)!;
const review = weighted.find((m) => within(m.from) && m.from > weighted[0]!.from)!;
export const row = earnings.find((f) => within(f.known) && f.eps !== null)!;
const notice = world.holidays.find((h) => h.market === "ALDANE" && within(h.known))!;
const friday = world.holidays.find((h) => h.market === "ALDANE" && weekday(h.date) === 5 && within(h.date))!;

/** Sessions by what happens on them. */
export const EVENTS: Readonly<Record<string, number>> = {
  "a joining": sessionFrom(joining.from),
  "a leaving": sessionFrom(leaving.to! + 1),
  "a listing": sessionFrom([...home.values()].find((i) => i.kind === "stock" && within(i.listed))!.listed!),
  "a delisting": sessionFrom(delisted.delisted! + 1),
  "a notice of a holiday": sessionFrom(notice.known),
  "a row of fundamentals": sessionFrom(row.known),
  "a review of weights": sessionFrom(review.from),
  "a Friday without a session": sessionFrom(friday.date),
};

/** Where answers of a study as of a date differ between two desks. */
export async function lookAheadOf(study: Study, whole: Desk, cut: Desk, asOf: string, market?: string): Promise<string[]> {
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
export function columnsApart(whole: MarketData, cut: MarketData): string[] {
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

export async function dataOf(desk: Desk, market: string): Promise<MarketData> {
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
export const all: ReadonlyMap<string, Study> = new Map([
  ...STUDIES,
  [peeking.name, peeking],
  [withoutExamples.name, withoutExamples],
]);

/** Sessions to ask as of, by what happens. */
export type Dates = readonly (readonly [name: string, session: number])[];

/** Proves at each of the dates that neither an answer nor a column that was derived for it knows anything later. */
export function proveNothingLater(dates: Dates): void {
  // One for all dates, as one that serves is: what was derived for a later date is at hand at an earlier one.
  let whole: Desk;
  beforeAll(async () => {
    whole = await deskOf(world, all);
  });
  afterAll(() => whole.close());
  describe.each(dates)("as of %s", (_name, t) => {
    const asOf = isoDate(sessions[t]!);
    let cut: Desk;
    beforeAll(async () => {
      cut = await deskOf(cutDataset(world, sessions[t]!), all);
    });
    afterAll(() => cut.close());
    it.each([...STUDIES.values()].map((study) => [study.name, study] as const))("%s knows nothing later", async (_n, study) => {
      expect(await lookAheadOf(study, whole, cut, asOf)).toEqual([]);
      expect(await lookAheadOf(study, whole, cut, asOf, "CORVANY")).toEqual([]);
    });
    it("nor does any column that was derived", async () => {
      for (const market of ["ALDANE", "CORVANY"]) {
        const [a, b] = [await dataOf(whole, market), await dataOf(cut, market)];
        for (const data of [a, b]) expect(derivedColumns(data).size).toBeGreaterThan(market === "ALDANE" ? 30 : 10);
        expect(columnsApart(a, b)).toEqual([]);
        if (a.worldwide && b.worldwide) expect(columnsApart(a.worldwide, b.worldwide)).toEqual([]);
      }
    });
  });
}
