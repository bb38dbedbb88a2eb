import { describe, expect, it } from "vitest";
import {
  atr,
  bollinger,
  bracketOf,
  reach,
  rsi,
  setupFigure,
  setupHits,
  SETUP_KINDS,
  sma,
  stochastic,
  swings,
  type SetupKind,
} from "..";
import { randomBars, seeded, type TestBars } from "../testing";

const above = (x: number, y: number) => x - y > 1e-9 * Math.abs(y);
const below = (x: number, y: number) => y - x > 1e-9 * Math.abs(y);

/** Bars with quiet and wild stretches and coarse prices, so that every kind comes about; some bars are missing. */
function world(seed: number, n: number): TestBars {
  const bars = randomBars(seed, n);
  const random = seeded(seed + 900);
  let price = 30;
  for (let s = 0; s < n; s++) {
    const wild = 0.004 + 0.03 * Math.abs(Math.sin(s / 23)) ** 3;
    const open = price * (1 + wild * 0.3 * (random() - 0.5));
    price = Math.max(2, price * (1 + wild * (random() - 0.5) + 0.01 * Math.sin(s / 31)));
    const cents = (x: number) => Math.round(20 * x) / 20;
    const [o, c] = [cents(open), cents(price)];
    bars.open[s] = o;
    bars.close[s] = c;
    bars.high[s] = cents(Math.max(o, c) * (1 + wild * 0.6 * random()));
    bars.low[s] = cents(Math.min(o, c) * (1 - wild * 0.6 * random()));
    bars.volume[s] = Math.floor(1000 * (1 + 6 * random() ** 6));
    if (random() < 0.04) for (const column of Object.values(bars) as Float64Array[]) column[s] = NaN;
  }
  return bars;
}

/** The kinds that a session is of, from its own bars up to it and nothing else. */
function slowKinds(own: TestBars): SetupKind[] {
  const { open, high, low, close, volume } = own;
  const t = close.length - 1;
  const c = close[t]!;
  const kinds: SetupKind[] = [];
  const range = (s: number) => high[s]! - low[s]!;
  const typical = atr(own, 14)[t]!;
  const last = (n: number) => Array.from({ length: n }, (_, k) => t - 1 - k);
  if (t >= 20 && below(range(t), 0.6 * typical) && last(20).every((s) => !above(range(t), range(s)))) kinds.push("compression");
  const tick = c >= 10 ? 0.01 : c >= 1 ? 0.001 : 0.0001;
  const far = slowReach(own);
  if (below(range(t), 0.7 * typical) && far >= 2 * (range(t) + 2 * tick) * (1 - 1e-9)) kinds.push("tight with reach");
  const widths = bollinger(close).width;
  if (t >= 144 && last(125).every((s) => !above(widths[t]!, widths[s]!)) && last(125).some((s) => above(widths[s]!, widths[t]!)))
    kinds.push("squeeze");
  if (above(high[t]!, low[t]!) && Math.abs(c - open[t]!) <= 0.1 * range(t) + 1e-9 * c) kinds.push("doji");
  if (t >= 5 && [0, 1, 2, 3, 4].every((k) => below(close[t - k]!, close[t - k - 1]!))) kinds.push("streak down");
  if (t >= 5 && [0, 1, 2, 3, 4].every((k) => above(close[t - k]!, close[t - k - 1]!))) kinds.push("streak up");
  for (const n of [10, 30] as const) {
    for (const side of ["low", "high"] as const) {
      const isNew = (s: number) =>
        Array.from({ length: n - 1 }, (_, k) => close[s - 1 - k]!).every((x) => (side === "low" ? below : above)(close[s]!, x));
      if (t >= n + 8 && isNew(t) && !last(9).some(isNew)) kinds.push(`${n}-session closing ${side}`);
    }
  }
  const fast = rsi(close, 2)[t]!;
  const level = sma(close, 200)[t]!;
  if (!Number.isNaN(level)) {
    if (fast <= 5) kinds.push(above(c, level) ? "short RSI low, with the trend" : "short RSI low, against it");
    if (fast >= 95) kinds.push(below(c, level) ? "short RSI high, with the trend" : "short RSI high, against it");
  }
  if (t >= 61) {
    const moves = Array.from({ length: 60 }, (_, k) => close[t - 1 - k]! / close[t - 2 - k]! - 1);
    const mean = moves.reduce((a, x) => a + x, 0) / 60;
    const sd = Math.sqrt(moves.reduce((a, x) => a + (x - mean) ** 2, 0) / 59);
    const move = c / close[t - 1]! - 1;
    const before = close[t - 1]! / close[t - 22]! - 1;
    if (Math.abs(move) >= 2 * sd && Math.sign(move) === -Math.sign(before) && move !== 0)
      kinds.push(move < 0 ? "shock down" : "shock up");
  }
  if (t >= 49) {
    const average = Array.from({ length: 50 }, (_, k) => volume[t - k]!).reduce((a, x) => a + x, 0) / 50;
    if (volume[t]! >= 3 * average) {
      if (last(19).every((s) => below(c, close[s]!))) kinds.push("volume climax at a low");
      if (last(19).every((s) => above(c, close[s]!))) kinds.push("volume climax at a high");
    }
  }
  return [...kinds, ...slowDivergences(own)];
}

