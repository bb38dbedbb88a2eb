import { describe, expect, it } from "vitest";
import { exposure } from "./exposure";
import { followed, followedSentences } from "./followed";
import { groups } from "./groups";
import { internals } from "./internals";
import { Market } from "./market";
import { oscillators } from "./oscillators";
import { ownTiming } from "./own-timing";
import { structure } from "./structure";
import { growing, handMadeMarket } from "./testing-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const said = (sentence: readonly (string | { figure: string })[]) =>
  sentence.map((p) => (typeof p === "string" ? p : p.figure)).join("");
const N = 400;
const index = (ticker: string, closes: readonly number[]) => ({ ticker, closes, kind: "index" as const });
const turned = (closes: readonly number[], last: number, factor: number) =>
  closes.map((c, s) => (s >= closes.length - last ? c * factor : c));

describe("exposure", () => {
  const up = growing(100, 0.001, N);
  const young = [...new Array<number>(N - 83).fill(NaN), ...growing(100, 0.001, 83)];
  const data = handMadeMarket([
    index("AAA", up),
    index("BBB", turned(up, 5, 0.8)),
    index("CCC", turned(up, 1, 0.8)),
    index("DDD", young),
  ]);
  const ask = (t: number) => exposure.ask(new Market(data, t), { set: ["AAA", "BBB", "CCC", "DDD", "EEE"] });
  it("is the share above their averages of those that have one, with that of five sessions ago", () => {
    const r = ask(N - 1);
    expect([r.n, r.above, r.share, r.weekAgo]).toEqual([3, 1, 1 / 3, 1]);
    expect([ask(N - 2).share, ask(N - 2).weekAgo, ask(N - 6).share]).toEqual([2 / 3, 1, 1]);
    expect(r.missing).toEqual(["EEE"]);
    expect(r.members.map((m) => [m.ticker, m.above])).toEqual([
      ["AAA", true],
      ["BBB", false],
      ["CCC", false],
      ["DDD", undefined],
    ]);
    const average = up.slice(-84).reduce((a, b) => a + b, 0) / 84;
    expect(r.members[0]!.distance).toBeCloseTo(up[N - 1]! / average - 1, 12);
    expect([r.history.length, r.days.length, r.history[0]]).toEqual([252, 252, 1]);
  });
  it("is defined from the eighty-fourth session on", () => {
    expect([ask(82).n, ask(82).share, ask(83).n, ask(83).share]).toEqual([0, NaN, 3, 1]);
    expect(said(exposure.reading(ask(82))[0]!)).toBe("No index of the set has an 84-session average yet.");
  });
  it("names up to four that are below, and the week before where it differed", () => {
    expect(said(exposure.reading(ask(N - 1))[0]!)).toBe(
      "Suggested exposure is 33%: 1 of the 3 indexes closes above its 84-session average, after 100% a week ago; BBB Works and CCC Works do not.",
    );
    expect(said(exposure.reading(ask(N - 6))[0]!)).toBe(
      "Suggested exposure is 100%: all 3 indexes close above their 84-session average.",
    );
    const r = ask(N - 1);
    const below = (n: number) => ({
      ...r,
      weekAgo: r.share,
      members: Array.from({ length: n }, (_, k) => ({ ...r.members[2]!, name: `I${k}` })),
    });
    expect(said(exposure.reading(below(4))[0]!)).toMatch(/average; I0, I1, I2 and I3 do not\.$/);
    expect(said(exposure.reading(below(5))[0]!)).toMatch(/average\.$/);
    expect(said(exposure.reading(below(1))[0]!)).toMatch(/; I0 does not\.$/);
    expect(exposure.table(r).rows.map((row) => row[5])).toEqual([1, 0, 0, null]);
  });
});

