import { describe, expect, it } from "vitest";
import { rotation, ROTATION_WINDOWS, samplesOf } from "@core";
import { seeded } from "@core/testing";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { data as twoWorlds, N as LENGTH } from "@studies/testing/two-worlds";
import { relativeRotation } from "./relative-rotation";

/* What is put into the rotation of a set: levels at samples, against what, and who belonged when. */

const N = 900;
const random = seeded(12);
const walk = () => {
  let price = 50;
  return Array.from({ length: N }, () => (price *= 1 + 0.03 * (random() - 0.49)));
};
/** Sessions on which each is a member; one comes on a Wednesday, one goes on a Friday, one on the Monday after. */
const MEMBERS = [
  [0, N - 1],
  [702, N - 1],
  [0, 764],
  [0, 765],
  [300, 880],
  [0, N - 1],
] as const;
const walks = MEMBERS.map(walk);
const market = new Market(
  handMadeMarket(
    walks.map((closes, k) => ({ ticker: `S${k}`, closes, sector: "Fish", industry: "Nets", member: MEMBERS[k]! })),
    null,
  ),
  N - 1,
);
const isFriday = (s: number) => s % 5 === 4;
const fridays = Array.from({ length: N }, (_, s) => s).filter(isFriday);

describe("the rotation of stocks by the week", () => {
  const wanted = { set: "stock", in: "market:", every: "weekly", bench: "flat", base: "" } as const;
  const made = relativeRotation(market, wanted, 30);

  it("is asked at the last session of each week, as far back as its warm-up needs", () => {
    expect(Array.from(made.sessions)).toEqual(fridays.slice(-made.sessions.length));
    expect(made.levels.map((own) => own.at(-1))).toEqual(walks.map((own) => own[N - 1]));
  });

  it("counts each by whether it belonged on the sample's own session", () => {
    const logs = walks.map((own) => Float64Array.from(made.sessions, (s) => Math.log(own[s]!)));
    const plain = rotation(
      logs,
      (i, s) => MEMBERS[i]![0] <= made.sessions[s]! && made.sessions[s]! <= MEMBERS[i]![1],
      ROTATION_WINDOWS.weekly,
    );
    expect(made.plain).toEqual(plain);
    // Held against nothing, the two are one.
    expect(made.relative).toBe(made.plain);
  });

  it("against the average of the set is less the chained mean of those that have a level at both samples", () => {
    const mean = relativeRotation(market, { ...wanted, bench: "mean" }, 30);
    let level = 0;
    const logs = walks.map((own) => Array.from(mean.sessions, (s) => Math.log(own[s]!)));
    const reference = logs[0]!.map((_, s) => {
      if (s > 0) level += logs.reduce((sum, own) => sum + own[s]! - own[s - 1]!, 0) / logs.length;
      return level;
    });
    const less = logs.map((own) => Float64Array.from(own, (x, s) => x - reference[s]!));
    const belongs = (i: number, s: number) => MEMBERS[i]![0] <= mean.sessions[s]! && mean.sessions[s]! <= MEMBERS[i]![1];
    const plain = rotation(less, belongs, ROTATION_WINDOWS.weekly);
    const last = (of: ArrayLike<number>) => of[of.length - 1]!;
    for (const key of ["trend", "momentum"] as const)
      mean.relative[key].forEach((own, i) => {
        const [a, b] = [last(own), last(plain[key][i]!)];
        if (Number.isNaN(b)) expect(a).toBeNaN();
        else expect(a).toBeCloseTo(b, 8);
      });
  });
});

describe("the rotation of what belongs to no market", () => {
  it("has its levels on the days of the benchmark", () => {
    const home = new Market(twoWorlds, LENGTH - 1);
    const { peers, levels, benchmark, sessions } = relativeRotation(
      home,
      { set: "world", every: "monthly", bench: "index", base: "" },
      20,
    );
    expect(peers.map((p) => p.ticker)).toEqual(["NOR", "SUD"]);
    expect(Array.from(sessions)).toEqual(Array.from(samplesOf(benchmark.days, benchmark.t, "monthly").sessions));
    const world = twoWorlds.worldwide!;
    for (const [k, peer] of peers.entries()) {
      const i = world.instruments.findIndex((one) => one.ticker === peer.ticker);
      const own = Array.from(sessions, (s) => world.panel.close[i * world.panel.stride + s]!);
      expect(Array.from(levels[k]!)).toEqual(own);
    }
  });
});
