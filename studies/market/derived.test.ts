import { data, N } from "@studies/testing/two-worlds";
import { describe, expect, it } from "vitest";
import { derivedColumns, deriveWhole, takeFresh, type PerInstrument } from "./derived";
import { Market } from "./market";
import type { MarketData } from "./market-data";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

describe("columns of what is picked for a while", () => {
  it("are not kept for a later run, and the oldest are forgotten", () => {
    const fresh = { ...data };
    const of = new Market(fresh, N - 1);
    let derived = 0;
    const column = (name: string) => ({
      name,
      derive: () => {
        derived++;
        return { level: new Float64Array(N) };
      },
      extend: () => undefined,
    });
    const passing = (k: number) => ({ ...column(`test:any:${k}`), ephemeral: true });
    of.perSession(column("test:sector:Fish"));
    for (let k = 0; k < 70; k++) of.perSession(passing(k));
    expect(Object.keys(takeFresh(fresh))).toEqual(["test:sector:Fish"]);
    expect(derived).toBe(71);
    of.perSession(passing(69));
    of.perSession(column("test:sector:Fish"));
    expect(derived).toBe(71);
    of.perSession(passing(0));
    expect(derived).toBe(72);
  });
});

describe("columns as large as the panel's own", () => {
  const own = { ...data, derived: {} };
  const large = (name: string, stored = false): PerInstrument => ({
    name,
    stored,
    derive: () => new Float64Array(new SharedArrayBuffer(100 * 2 ** 20)),
  });
  it("go when their room is needed, those not asked for longest first; what was worth keeping is told before", () => {
    const a = large("a", true);
    const held = () => [...derivedColumns(own).keys()].sort().join("");
    const first = deriveWhole(own, a);
    // Seven fit, however large they are.
    for (const name of "bcdefg") deriveWhole(own, large(name));
    expect(deriveWhole(own, a)).toBe(first);
    expect(held()).toBe("abcdefg");
    const fresh = takeFresh(own);
    expect([Object.keys(fresh), fresh["a"]!.value === first]).toEqual([["a"], true]);
    deriveWhole(own, large("h"));
    expect(held()).toBe("acdefgh");
    expect(takeFresh(own)).toEqual({});
  });
  it("that were derived earlier are taken as they are, and extended where the sessions go on", () => {
    const whole = new Float64Array(8);
    let extended = -1;
    const column: PerInstrument = {
      name: "kept",
      derive: () => new Float64Array(1),
      extend: (_, __, from) => {
        extended = from;
      },
    };
    const n = data.panel.sessions.length;
    const earlier = (sessions: number): MarketData => ({ ...data, derived: { kept: { value: whole, sessions } } });
    expect(deriveWhole(earlier(n), column)).toBe(whole);
    expect(extended).toBe(-1);
    expect(deriveWhole(earlier(n - 2), column)).toBe(whole);
    expect(extended).toBe(n - 2);
  });
});
