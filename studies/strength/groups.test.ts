import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { groups } from "./groups";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const N = 400;

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