function slowReach(own: TestBars): number {
  const range = atr(own, 14);
  const ratios = Array.from(own.close.keys())
    .slice(1)
    .map((s) => Math.max(own.high[s]! - own.open[s]!, own.open[s]! - own.low[s]!) / range[s - 1]!)
    .filter((x) => !Number.isNaN(x))
    .slice(-60)
    .sort((a, b) => a - b);
  if (ratios.length < 60) return NaN;
  // The place of the 75th percentile of sixty lies a quarter between the 45th and the 46th.
  return range.at(-1)! * (ratios[44]! + 0.25 * (ratios[45]! - ratios[44]!));
}

function slowDivergences(own: TestBars): SetupKind[] {
  const { close } = own;
  const t = close.length - 1;
  const { k } = stochastic(own, { n: 8, smooth: 3 });
  const { pivots } = swings(own);
  const found: SetupKind[] = [];
  for (const side of ["low", "high"] as const) {
    const [under, over] = side === "low" ? [below, above] : [above, below];
    const h = pivots.filter((p) => p.kind !== side).sort((a, b) => b.at - a.at)[0];
    const l = h && pivots.filter((p) => p.kind === side && p.at < h.at).sort((a, b) => b.at - a.at)[0];
    if (!h || !l || t <= h.at) continue;
    let m = h.at + 1;
    for (let s = m; s <= t; s++) if (under(close[s]!, close[m]!)) m = s;
    if (t - m < 1 || t - m > 3 || !over(close[t]!, close[m]!) || Number.isNaN(k[m]! + k[l.at]!)) continue;
    const isHigherK = side === "low" ? k[m]! > k[l.at]! : k[m]! < k[l.at]!;
    const isLowerK = side === "low" ? k[m]! < k[l.at]! : k[m]! > k[l.at]!;
    if (under(close[m]!, l.close) && isHigherK) found.push(`divergence at a ${side}`);
    if (over(close[m]!, l.close) && isLowerK) found.push(`divergence at a ${side}, with the trend`);
  }
  return found;
}

function closesOnly(close: Float64Array): TestBars {
  const none = new Float64Array(close.length).fill(NaN);
  return { open: none, high: none, low: none, close, volume: none };
}

