import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";
import { groups } from "@studies/strength/groups";
import { periodMap } from "@studies/period-map/period-map";
import { regimeStates } from "@studies/regime/regime-states";
import { timing } from "@studies/timing/timing";

/* Figures and words that a person reads, each against a value worked out by hand. */

const N = 320;
const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("sentences leave out what there is nothing to say of", () => {
  const closes = growing(100, 0.0005, N).map((c, s) => c * (1 + 0.1 * Math.sin(s / 9)));
  const market = new Market(
    handMadeMarket(
      [
        stock("AAA", closes, { sector: "Up", industry: "One" }),
        stock("BBB", growing(50, 0.001, N), { sector: "Down", industry: "Two" }),
        { ticker: "IDX", closes, kind: "index" },
      ],
      "IDX",
    ),
    N - 1,
  );
  it("of arrivals, climbers and flags where there are none", () => {
    const r = groups.ask(market, groups.params.parse({}));
    const rows = r.rows.map((row) => ({ ...row, standing: "", flags: [], rankBefore: row.rank }));
    const text = groups
      .reading({ ...r, rows })
      .map(said)
      .join(" ");
    expect(text).not.toMatch(/newly arrived|fading|cracking|turning up|climbed/);
    const arrived = groups.reading({ ...r, rows: rows.map((row, k) => (k === 0 ? { ...row, standing: "new arrival" } : row)) });
    expect(arrived.map(said).join(" ")).toContain(`${rows[0]!.name} is newly arrived among the strongest.`);
  });
  it("of averages held, for what are no stocks", () => {
    const text = (set: "stock" | "sector") =>
      periodMap
        .reading(periodMap.ask(market, periodMap.params.parse({ set })))
        .map(said)
        .join(" ");
    expect(text("stock")).toContain("held above");
    expect(text("sector")).not.toContain("held above");
  });
  it("of states that were never seen", () => {
    const r = regimeStates.ask(market, { by: "direction" });
    if (r.now < 0 || r.rows[r.now]!.returns === 0) throw new Error("the market made here has no state to speak of");
    expect(regimeStates.reading(r).map(said).join(" ")).toMatch(/, against \d+% of all, with /);
  });
  it("re-entries are followed for a week, two weeks and a month", () => {
    const { reEntry } = timing.ask(market, timing.params.parse({}));
    expect(reEntry.followed.map((f) => f.horizon)).toEqual([5, 10, 21]);
  });
});
