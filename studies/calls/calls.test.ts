import { describe, expect, it } from "vitest";
import { composite } from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { belongingTo } from "@studies/sets/member-runs";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import type { SavedCall } from "./call-schema";
import { savedCall } from "./call-schema";
import { calls } from "./calls";

const N = 160;
const random = seeded(12);
const walk = (from: number) => {
  let level = from;
  return Array.from({ length: N }, () => Number((level *= 1 + 0.04 * (random() - 0.48)).toFixed(2)));
};
const closes = [walk(40), walk(60), walk(20), walk(80)];
// S1 is halted on one session, S2 leaves the market after session 120.
closes[1]![70] = NaN;
for (let s = 121; s < N; s++) closes[2]![s] = NaN;
const index = walk(1000);
const made = handMadeMarket(
  [
    ...closes.map((own, k) => ({ ticker: `S${k}`, closes: own, sector: k < 2 ? "Fish" : "Nets" })),
    { ticker: "IDX", closes: index, kind: "index" as const },
  ],
  "IDX",
);
const worldDays = made.panel.sessions;
const world = handMadeMarket([{ ticker: "ABROAD", closes: walk(500), kind: "index" }]);
const data: MarketData = {
  ...made,
  worldwide: {
    ...world,
    market: { ...world.market, market: "", broadIndex: null },
    panel: { ...world.panel, sessions: worldDays },
  },
};
const day = (s: number) => data.panel.sessions[s]!;

let ids = 0;
const call = (more: Partial<SavedCall> = {}): SavedCall => {
  const at = more.made ?? day(60);
  return {
    ...{ version: 1, id: `call${String(++ids).padStart(6, "0")}`, market: "HAND", subject: "S0", direction: "up" },
    ...{ horizon: 5, confidence: 70, made: at, written: at, reason: "" },
    ...more,
  };
};
const ask = (t: number, all: readonly SavedCall[], draft?: object, of = data) =>
  calls.ask(
    new Market(of, t),
    calls.params.parse({ calls: JSON.stringify(all), ...(draft ? { draft: JSON.stringify(draft) } : {}) }),
  );

/** What a hold made, by hand: from a close to the last one on or before another session. */
function held(own: readonly number[], from: number, horizon: number): number {
  let to = from + horizon;
  while (Number.isNaN(own[to])) to--;
  return own[to]! / own[from]! - 1;
}

