import { describe, expect, it } from "vitest";
import {
  bitCount,
  COMPARATORS,
  constantTruth,
  evaluateRule,
  isKnownAtOpen,
  MEASURES,
  measureOf,
  normalRule,
  paramsOf,
  readSentence,
  ruleSentence,
  sessionsOf,
  subjectOf,
  truthAt,
  withoutOff,
  type Condition,
  type ConditionSource,
  type MeasureUse,
  type Moment,
  type Rule,
  type Subject,
} from "..";
import { seeded } from "../testing";
import { slowTruth, type SlowWorld } from "./testing-slow-evaluate";

const oneSubject = (columns: Readonly<Record<string, readonly number[]>>, own?: Uint8Array): ConditionSource => {
  const sessions = Object.values(columns)[0]!.length;
  const judged = {
    sessions,
    ...(own ? { own } : {}),
    column: ({ measure }: MeasureUse) => Float64Array.from(columns[measure]!),
  };
  return { sessions, subject: () => judged };
};
const judge = (condition: Partial<Condition>, close: number[], sma: number[] = close.map(() => 10), own?: Uint8Array) => {
  const rule: Condition = { left: { measure: "close" }, comparator: "above", right: { measure: "sma" }, ...condition };
  const truth = evaluateRule(rule, oneSubject({ close, sma }, own));
  return close.map((_, s) => truthAt(truth, s));
};

describe("a condition", () => {
  it("has three values, and prices that tie are neither above nor below", () => {
    expect(judge({}, [11, 9, NaN, 10, 10 + 1e-10])).toEqual([1, 0, -1, 0, 0]);
    expect(judge({ comparator: "below" }, [11, 9, NaN, 10])).toEqual([0, 1, -1, 0]);
    expect(judge({ right: 10 }, [10 + 1e-10, 10 + 1e-7])).toEqual([0, 1]);
    expect(judge({ comparator: "at least" }, [10 + 1e-10, 10 - 1e-10, 9.9, NaN])).toEqual([1, 1, 0, -1]);
    expect(judge({ comparator: "at most" }, [10 + 1e-10, 10.1])).toEqual([1, 0]);
    expect(judge({ comparator: "is not" }, [10, 11, NaN])).toEqual([0, 1, -1]);
  });
  it("crosses from the latest bar on which the two were not equal; gaps are passed over", () => {
    expect(judge({ comparator: "crosses above" }, [11, 9, 10, 10, 11, 12, 9, NaN, 11])).toEqual([-1, 0, 0, 0, 1, 0, 0, -1, 1]);
    expect(judge({ comparator: "crosses below" }, [11, 10, 9, 8])).toEqual([-1, 0, 1, 0]);
  });
  it("runs, lies within, comes first, and looks back", () => {
    const close = [11, 11, 9, 11, 11, 11, NaN, 11, 11];
    expect(judge({ running: 2 }, close)).toEqual([-1, 1, 0, 0, 1, 1, -1, -1, 1]);
    expect(judge({ within: 2 }, close)).toEqual([1, 1, 1, 1, 1, 1, 1, 1, 1]);
    expect(judge({ within: 2 }, [9, 9, NaN, 9, 9])).toEqual([-1, 0, -1, -1, 0]);
    expect(judge({ firstIn: 3 }, [9, 9, 11, 11, 9, 9, 11])).toEqual([0, 0, 1, 0, 0, 0, 1]);
    expect(judge({ firstIn: 3 }, [9, 11, NaN, 9, 11])).toEqual([0, -1, -1, 0, -1]);
    expect(judge({ ago: 1 }, [11, 9, 11])).toEqual([-1, 1, 0]);
  });
  it("compares with a value of some bars before", () => {
    expect(judge({ right: { measure: "close", ago: 2 } }, [5, 7, 6, 6])).toEqual([-1, -1, 1, 0]);
  });
  it("counts the subject's own bars and is unknown between them", () => {
    expect(judge({ right: 10, running: 2 }, [11, NaN, 11, 9], undefined, Uint8Array.of(1, 0, 1, 1))).toEqual([-1, -1, 1, 0]);
    expect(judge({ right: { measure: "close", ago: 1 } }, [11, NaN, 12, 9], undefined, Uint8Array.of(1, 0, 1, 1))).toEqual([
      -1, -1, 1, 0,
    ]);
  });
});

