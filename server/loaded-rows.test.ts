import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { makeWorld } from "@world/make-world";
import { Desk } from "./ask/desk.server";
import { openDatabase } from "./db.server";
import { Feed } from "./feed/feed.server";
import { countLoadedRows } from "./loaded-rows.server";
import { listBarSpans } from "./stores/bars-store.server";
import { listInstruments } from "./stores/instruments-store.server";
import { writeWorld } from "./transfer/write-world.server";

const world = makeWorld(9, { stocks: 24, years: 3, reserve: 4 });
const { bars, instruments, holidays } = world.dataset;
const HOME = world.dataset.markets[0]!.market;

describe("what is loaded", () => {
  let desk: Desk;
  beforeAll(async () => {
    const db = await openDatabase(":memory:");
    // One that has had no bar for a month though nobody says that it is gone.
    await writeWorld(db, {
      ...world,
      dataset: { ...world.dataset, bars: bars.map((b) => (b.ticker === gone ? cut(b, 22) : b)) },
    });
    desk = new Desk(db);
  });
  afterAll(() => desk.close());
  const own = instruments.filter((i) => i.market === HOME);
  const tickers = new Set(own.map((i) => i.ticker));
  const gone = own.find((i) => i.kind === "stock" && i.delisted === null)!.ticker;
  const cut = (b: (typeof bars)[number], n: number) =>
    Object.fromEntries(
      Object.entries(b).map(([key, value]) => [key, typeof value === "string" ? value : (value as Float64Array).slice(0, -n)]),
    ) as unknown as (typeof bars)[number];
  const counted = async (today: number) =>
    (await countLoadedRows(desk.db, (market) => desk.spanOf(market), today)).find((m) => m.market === HOME)!;

  it("is counted bar by bar, with its first and last session, its holidays and who has become stale", async () => {
    const mine = bars.filter((b) => tickers.has(b.ticker));
    const last = Math.max(...mine.map((b) => b.days.at(-1)!));
    const row = await counted(last + 3);
    expect(row.bars).toBe(mine.reduce((n, b) => n + b.days.length, 0) - 22);
    expect([row.first, row.last]).toEqual([isoDate(Math.min(...mine.map((b) => b.days[0]!))), isoDate(last)]);
    expect(row.age).toBe(3);
    expect(row.holidays).toBe(holidays.filter((h) => h.market === HOME).length);
    expect(row.stale).toEqual([gone]);
    expect(row.kinds.reduce((n, k) => n + k.instruments, 0)).toBe(own.length);
  });
  it("is known instrument by instrument: how many bars, and from when to when", async () => {
    const spans = await listBarSpans(desk.db);
    const ids = new Map((await listInstruments(desk.db)).map(({ id, ticker }) => [ticker, id]));
    for (const b of bars) {
      const days = b.ticker === gone ? b.days.slice(0, -22) : b.days;
      expect(spans.get(ids.get(b.ticker)!), b.ticker).toEqual({ bars: days.length, first: days[0], last: days.at(-1) });
    }
  });
  it("has what a delivered session brought", async () => {
    const before = await counted(0);
    await new Feed(desk).step();
    const after = await counted(0);
    expect(after.bars).toBeGreaterThan(before.bars + 20);
    expect(after.last! > before.last!).toBe(true);
    expect(after.age).toBe(0);
  });
});
