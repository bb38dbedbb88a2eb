import { data, N } from "@studies/testing/two-worlds";
import { describe, expect, it } from "vitest";
import { takeFresh } from "./derived";
import { Market } from "./market";

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