describe("the setups of an instrument", () => {
  it("are on each session what its bars up to it say one by one, and each kind comes about", () => {
    const seen = new Map<SetupKind, number>();
    const worlds = [1, 2, 3, 4].map((seed) => world(seed, 420));
    const walks = [1, 2, 3, 4].map((seed) => randomBars(seed, 420));
    for (const [seed, bars] of [...worlds, ...walks].entries()) {
      const hits = setupHits(bars);
      for (let t = 0; t < 420; t++) {
        const found = SETUP_KINDS.filter((kind) => hits[kind].includes(t));
        if (Number.isNaN(bars.close[t])) {
          expect(found).toEqual([]);
          continue;
        }
        const rows = Array.from({ length: t + 1 }, (_, s) => s).filter((s) => !Number.isNaN(bars.close[s]));
        const own = Object.fromEntries(
          Object.entries(bars).map(([name, column]) => [name, Float64Array.from(rows, (s) => (column as Float64Array)[s]!)]),
        ) as unknown as TestBars;
        expect([...found].sort(), `world ${seed}, session ${t}`).toEqual(slowKinds(own).sort());
        for (const kind of found) seen.set(kind, (seen.get(kind) ?? 0) + 1);
      }
    }
    expect(SETUP_KINDS.filter((kind) => !seen.has(kind))).toEqual([]);
  });
  it("from any session on are those of the whole course, with gaps and without", () => {
    for (const [seed, bars] of [world(1, 1200), randomBars(6, 1200), gapless(world(2, 1200)), slowTurns(1200)].entries()) {
      const hits = setupHits(bars);
      const whole = swings(bars).pivots;
      for (let from = 0; from < 1200; from += 61) {
        const later = setupHits(bars, whole, from);
        for (const kind of SETUP_KINDS)
          expect(later[kind], `${seed}, ${kind} from ${from}`).toEqual(hits[kind].filter((t) => t >= from));
      }
    }
  });
  it("of a new closing low need nine sessions before that were judged", () => {
    const fallAt = (k: number) => Float64Array.from({ length: 40 }, (_, s) => (s < k ? 50 : s === k ? 49 : 60));
    const lows = (k: number) => setupHits(closesOnly(fallAt(k)))["10-session closing low"];
    // The 19th bar is the first.
    expect([lows(17), lows(18), lows(25)]).toEqual([[], [18], [25]]);
  });
  it("of a squeeze look at 125 widths before, no more and no fewer", () => {
    let hits = 0;
    for (let seed = 1; seed <= 30; seed++) {
      const { close } = randomBars(seed, 600);
      const { width } = bollinger(close);
      const expected = Array.from(close.keys()).filter((t) => {
        const before = Array.from({ length: 125 }, (_, k) => width[t - 1 - k]!);
        return t >= 144 && before.every((w) => width[t]! <= w * (1 + 1e-9)) && before.some((w) => w > width[t]!);
      });
      expect(setupHits(closesOnly(close)).squeeze).toEqual(expected);
      hits += expected.length;
    }
    expect(hits).toBeGreaterThan(60);
  });
  it("of a tight session have a range below 0.7 of an ATR", () => {
    // Sessions that run far one way from the open, every other one little; the last one has a given range.
    const n = 121;
    const close = new Float64Array(n).fill(100);
    const barsWith = (last: number) => {
      const high = close.map((c, s) => c + (s === n - 1 ? last : s % 2 === 0 ? 20 : 4));
      return { open: close, high, low: close, close, volume: close };
    };
    const found = Array.from({ length: 120 }, (_, k) => {
      const last = 7 + 0.02 * k;
      const bars = barsWith(last);
      const is = setupHits(bars)["tight with reach"].includes(n - 1);
      expect(is, `a range of ${last}`).toBe(last < 0.7 * atr(bars, 14)[n - 1]! && slowReach(bars) >= 2 * (last + 0.02));
      return is;
    });
    expect(new Set(found).size).toBe(2);
    // What ends them is the range, not the reach.
    const end = 7 + 0.02 * found.indexOf(false);
    expect(slowReach(barsWith(end))).toBeGreaterThan(2 * (end + 0.02));
  });
  it("of bars with closes alone are those that closes decide", () => {
    const bars = world(3, 420);
    const none = new Float64Array(420).fill(NaN);
    const hits = setupHits({ open: none, high: none, low: none, close: bars.close, volume: none });
    const whole = setupHits(bars);
    const byCloses = SETUP_KINDS.filter((kind) => /streak|closing|RSI|shock|squeeze/.test(kind));
    for (const kind of SETUP_KINDS) expect(hits[kind]).toEqual(byCloses.includes(kind) ? whole[kind] : []);
  });
});