describe("an own timing system", () => {
  const closes = [...growing(100, 0.01, 60), ...growing(180, -0.01, 40), ...growing(125, 0.01, 30)];
  const n = closes.length;
  const market = new Market(handMadeMarket([index("IDX", closes)], "IDX"), n - 1);
  const above = (x: number) => JSON.stringify({ left: { measure: "close" }, comparator: "above", right: x });
  const below = (x: number) => JSON.stringify({ left: { measure: "close" }, comparator: "below", right: x });
  const ask = (up: string, down: string, history = 504) =>
    ownTiming.ask(market, ownTiming.params.parse({ on: "IDX", up, down, history }))!;
  const first = closes.findIndex((c) => c > 150);
  const fell = closes.findIndex((c, s) => s > 60 && c < 130);
  const rose = closes.findIndex((c, s) => s > fell && c > 150);
  it("holds its state until the other rule comes true, and says since when", () => {
    const r = ask(above(150), below(130));
    expect([r.state, r.age]).toEqual([1, n - 1 - rose]);
    expect(r.shareUp).toBeCloseTo((fell - first + (n - rose)) / n, 12);
    expect(Array.from(r.states)).toEqual(closes.map((_, s) => (s >= first && (s < fell || s >= rose) ? 1 : -1)));
    expect(r.signals.up).toEqual({
      n: 1,
      right: 0,
      median: expect.closeTo(closes[fell]! / closes[first]! - 1, 12) as number,
      worst: expect.closeTo(closes[fell]! / closes[first]! - 1, 12) as number,
    });
    expect(r.contradictions).toBe(0);
  });
  it("gives as much history as was asked for", () => {
    const r = ask(above(150), below(130), 20);
    expect([r.days.length, r.states.length, r.days[0]]).toEqual([20, 20, market.sessions[n - 20]]);
    expect(ownTiming.table(r).rows).toHaveLength(20);
  });
  it("counts sessions on which both rules are true, which change nothing", () => {
    const r = ask(above(150), above(170));
    expect(r.contradictions).toBe(closes.filter((c) => c > 170).length);
    expect([r.state, r.signals.down.n]).toEqual([1, 0]);
  });
  it("is read with what became of its signals", () => {
    expect(said(ownTiming.reading(ask(above(150), below(130)))[0]!)).toMatch(
      /^The system has been up for \d+ sessions, \+[\d.]+% since its signal, and up on \d+% of all sessions; 0 of 1 finished up signal ended higher, the worst at −1\d\.\d%\.$/,
    );
    expect(said(ownTiming.reading(ask(above(150), below(10)))[0]!)).toMatch(/; no up signal has ended yet\.$/);
    expect(said(ownTiming.reading(ask(above(999), below(10)))[0]!)).toBe("The system has given no signal yet.");
    expect(said(ownTiming.reading(ask(above(999), below(130)))[0]!)).toMatch(/^The system has been down for /);
  });
});

