import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { participationSentence, type ParticipationRow } from "@studies/breadth/participation-rows";
import { regimeSentence, type RegimeNow } from "@studies/regime/regime-now";
import { STUDIES } from "./registry";
import { count, date, fixed, list, percent, share, signed, signedPercent } from "@studies/words/words";

describe("figures in words", () => {
  it("have true minus signs, and dashes for nothing", () => {
    expect([signed(-1.26), signed(0.04), signed(2, 0), signed(-0.001, 2), signed(NaN)]).toEqual([
      "−1.3",
      "0.0",
      "+2",
      "0.00",
      "–",
    ]);
    expect([percent(0.0512), signedPercent(-0.003), share(64.08), fixed(-2.5, 1), fixed(NaN)]).toEqual([
      "5.1%",
      "−0.3%",
      "64%",
      "−2.5",
      "–",
    ]);
  });
  it("count with their nouns", () => {
    expect([count(1, "session"), count(6048, "session"), count(0, "entry", "entries")]).toEqual([
      "1 session",
      "6,048 sessions",
      "0 entries",
    ]);
    expect([list([]), list(["a"]), list(["a", "b", "c"]), date(20_000)]).toEqual(["", "a", "a, b and c", "4 Oct 2024"]);
  });
});

describe("readings", () => {
  const row = (horizon: number, percentage: number, weekAgo: number): ParticipationRow => ({
    horizon,
    above: 1,
    counted: 401,
    percent: percentage,
    weekAgo,
    dayAgo: weekAgo,
    place: 50,
    readings: 100,
    average: "ema",
  });
  const rows = (fifty: number, before: number, all: number) => [
    row(5, 1, 1),
    row(10, 1, 1),
    row(20, 60, 60),
    row(50, fifty, before),
    row(200, 1, 1),
    row(NaN, all, all),
  ];
  it.each([
    [
      64.1,
      51.2,
      38,
      "64% of the 401 members close above their 50-session exponential average, up from 51% a week ago; 38% are above all five averages.",
    ],
    [
      40,
      51,
      72,
      "40% of the 401 members close above their 50-session exponential average, down from 51% a week ago; 72% are above all five averages: crowded (70% or more).",
    ],
    [
      40.2,
      39.9,
      9,
      "40% of the 401 members close above their 50-session exponential average, as many as a week ago; 9% are above all five averages: washed out (10% or less).",
    ],
    [40, NaN, NaN, "40% of the 401 members close above their 50-session exponential average."],
    [NaN, NaN, NaN, "60% of the 401 members close above their 20-session exponential average, as many as a week ago."],
  ])("of breadth at %f after %f", (fifty, before, all, words) => {
    expect(said(participationSentence(rows(fifty, before, all)))).toBe(words);
  });
  it("of the regime", () => {
    const now = {
      index: "Aldane broad",
      direction: "Rising",
      volatility: "Calm",
      directionSessions: 3,
      volatilitySessions: 3,
      distance200: 0.042,
    } as RegimeNow;
    expect(said(regimeSentence(now))).toBe(
      "Aldane broad has been rising, with calm volatility, for 3 sessions, 4.2% above its 200-session simple average.",
    );
    expect(said(regimeSentence({ ...now, volatilitySessions: 2, distance200: -0.01 }))).toBe(
      "Aldane broad has been rising for 3 sessions, with calm volatility for the last 2, 1.0% below its 200-session simple average.",
    );
    expect(said(regimeSentence({ ...now, volatilitySessions: 1 }))).toContain("with calm volatility as of this session, 4.2%");
    expect(said(regimeSentence({ ...now, volatility: "" }))).toContain("has been rising for 3 sessions, 4.2% above");
    expect(said(regimeSentence({ ...now, direction: "" }))).toContain("too short a history");
  });
});

describe("the registry", () => {
  it("knows every study by its own name", () => {
    for (const [name, study] of STUDIES) {
      expect(study.name).toBe(name);
      expect(study.about.length).toBeGreaterThan(20);
    }
  });
});

describe("a study", () => {
  const sources = import.meta.glob<string>(["./**/*.ts", "!./**/*.test.ts"], { query: "?raw", import: "default", eager: true });
  const nameOf = (file: string) => file.replace(/^\.\//, "@studies/").replace(/\.ts$/, "");
  const isStudy = (source: string) => /= defineStudy\(/.test(source);
  const studyFiles = Object.entries(sources).filter(([, source]) => isStudy(source));
  it("imports no study: what two of them need stands in a file of its own", () => {
    const names = new Set(studyFiles.map(([file]) => nameOf(file)));
    for (const [file, source] of studyFiles) {
      const folder = nameOf(file).replace(/\/[^/]+$/, "");
      const imported = [...source.matchAll(/from "([^"]+)"/g)].map(([, from]) => from!.replace(/^\.(?=\/)/, folder));
      expect(imported.filter((from) => names.has(from))).toEqual([]);
    }
    expect(names.size).toBe(STUDIES.size);
  });
});