describe("a call on a market", () => {
  it("is absent before it was made, open until its last session is over, then scored for good", () => {
    const own = call();
    expect(ask(59, [own]).rows).toHaveLength(0);
    for (const t of [60, 62, 64]) expect(ask(t, [own]).rows[0]).toMatchObject({ state: "open", due: day(65), left: 65 - t });
    const scored = ask(65, [own]).rows[0]!;
    expect(scored).toMatchObject({ state: "scored", due: day(65), left: 0, isRight: closes[0]![65]! > closes[0]![60]! });
    expect(scored.return).toBeCloseTo(held(closes[0]!, 60, 5), 12);
    expect(ask(N - 1, [own]).rows[0]).toEqual({ ...scored, isOpenToChange: false });
  });
  it("that is open tells where it stands, and counts for nothing", () => {
    const row = ask(63, [call({ direction: "down" })]);
    expect(row.rows[0]!.gain).toBeCloseTo(-held(closes[0]!, 60, 3), 12);
    expect(row.record.n).toBe(0);
    expect(row.bins).toHaveLength(0);
  });
  it("on a session in progress is not scored before its close", () => {
    const open = { ...data, settled: 65 };
    expect(ask(65, [call()], undefined, open).rows[0]).toMatchObject({ state: "open", left: 1 });
    expect(ask(64, [call()], undefined, open).rows[0]).toMatchObject({ state: "open", left: 1 });
    expect(ask(65, [call()]).rows[0]).toMatchObject({ state: "scored" });
  });
  it("has the base rate of the holds that were over when it was made", () => {
    for (const [direction, sign] of [
      ["up", 1],
      ["down", -1],
    ] as const) {
      const row = ask(100, [call({ made: day(90), direction, horizon: 7 })]).rows[0]!;
      const holds = Array.from({ length: 90 - 7 + 1 }, (_, s) => held(closes[0]!, s, 7));
      expect(row.baseHolds).toBe(holds.length);
      expect(row.base).toBeCloseTo(holds.filter((x) => sign * x > 1e-9).length / holds.length, 12);
    }
  });
  it("can be of a group's composite, against another, or of what belongs to no market", () => {
    const level = composite(data.panel, belongingTo(data, "sector:Fish"));
    const one = call({ subject: "sector:Fish", benchmark: "IDX", direction: "outperform", horizon: 10 });
    const row = ask(120, [one]).rows[0]!;
    expect(row).toMatchObject({ subject: "Fish", benchmark: "IDX Works", state: "scored" });
    const gain = level[70]! / level[60]! - index[70]! / index[60]!;
    expect(row.gain).toBeCloseTo(gain, 12);
    expect(row.isRight).toBe(gain > 0);
    const abroad = ask(120, [call({ subject: "ABROAD" })]).rows[0]!;
    expect(abroad.return).toBeCloseTo(held([...world.panel.close.subarray(0, N)], 60, 5), 12);
    expect(ask(120, [call({ subject: "market:" })]).rows[0]!.subject).toBe("IDX Works");
  });
  it("of a subject that has left ends at its last close; one without a close on the session made is not scored", () => {
    const row = ask(140, [call({ subject: "S2", made: day(118), horizon: 10 })]).rows[0]!;
    expect(row).toMatchObject({ state: "scored", due: day(128) });
    expect(row.return).toBeCloseTo(closes[2]![120]! / closes[2]![118]! - 1, 12);
    for (const own of [call({ subject: "S1", made: day(70) }), call({ subject: "NOBODY" })])
      expect(ask(140, [own]).rows[0]).toMatchObject({ state: "unknown" });
    expect(ask(140, [call({ made: day(64) + 1 })]).rows[0]!.state).toBe("unknown");
    expect(ask(140, [call({ subject: "S1", made: day(70) })]).record.n).toBe(0);
  });
  it("is scored when it was withdrawn, and apart when it was made looking back", () => {
    const all = [call({ withdrawn: day(62) }), call({ written: day(90) })];
    const said = ask(100, all);
    expect(said.rows.map((r) => [r.isWithdrawn, r.isLookingBack, r.state])).toEqual([
      [true, false, "scored"],
      [false, true, "scored"],
    ]);
    expect(said.record.n).toBe(1);
    expect(said.lookingBack).toBe(1);
    expect(ask(61, all).rows[0]!.isWithdrawn).toBe(false);
  });
  it("can be changed until the first close after it was written", () => {
    const own = call();
    expect(ask(60, [own]).rows[0]!.isOpenToChange).toBe(true);
    expect(ask(61, [own]).rows[0]!.isOpenToChange).toBe(false);
    expect(ask(61, [own], undefined, { ...data, settled: 61 }).rows[0]!.isOpenToChange).toBe(true);
  });
});