describe("structure", () => {
  const of = (closes: readonly number[]) =>
    structure.ask(new Market(handMadeMarket([index("IDX", closes)], "IDX"), closes.length - 1), {
      instrument: "",
      history: 100,
    })!;
  it("of a steady rise is a line without width", () => {
    const closes = growing(100, 0.002, N);
    const r = of(closes);
    expect(r.channels.short).toMatchObject({ sessions: 63, verdict: "up" });
    expect(r.channels.long).toMatchObject({ sessions: 252, verdict: "up" });
    expect(r.channels.short!.from).toBeCloseTo(closes[N - 63]!, 6);
    expect(r.channels.long!.from).toBeCloseTo(closes[N - 252]!, 6);
    expect(r.channels.short!.to).toBeCloseTo(closes[N - 1]!, 6);
    expect(r.channels.short!.slope).toBeCloseTo(0.002, 9);
    expect([r.channels.short!.width, r.channels.short!.r2]).toEqual([expect.closeTo(1, 6), expect.closeTo(1, 6)]);
    expect(r.above200).toBeCloseTo(closes[N - 1]! / (closes.slice(-200).reduce((a, b) => a + b, 0) / 200) - 1, 9);
    expect([r.days.length, r.close.length, r.upper.length, r.lower.length, r.average200.length]).toEqual(Array(5).fill(100));
    expect(said(structure.reading(r)[0]!)).toMatch(/^Both channels of IDX Works, of 63 and 252 sessions, rise; its bands are /);
  });
  it("of a fall falls, of back and forth has no clear slope, and needs its sessions", () => {
    expect(of(growing(100, -0.002, N)).channels.long!.verdict).toBe("down");
    const flat = of(Array.from({ length: N }, (_, s) => 100 + (s % 2)));
    expect([flat.channels.short!.verdict, flat.channels.long!.verdict]).toEqual(["flat", "flat"]);
    const [short, long] = [of(growing(100, 0.002, 62)), of(growing(100, 0.002, 63))];
    expect([short.channels.short, long.channels.short?.verdict, long.channels.long]).toEqual([undefined, "up", undefined]);
    expect(said(structure.reading(short)[0]!)).toMatch(/has too short a history for a trend: it needs 63 sessions\.$/);
    expect([of(growing(100, 0.002, 251)).channels.long, of(growing(100, 0.002, 252)).channels.long?.verdict]).toEqual([
      undefined,
      "up",
    ]);
  });
  it("the envelope is judged by its place among the last 252 and by ten sessions before", () => {
    const waves = (amplitude: (s: number) => number) =>
      Array.from({ length: N }, (_, s) => 100 * (1 + amplitude(s) * Math.sin((2 * Math.PI * s) / 5)));
    const wide = of(waves((s) => 0.001 + s / 20_000));
    expect([wide.width.verdict, wide.width.now > wide.width.before]).toEqual(["wide", true]);
    const narrow = of(waves((s) => 0.001 + (N - s) / 20_000));
    expect([narrow.width.verdict, narrow.width.now < narrow.width.before]).toEqual(["narrow", true]);
    expect(wide.width.place).toBeCloseTo((100 * 251.5) / 252, 9);
    expect(said(structure.reading(wide)[0]!)).toMatch(/its bands are wide and widening\.$/);
    expect(said(structure.reading(narrow)[0]!)).toMatch(/its bands are narrow and narrowing\.$/);
  });
  it("legs, pullback and levels are told, the nearest above and below", () => {
    const zigzag = [
      ...growing(100, 0.01, 40),
      ...growing(140, -0.01, 25),
      ...growing(112, 0.01, 50),
      ...growing(170, -0.01, 30),
      ...growing(130, 0.01, 20),
    ];
    const r = of(zigzag);
    expect(r.leg!.direction).toBe("up");
    expect(r.levels.above[0]!.price).toBeGreaterThan(zigzag.at(-1)!);
    expect(r.levels.below[0]!.price).toBeLessThan(zigzag.at(-1)!);
    const [, leg, levels] = structure.reading(r).map(said);
    expect(leg).toMatch(/^The present up leg since \d+ \w+ 20\d\d has run \d+ sessions and \+\d+\.\d%/);
    expect(levels).toMatch(
      /^The next swing levels lie above at [\d.]+ \(\+[\d.]+%, [\d.]+ ATRs\) and below at [\d.]+ \(−[\d.]+%, [\d.]+ ATRs\)\.$/,
    );
    const last = r.pivots.at(-1)!;
    expect([last.known, r.pivots.slice(0, -1).every((p) => p.known >= p.day && p.row >= 0)]).toEqual([NaN, true]);
    expect(r.legs.sizes.length).toBe(r.legs.lengths.length);
  });
});