describe("a session without a bar", () => {
  it("leaves every condition unknown, also one whose measure has a value there, such as the calendar", () => {
    const own = Uint8Array.of(1, 0, 1, 0);
    const place = [12, 12, 12, 12];
    for (const condition of [{ right: 10 }, { right: 10, running: 1 }, { comparator: "at least" as const, right: 5 }]) {
      const rule: Condition = { left: { measure: "session from start" }, comparator: "above", ...condition };
      const truth = evaluateRule(rule, oneSubject({ "session from start": place }, own));
      expect(place.map((_, s) => truthAt(truth, s))).toEqual([1, -1, 1, -1]);
    }
    // One that is calculated from bars has no value there anyway.
    expect(judge({}, [12, NaN, 9, NaN], undefined, own)).toEqual([1, -1, 0, -1]);
  });
});

describe("a rule", () => {
  const yes: Rule = { left: { measure: "close" }, comparator: "above", right: 0 };
  const no: Rule = { left: { measure: "close" }, comparator: "below", right: 0 };
  const unknown: Rule = { left: { measure: "sma" }, comparator: "above", right: 0 };
  const at = (rule: Rule) => truthAt(evaluateRule(rule, oneSubject({ close: [5], sma: [NaN] })), 0);
  it("follows Kleene's tables", () => {
    expect([{ all: [yes, yes] }, { all: [yes, unknown] }, { all: [no, unknown] }, { all: [] }].map(at)).toEqual([1, -1, 0, 1]);
    expect([{ any: [no, yes] }, { any: [yes, unknown] }, { any: [no, unknown] }, { any: [] }].map(at)).toEqual([1, 1, -1, 0]);
    expect([{ not: yes }, { not: no }, { not: unknown }].map(at)).toEqual([0, 1, -1]);
  });
  it("does without what is switched off", () => {
    const off = { ...no, off: true as const };
    expect(at({ all: [yes, off] })).toBe(1);
    expect(at({ any: [off] })).toBe(1);
    expect(at({ not: off })).toBe(1);
    expect(withoutOff({ all: [yes, { any: [off] }, { not: off }] })).toEqual({ all: [yes] });
    expect(ruleSentence({ all: [yes, off] })).toBe("its close is above 0");
  });
});

describe("bits of truth", () => {
  it("count and list their sessions, none beyond the last", () => {
    const truth = constantTruth(70, true);
    expect([bitCount(truth.yes), Array.from(sessionsOf(truth.yes).subarray(66))]).toEqual([70, [66, 67, 68, 69]]);
    expect(Array.from(sessionsOf(Uint32Array.of(0x80000001, 2)))).toEqual([0, 31, 33]);
    expect([truthAt(truth, 69), truthAt(truth, 70), truthAt(truth, -1)]).toEqual([1, -1, -1]);
  });
});

/** Random rules of any measures, with subjects that have bars of their own, judged by a second, plain evaluator. */
const SUBJECTS: readonly Subject[] = [
  "self",
  "market",
  "sector",
  { ticker: "OTHER" },
  { group: "sector:Fish, and (more) \u201cor\u201d" },
];

