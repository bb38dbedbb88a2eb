import { describe, expect, it } from "vitest";
import { atr, isoDate, lineReading, lineValue, zoneReading } from "@core";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { chart } from "../chart";
import type { SavedDrawing } from "@studies/drawings/drawing-schema";

const N = 300;
const closes = Array.from({ length: N }, (_, s) => Number((50 + 0.04 * s + 5 * Math.sin(s / 9)).toFixed(2)));
const data = handMadeMarket(
  [
    { ticker: "AAA", closes: closes.map((c, s) => (s % 11 === 5 ? NaN : c)) },
    { ticker: "IDX", closes: closes.map((c) => 20 * c), kind: "index" },
  ],
  "IDX",
);
const day = (s: number) => data.panel.sessions[s]!;
const close = data.panel.close.subarray(0, N);
const bars = {
  open: close,
  high: data.panel.high.subarray(0, N),
  low: data.panel.low.subarray(0, N),
  close,
  volume: data.panel.volume.subarray(0, N),
};
const line: SavedDrawing = {
  id: "line0001",
  name: "Spring",
  versions: [
    {
      made: day(120),
      kind: "line",
      scale: "log",
      points: [
        { day: day(100), price: 45 },
        { day: day(40), price: 40 },
      ],
    },
    {
      made: day(200),
      kind: "line",
      scale: "log",
      points: [
        { day: day(100), price: 47 },
        { day: day(40), price: 40 },
      ],
    },
  ],
};
const zone: SavedDrawing = {
  id: "zone0001",
  name: "Shelf",
  versions: [
    {
      made: day(90),
      kind: "zone",
      scale: "linear",
      points: [
        { day: day(10), price: 53 },
        { day: day(60), price: 52 },
      ],
    },
  ],
};
const drawn = (t: number, drawings: readonly SavedDrawing[], more: object = {}) =>
  chart.ask(
    new Market(data, t),
    chart.params.parse({ ticker: "AAA", history: 20_000, plot: [], drawings: JSON.stringify(drawings), ...more }),
  )!;