describe("inside the move", () => {
  const stocks = [0.002, 0.001, -0.003].map((rate, k) => ({
    ticker: ["AAA", "BBB", "CCC"][k]!,
    closes: growing(50, rate, N),
    sector: "Fish",
    industry: "Nets",
  }));
  const market = new Market(handMadeMarket(stocks), N - 1);
  const r = internals.ask(market, { group: "market:", history: 100 });
  it("counts who rose, fell, and stands at a high or low of 252 sessions", () => {
    expect([r.now.advances, r.now.declines, r.now.unchanged, r.now.highs, r.now.lows]).toEqual([2, 1, 0, 2, 1]);
    expect([r.now.upVolume, r.now.line, r.now.lineWeekAgo]).toEqual([
      expect.closeTo(2 / 3, 12),
      r.line.at(-1),
      expect.closeTo(r.line.at(-1)! - 5, 9),
    ]);
    expect([r.days.length, r.advances.length, r.highs.length, r.oscillator.length]).toEqual([100, 100, 100, 100]);
    expect(r.now.oscillatorBefore).toBe(r.oscillator.at(-2));
  });
  it("is read with its events, or the lack of them", () => {
    const [now, thrust] = internals.reading(r).map(said);
    expect(now).toMatch(
      /^2 members rose and 1 fell, with 67% of the volume in those that rose; 2 closed at a high and 1 at a low of 252 sessions; the McClellan oscillator stands at /,
    );
    expect(thrust).toMatch(/^No thrust has occurred yet/);
    const one = { ...r, thrusts: { ...r.thrusts, days: r.days.slice(0, 2) } };
    expect(said(internals.reading(one)[1]!)).toMatch(/^The last of 2 thrusts came on \d+ \w+ 20\d\d\.$/);
    expect(internals.table(r).rows).toHaveLength(100);
  });
});

describe("what followed", () => {
  const made = (rates: readonly number[]) =>
    new Market(handMadeMarket(rates.map((rate, k) => ({ ticker: `A${k}`, closes: growing(50, rate, N) }))), N - 1);
  const ask = (reading: string, zones = {}, ...rates: number[]) =>
    followed.ask(made(rates.length > 0 ? rates : [0.002, 0.001, -0.001]), followed.params.parse({ reading, ...zones }));
  it("says how readings were compared: within five points, in a zone, or of the same tenth", () => {
    expect(ask("50").like).toBe("it is compared with readings within 5 points of it");
    expect(ask("volume").like).toBe("it is compared with readings within 5 points of it");
    expect(ask("oscillator").like).toBe("it is compared with readings of the same tenth of history");
    expect([ask("volume").now, ask("50").now]).toEqual([expect.closeTo(200 / 3, 9), expect.closeTo(200 / 3, 9)]);
    expect(ask("all").like).toBe("it is compared with readings within 5 points of it");
    expect(ask("all", { crowded: 60, washed: 5 }).like).toBe("it is compared with all readings of 60 or more");
    expect(ask("all", { crowded: 90, washed: 5 }, 0.002, -0.002, -0.003).like).toBe(
      "it is compared with readings within 5 points of it",
    );
    expect(ask("all", { crowded: 90, washed: 40 }, 0.002, -0.002, -0.003).like).toBe(
      "it is compared with all readings of 40 or less",
    );
  });
  it("says its sample and base, and which samples are small", () => {
    const summary = { mean: 0.012, median: 0.01, positive: 0.66, interval: [0.59, 0.73] as const, worst: -0.14 };
    const of = (n: number) =>
      followedSentences(
        {
          horizon: 21,
          sessions: [],
          after: { ...summary, n },
          base: { ...summary, n: 5900, positive: 0.61, mean: 0.008 },
        } as never,
        "the index",
      ).map(said);
    expect(of(41)).toEqual([
      "21 sessions later the index was higher in 66% of 41 cases (95% interval 59% to 73%), against 61% of all 5,900 sessions, which overlap.",
      "It made +1.2% in the mean, against +0.8%, and −14.0% at worst.",
    ]);
    expect([of(20), of(19)].map(([first]) => first!.includes("a small sample"))).toEqual([false, true]);
    expect(of(19)[0]).toContain("was higher in 13 of 19 cases, a small sample");
    expect(of(1)[0]).toContain("was higher in the only case, a small sample");
  });
});