function randomRules(seed: number) {
  const random = seeded(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const whole = (most: number) => 1 + Math.floor(random() * most);
  const measureUse = (): MeasureUse => {
    const measure = pick(MEASURES);
    const params: Record<string, number | string> = {};
    for (const p of measure.params) {
      if (random() < 0.5) continue;
      if (typeof p.default === "string")
        params[p.name] = "among" in p && p.among ? pick(p.among as readonly string[]) : p.default;
      else if ("among" in p && p.among) params[p.name] = pick(p.among as readonly number[]);
      else if ("min" in p) params[p.name] = Math.min(p.max, p.min + whole(9));
    }
    return {
      measure: measure.name,
      ...(Object.keys(params).length > 0 ? { params } : {}),
      ...(random() < 0.4 ? { of: pick(SUBJECTS) } : {}),
      ...(random() < 0.15 ? { ago: whole(3) } : {}),
    };
  };
  const condition = (): Condition => {
    const left = measureUse();
    const { labels } = measureOf(left.measure);
    const right = random() < 0.4 ? measureUse() : labels ? pick(Object.keys(labels)) : whole(5) - 2;
    const lasting = pick([{}, {}, {}, { running: whole(4) }, { within: whole(4) }, { firstIn: whole(5) }]);
    return { left, comparator: pick(COMPARATORS), right, ...lasting, ...(random() < 0.2 ? { ago: whole(3) } : {}) };
  };
  const rule = (depth: number): Rule => {
    const kind = depth > 2 ? 1 : random();
    if (kind > 0.5) return condition();
    const parts = Array.from({ length: 1 + whole(2) }, () => rule(depth + 1));
    return kind < 0.2 ? { all: parts } : kind < 0.4 ? { any: parts } : { not: rule(depth + 1) };
  };
  return { rule: () => rule(0), random };
}

const RULES = 10_000;
const SESSIONS = 24;

describe(`${RULES} random rules`, () => {
  it("are judged as the plain evaluator judges them, at the close and at the open", () => {
    const { rule, random } = randomRules(71);
    const bars = SUBJECTS.map((of, k) => ({
      name: JSON.stringify(of),
      bars: Array.from({ length: SESSIONS }, () => k === 1 || random() > 0.15),
    }));
    const subject = (of: Subject) => bars.find((b) => b.name === JSON.stringify(of)) ?? bars[0]!;
    // A few small whole numbers, so that ties are frequent; the values of a measure follow from its name and subject.
    const values = new Map<string, Float64Array>();
    const columnOf = (use: MeasureUse) => {
      const of = subjectOf(use);
      const key = `${use.measure}/${JSON.stringify(of)}`;
      let column = values.get(key);
      if (!column) {
        column = Float64Array.from(subject(of).bars, (has) => (has && random() > 0.1 ? Math.floor(random() * 4) : NaN));
        values.set(key, column);
      }
      return column;
    };
    const source: ConditionSource = {
      sessions: SESSIONS,
      subject: (of) => ({
        sessions: SESSIONS,
        own: Uint8Array.from(subject(of).bars, Number),
        column: columnOf,
        ownOf: (other) => Uint8Array.from(subject(other).bars, Number),
      }),
    };
    const world: SlowWorld = {
      sessions: SESSIONS,
      subject: (use) => subject(subjectOf(use)),
      value: (use, s) => columnOf(use)[s]!,
      isPrice: (use) => measureOf(use.measure).unit === "price",
      isKnownAtOpen,
      code: (use, label) => measureOf(use.measure).labels?.[label] ?? NaN,
    };
    const seen = new Set<number>();
    for (let k = 0; k < RULES; k++) {
      const made = rule();
      const moment: Moment = k % 2 === 0 ? "close" : "open";
      const truth = evaluateRule(made, source, moment);
      const found = Array.from({ length: SESSIONS }, (_, s) => truthAt(truth, s));
      const expected = found.map((_, s) => {
        const slow = slowTruth(made, world, s, moment === "open");
        return slow === undefined ? -1 : Number(slow);
      });
      for (const x of found) seen.add(x);
      if (found.join() !== expected.join()) expect({ made, moment, found }).toEqual({ made, moment, found: expected });
    }
    expect([...seen].sort()).toEqual([-1, 0, 1]);
  });
  it("read as sentences that are read back, and travel as JSON", () => {
    const { rule } = randomRules(72);
    for (let k = 0; k < RULES; k++) {
      const made = normalRule(rule());
      const sentence = ruleSentence(made);
      const back = readSentence(sentence);
      if (JSON.stringify(back) !== JSON.stringify(made)) expect({ sentence, back }).toEqual({ sentence, back: made });
      expect(JSON.parse(JSON.stringify(made))).toEqual(made);
    }
  });
});

describe("parameters", () => {
  it("are refused where they do not exist or lie outside their bounds", () => {
    expect(() => measureOf("luck")).toThrow('there is no measure "luck"');
    expect(() => paramsOf({ measure: "rsi", params: { m: 3 } })).toThrow('no parameter "m"');
    expect(() => paramsOf({ measure: "rsi", params: { n: 0 } })).toThrow("from 1 to 1000");
    expect(() => paramsOf({ measure: "participation", params: { n: 7 } })).toThrow("one of 5, 10, 20, 50, 200");
    expect(() => paramsOf({ measure: "rsi", params: { n: 2.5 } })).toThrow("whole number");
    expect(() => paramsOf({ measure: "rsi", params: { on: "luck" } })).toThrow("one of open, high, low, close, volume");
    expect(paramsOf({ measure: "upper band", params: { k: 2.5 } })["k"]).toBe(2.5);
  });
});