describe("a drawing on a chart", () => {
  it("reads itself from the bars up to the session alone, by the form that was in force then", () => {
    for (const [t, price] of [
      [150, 45],
      [199, 45],
      [200, 47],
      [299, 47],
    ] as const) {
      const [own] = drawn(t, [line]).drawings;
      const points = [
        { at: 40, price: 40 },
        { at: 100, price },
      ] as const;
      const upTo = Object.fromEntries(Object.entries(bars).map(([k, v]) => [k, v.subarray(0, t + 1)])) as typeof bars;
      const valueAt = (s: number) => lineValue(points, "log", s);
      const { touches, breaks } = lineReading(upTo, atr(upTo, 14), valueAt, 40);
      const last = upTo.close.findLastIndex((c) => !Number.isNaN(c));
      expect(own!.words.startsWith(`${valueAt(last).toFixed(2)} now; close`)).toBe(true);
      expect(own!.words).toContain(touches!.length === 1 ? "touched once" : touches!.length === 0 ? "not touched" : "touched ");
      expect(own!.words).toContain(breaks.length === 0 ? "never broken" : "broken ");
      expect(own!.made).toBe(t < 200 ? day(120) : day(200));
    }
  });
  it("is not seen before it was made; asked for, it stands grey without a reading", () => {
    const [own] = drawn(119, [line]).drawings;
    expect([own!.isLater, own!.words]).toEqual([true, "made later than this session"]);
    expect(drawn(120, [line]).drawings[0]!.isLater).toBe(false);
  });
  it("says the same in every sampling, and stands at its value on a sample's last session", () => {
    const daily = drawn(299, [line, zone]);
    for (const sampling of ["weekly", "monthly"]) {
      const sampled = drawn(299, [line, zone], { sampling });
      expect(sampled.drawings.map((d) => d.words)).toEqual(daily.drawings.map((d) => d.words));
      sampled.days.forEach((d, k) => {
        const at = data.panel.sessions.indexOf(d);
        const expected = at < 40 ? NaN : 40 * (47 / 40) ** ((at - 40) / 60);
        if (Number.isNaN(expected)) expect(sampled.drawings[0]!.lines[0]![k]).toBeNaN();
        else expect(sampled.drawings[0]!.lines[0]![k]).toBeCloseTo(expected, 9);
      });
      const [a, b] = sampled.drawings[0]!.points;
      expect(sampled.days[b!.sample]! >= day(40) && (sampled.days[b!.sample - 1] ?? 0) < day(40)).toBe(true);
      expect(sampled.days[a!.sample]! >= day(100) && sampled.days[a!.sample - 1]! < day(100)).toBe(true);
    }
  });
  it("is a zone with its visits, the way it was left last, and time inside", () => {
    const [own] = drawn(299, [zone]).drawings;
    const { visits, inside } = zoneReading(bars, { lo: 52, hi: 53 }, 10);
    expect(own!.zone).toEqual({ lo: 52, hi: 53 });
    expect(own!.words).toContain(`${visits!.length} visits`);
    const last = visits!.at(-1)!;
    expect(own!.words).toContain(
      last.left === 0 ? "in it since" : last.left > 0 ? "last left upward on" : "last left downward on",
    );
    expect(own!.words).toContain(`closed inside on ${inside} of `);
  });
  it("begins on the first day of a week or month that had the price it is drawn to", () => {
    const weekly = drawn(299, [], { sampling: "weekly" });
    weekly.days.forEach((end, k) => {
      const from = k === 0 ? 0 : data.panel.sessions.indexOf(weekly.days[k - 1]!) + 1;
      const own = Array.from({ length: data.panel.sessions.indexOf(end) - from + 1 }, (_, i) => from + i);
      const low = own.find((s) => bars.low[s] === weekly.low[k])!;
      expect(isoDate(weekly.extremeDays!.low[k]!)).toBe(isoDate(day(low)));
    });
  });
  it("has a point on a date without a session on the session before it", () => {
    const friday = 44;
    expect(day(friday + 1) - day(friday)).toBe(3);
    const at = (from: number) => {
      const version = {
        ...line.versions[0]!,
        points: [
          { day: from, price: 40 },
          { day: day(100), price: 45 },
        ],
      };
      return drawn(299, [{ ...line, versions: [version] }]).drawings[0]!;
    };
    expect(at(day(friday) + 1)).toMatchObject({ words: at(day(friday)).words, lines: at(day(friday)).lines });
    expect(at(day(friday + 1)).words).not.toBe(at(day(friday)).words);
  });
  it("of every kind has words and a shape", () => {
    const at = (s: number, price: number) => ({ day: day(s), price });
    const kinds = [
      ["level", [at(20, 51)]],
      ["channel", [at(20, 48), at(80, 50), at(50, 58)]],
      ["retracement", [at(20, 44), at(80, 60)]],
      ["measured move", [at(20, 44), at(60, 55), at(80, 50)]],
      ["label", [at(20, 44)]],
      ["swings", [at(20, 44)]],
    ] as const;
    for (const [kind, points] of kinds) {
      const drawing = {
        id: "other001",
        name: "Other",
        versions: [{ made: day(90), kind, scale: "linear", points, text: "Here" }],
      };
      const [own] = drawn(299, [drawing as unknown as SavedDrawing]).drawings;
      expect(own!.words).not.toMatch(/NaN|undefined|^$/);
      expect(own!.lines.length + own!.path.length).toBeGreaterThan(0);
    }
  });
  it("is refused with what is wrong", () => {
    const wrong = (change: object) => {
      const drawing = { ...line, versions: [{ ...line.versions[0]!, ...change }] };
      return chart.params.safeParse({ ticker: "AAA", drawings: JSON.stringify([drawing]) }).error?.issues[0]?.message;
    };
    expect(wrong({})).toBeUndefined();
    expect(wrong({ points: [{ day: day(40), price: 40 }] })).toContain("a line has 2 points, got 1");
    expect(wrong({ made: day(99) })).toContain("after the session on which it was made");
    expect(wrong({ points: [0, 1].map(() => ({ day: day(40), price: 40 })) })).toContain("different sessions");
    expect(wrong({ kind: "zone", points: [0, 1].map(() => ({ day: day(40), price: 40 })) })).toContain("different prices");
  });
});