describe("groups in words", () => {
  const market = new Market(
    handMadeMarket(
      [0.003, 0.002, 0.001, -0.001].map((rate, k) => ({
        ticker: `A${k}`,
        closes: growing(50, rate, N),
        sector: `Sector ${k}`,
        industry: `Industry ${k}`,
      })),
    ),
    N - 1,
  );
  const r = groups.ask(market, groups.params.parse({ set: "sector" }));
  const words = (changed: Partial<typeof r>) => groups.reading({ ...r, ...changed }).map(said);
  it("the first leads and the last trails, by three and six months", () => {
    const of = (rate: number, n: number) => (100 * ((1 + rate) ** n - 1)).toFixed(1);
    expect(words({})[0]).toContain(
      `Sector 0 leads the 4 sectors: +${of(0.003, 63)}% in three months and +${of(0.003, 126)}% in six`,
    );
    expect(words({})[0]).toContain(`Sector 3 trails at −${of(-0.001, 63).slice(1)}% and −${of(-0.001, 126).slice(1)}%.`);
  });
  it("climbers are named from three ranks on, from six among more than twenty", () => {
    const climbing = (ranks: number, among: number) =>
      words({
        rows: Array.from({ length: among }, (_, k) => ({
          ...r.rows[Math.min(k, 3)]!,
          name: `G${k}`,
          rank: k + 1,
          rankBefore: k === 0 ? 1 + ranks : k + 1,
          standing: "",
          flags: [],
        })),
      }).join(" ");
    expect(climbing(3, 20)).toContain("G0 climbed from rank 4 to 1 in a week");
    expect(climbing(2, 20)).not.toContain("climbed");
    expect(climbing(6, 21)).toContain("G0 climbed from rank 7 to 1 in a week");
    expect(climbing(5, 21)).not.toContain("climbed");
  });
  it("three are named, of more the first two with the count of the rest; two parts at most", () => {
    const named = (n: number, standing: string, flags: readonly string[] = []) =>
      words({
        rows: Array.from({ length: 6 }, (_, k) => ({
          ...r.rows[Math.min(k, 3)]!,
          name: `G${k}`,
          rank: k + 1,
          rankBefore: k + 1,
          standing: k < n ? standing : "",
          flags: k < n ? flags : [],
        })) as never,
      })[1];
    expect(named(1, "fading")).toBe("G0 is fading.");
    expect(named(3, "fading")).toBe("G0, G1 and G2 are fading.");
    expect(named(4, "fading")).toBe("G0, G1 and 2 more are fading.");
    expect(named(1, "new arrival", ["cracking", "turning up"])).toBe(
      "G0 is newly arrived among the strongest; G0 is cracking: strong in six months and weak in the last.",
    );
  });
});

describe("oscillators", () => {
  const closes = growing(100, 0.001, N);
  const market = new Market(handMadeMarket([index("IDX", closes)], "IDX"), N - 1);
  it("have their windows: range of 20, volatility of 21 sessions", () => {
    const ask = (...panes: string[]) => oscillators.ask(market, oscillators.params.parse({ panes, history: 60 }));
    const [range, detrended, volatility] = ask("range", "detrended", "volatility").panes.map((p) => p.lines[0]!);
    const [high, low] = [closes[N - 1]! * 1.01, closes[N - 20]! * 0.99];
    expect(range!.now).toBeCloseTo((100 * (closes[N - 1]! - low)) / (high - low), 6);
    expect(volatility!.now).toBeCloseTo(0, 6);
    expect([range!.values.length, detrended!.values.length]).toEqual([60, 60]);
    expect(said(oscillators.reading(ask("rsi", "williams"))[0]!)).toMatch(
      /^RSI\(14\) stands at [\d.]+ and Williams %R\(14\) at −?[\d.]+\.$/,
    );
  });
});