describe("the ledger", () => {
  const all = Array.from({ length: 60 }, (_, k) =>
    call({
      ...{ subject: `S${k % 2}`, direction: k % 3 === 0 ? "down" : "up", horizon: k % 4 === 0 ? 10 : 5 },
      ...{ made: day(40 + k), written: day(40 + k), ...(k % 5 === 0 ? { confidence: undefined } : { confidence: 40 + k }) },
    }),
  ).map((one) => JSON.parse(JSON.stringify(one)) as SavedCall);
  const said = ask(N - 1, all);
  const outcomes = all.flatMap((one) => {
    const own = closes[Number(one.subject[1])]!;
    const from = one.made === day(70) && one.subject === "S1" ? -1 : data.panel.sessions.indexOf(one.made);
    if (from < 0 || Number.isNaN(own[from])) return [];
    const sign = one.direction === "up" ? 1 : -1;
    const goes = (s: number) => sign * held(own, s, one.horizon) > 0;
    const earlier = Array.from({ length: from - one.horizon + 1 }, (_, s) => s).filter((s) => !Number.isNaN(own[s]));
    const base = earlier.filter(goes).length / earlier.length;
    return [{ one, isRight: goes(from), base }];
  });
  it("adds up to what an own count says", () => {
    expect(said.record.n).toBe(outcomes.length);
    expect(said.record.right).toBe(outcomes.filter((x) => x.isRight).length);
    const both = outcomes.filter((x) => x.one.confidence !== undefined);
    expect(said.record.compared).toBe(both.length);
    const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length;
    const brier = mean(both.map((x) => (x.one.confidence! / 100 - Number(x.isRight)) ** 2));
    const baseBrier = mean(both.map((x) => (x.base - Number(x.isRight)) ** 2));
    expect(said.record.brier).toBeCloseTo(brier, 12);
    expect(said.record.baseBrier).toBeCloseTo(baseBrier, 12);
    expect(said.record.skill).toBeCloseTo(1 - brier / baseBrier, 12);
    const bin = both.filter((x) => x.one.confidence! >= 60 && x.one.confidence! < 70);
    expect(said.bins.find((b) => b.from === 60)).toMatchObject({ n: bin.length, right: mean(bin.map((x) => Number(x.isRight))) });
  });
  it("is split by subject, direction and horizon without losing one", () => {
    for (const of of ["subject", "direction", "horizon"] as const)
      expect(said.parts.filter((p) => p.of === of).reduce((n, p) => n + p.n, 0)).toBe(said.record.n);
    expect(said.parts.find((p) => p.name === "10 sessions")!.n).toBe(outcomes.filter((x) => x.one.horizon === 10).length);
  });
  it("tells of a call that is being written its base, its due date and the earlier ones like it", () => {
    const draft = { subject: "S0", direction: "up", horizon: 5, made: day(80) };
    const own = ask(80, all, draft).draft!;
    const like = outcomes.filter(
      (x) => x.one.direction === "up" && x.one.horizon === 5 && data.panel.sessions.indexOf(x.one.made) + 5 <= 80,
    );
    expect(own).toMatchObject({ state: "open", due: day(85), left: 5 });
    expect(own.like).toMatchObject({ n: like.length, right: like.filter((x) => x.isRight).length });
    expect(ask(80, all, { ...draft, subject: "NOBODY" }).draft!.state).toBe("unknown");
  });
  it("reads what is open, what fell due and what it has been worth", () => {
    const last = outcomes.filter((x) => data.panel.sessions.indexOf(x.one.made) + x.one.horizon === 100);
    const text = saidAll(calls.reading(ask(100, all)));
    expect(text).toContain("open");
    expect(last.length).toBeGreaterThan(0);
    expect(text).toContain("fell due at this close");
    expect(text).toMatch(/Brier score of the \d+ with a confidence is 0\.\d\d against 0\.\d\d/);
    expect(saidAll(calls.reading(ask(100, [])))).toBe("No call was made yet.");
  });
});

describe("what can be called", () => {
  const refused = (more: object) => savedCall.safeParse({ ...call(), ...more }).success;
  it("needs a benchmark only where it is relative, and another one than the subject", () => {
    expect(refused({})).toBe(true);
    expect(refused({ direction: "outperform" })).toBe(false);
    expect(refused({ direction: "outperform", benchmark: "IDX" })).toBe(true);
    expect(refused({ direction: "outperform", benchmark: "S0" })).toBe(false);
    expect(refused({ benchmark: "IDX" })).toBe(false);
    expect(refused({ horizon: 0 })).toBe(false);
    expect(refused({ confidence: 101 })).toBe(false);
  });
});