describe("the figure of a setup", () => {
  it("tells what made the session one of its kind", () => {
    const told = new Map<SetupKind, number>();
    for (const bars of [gapless(world(1, 420)), gapless(world(4, 420)), gapless(randomBars(2, 420))]) {
      const hits = setupHits(bars);
      for (const kind of SETUP_KINDS) {
        for (const t of hits[kind]) {
          const own = Object.fromEntries(
            Object.entries(bars).map(([name, column]) => [name, (column as Float64Array).subarray(0, t + 1)]),
          ) as unknown as TestBars;
          const figure = setupFigure(kind, own, swings(own).pivots);
          expect(figure, `${kind} on ${t}`).toSatisfy((x: number) => isWithin(kind, x));
          expect(figure).toBeCloseTo(plainFigure(kind, own), 8);
          told.set(kind, (told.get(kind) ?? 0) + 1);
        }
      }
    }
    expect(told.size).toBeGreaterThan(18);
  });
});

/** What the definition of a kind lets its figure be. */
function isWithin(kind: SetupKind, x: number): boolean {
  if (kind === "compression") return x < 0.6;
  if (kind === "tight with reach") return x >= 2 - 1e-9;
  if (kind === "squeeze") return x >= 0;
  if (kind === "doji") return x <= 0.1 + 1e-6;
  if (kind.startsWith("streak")) return x >= 5;
  if (kind.includes("closing")) return x >= Number.parseInt(kind);
  if (kind.startsWith("short RSI low")) return x <= 5;
  if (kind.startsWith("short RSI high")) return x >= 95;
  if (kind === "shock down") return x <= -2;
  if (kind === "shock up") return x >= 2;
  if (kind.startsWith("volume")) return x >= 3;
  return kind === "divergence at a low" || kind === "divergence at a high, with the trend" ? x > 0 : x < 0;
}

/** The same in other words, from the bars up to the session. */
function plainFigure(kind: SetupKind, own: TestBars): number {
  const { open, high, low, close, volume } = own;
  const t = close.length - 1;
  const back = (isSo: (s: number) => boolean) => {
    const stop = Array.from(close.keys())
      .slice(0, t)
      .findLastIndex((s) => !isSo(s));
    return t - 1 - stop;
  };
  const range = high[t]! - low[t]!;
  if (kind === "compression") return range / atr(own, 14)[t]!;
  if (kind === "tight with reach") return slowReach(own) / (range + 2 * (close[t]! >= 10 ? 0.01 : 0.001));
  if (kind === "squeeze") return bollinger(close).width[t]!;
  if (kind === "doji") return Math.abs(close[t]! - open[t]!) / range;
  if (kind === "streak down") return back((s) => below(close[s + 1]!, close[s]!));
  if (kind === "streak up") return back((s) => above(close[s + 1]!, close[s]!));
  if (kind.endsWith("closing low")) return 1 + back((s) => below(close[t]!, close[s]!));
  if (kind.endsWith("closing high")) return 1 + back((s) => above(close[t]!, close[s]!));
  if (kind.startsWith("short RSI")) return rsi(close, 2)[t]!;
  if (kind.startsWith("shock")) {
    const moves = Array.from({ length: 60 }, (_, k) => close[t - 1 - k]! / close[t - 2 - k]! - 1);
    const mean = moves.reduce((a, x) => a + x, 0) / 60;
    return (close[t]! / close[t - 1]! - 1) / Math.sqrt(moves.reduce((a, x) => a + (x - mean) ** 2, 0) / 59);
  }
  if (kind.startsWith("volume")) return volume[t]! / (volume.slice(-50).reduce((a, x) => a + x, 0) / 50);
  const { k } = stochastic(own, { n: 8, smooth: 3 });
  const side = kind.includes("low") ? "low" : "high";
  const pivots = swings(own).pivots;
  const last = pivots.filter((p) => p.kind !== side).at(-1)!;
  const before = pivots.filter((p) => p.kind === side && p.at < last.at).at(-1)!;
  const since = Array.from(close.keys()).slice(last.at + 1);
  const extreme = since.reduce((m, s) => ((side === "low" ? below : above)(close[s]!, close[m]!) ? s : m));
  return k[extreme]! - k[before.at]!;
}

/** Bars that turn so seldom that the turn before the last ones lies farther back than any window. */
function slowTurns(n: number): TestBars {
  const random = seeded(77);
  const bars = randomBars(1, n);
  for (let s = 0; s < n; s++) {
    const middle = 100 + 14 * Math.sin(s / 95) + 0.02 * s + 1.2 * Math.sin(s / 3) * (s % 190 > 150 ? 1.6 : 0.2);
    const cents = (x: number) => Math.round(100 * x) / 100;
    bars.open[s] = cents(middle + 0.2 * (random() - 0.5));
    bars.close[s] = cents(middle + 0.2 * (random() - 0.5));
    bars.high[s] = cents(Math.max(bars.open[s]!, bars.close[s]!) + 1.5 + random());
    bars.low[s] = cents(Math.min(bars.open[s]!, bars.close[s]!) - 1.5 - random());
  }
  return bars;
}

/** The same bars without the sessions on which one is missing. */
function gapless(bars: TestBars): TestBars {
  const rows = Array.from(bars.close.keys()).filter((s) =>
    Object.values(bars).every((c) => !Number.isNaN((c as Float64Array)[s])),
  );
  return Object.fromEntries(
    Object.entries(bars).map(([name, c]) => [name, Float64Array.from(rows, (s) => (c as Float64Array)[s]!)]),
  ) as unknown as TestBars;
}

describe("reach", () => {
  it("is that of the last sixty sessions up to each", () => {
    const bars = world(5, 200);
    const column = reach(bars);
    for (let t = 0; t < 200; t++) {
      const rows = Array.from({ length: t + 1 }, (_, s) => s).filter((s) => !Number.isNaN(bars.close[s]));
      const own = Object.fromEntries(
        Object.entries(bars).map(([name, c]) => [name, Float64Array.from(rows, (s) => (c as Float64Array)[s]!)]),
      ) as unknown as TestBars;
      const expected = Number.isNaN(bars.close[t]) ? NaN : slowReach(own);
      if (Number.isNaN(expected)) expect(column[t]).toBeNaN();
      else expect(column[t]).toBeCloseTo(expected, 10);
    }
  });
});

describe("a bracket", () => {
  const session = { high: 20.5, low: 19.5, close: 20, range: 2 };
  it("has its stop beyond the session or an ATR away, whichever is farther; of a narrow one beyond the session", () => {
    const wide = bracketOf(session, [], false);
    expect(wide.long).toMatchObject({ entry: 20.51, stop: 18.51 });
    expect(wide.short.entry).toBeCloseTo(19.49, 10);
    expect(wide.short.stop).toBeCloseTo(21.49, 10);
    const narrow = bracketOf(session, [], true);
    expect(narrow.long.stop).toBeCloseTo(19.49, 10);
    expect(narrow.short.stop).toBeCloseTo(20.51, 10);
    // Without a level the target is two ATRs away.
    expect(wide.long.targets[0]).toBeCloseTo(24.51, 10);
    expect(wide.long.rewardToRisk).toBeCloseTo(2, 10);
    expect(narrow.long.rewardToRisk).toBeCloseTo(4 / 1.02, 10);
    expect(bracketOf({ ...session, low: 17 }, [], false).long.stop).toBeCloseTo(16.99, 10);
  });
  it("leads to the nearest swings that are half an ATR away at least, each once, three at most", () => {
    const pivots = [30, 21.4, 22, 22, 26, 24, 15, 19, 18.4, 40];
    const { long, short } = bracketOf(session, pivots, false);
    expect(long.targets).toEqual([22, 24, 26]);
    expect(short.targets).toEqual([18.4, 15]);
    expect(long.rewardToRisk).toBeCloseTo((22 - 20.51) / 2, 10);
    expect(bracketOf(session, [21.51], false).long.targets).toEqual([21.51]);
    expect(bracketOf(session, [21.5], false).long.targets[0]).toBeCloseTo(24.51, 10);
  });
  it("has no target at or below nothing, and ticks by the price", () => {
    const cheap = bracketOf({ high: 0.41, low: 0.4, close: 0.405, range: 0.3 }, [], false);
    expect(cheap.long.entry).toBeCloseTo(0.4101, 10);
    expect(cheap.short.targets).toEqual([]);
    expect(cheap.short.rewardToRisk).toBeNaN();
  });
});
