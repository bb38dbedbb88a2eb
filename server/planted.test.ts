import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { gates } from "@studies/trials/gates";
import { consistency } from "@studies/seasons/consistency";
import { windows } from "@studies/seasons/windows";
import { makeWorld } from "@world/make-world";
import { SEASONAL_MONTHS } from "@world/planted";
import { openDatabase } from "./db.server";
import { loadMarkets } from "./panel/load-market.server";
import { writeDataset } from "./transfer/write-dataset.server";

describe("what was planted in the demo", async () => {
  const db = await openDatabase(":memory:");
  await writeDataset(db, makeWorld(1, { stocks: 200, years: 24, reserve: 0 }).dataset);
  const data = (await loadMarkets(db, 1)).get("ALDANE")!;
  await db.destroy();
  const market = new Market(data, data.panel.sessions.length - 1);

  it("seasons are found by month: the sector with a season is the most consistent of its month", () => {
    const places = SEASONAL_MONTHS.map(({ sector, month, extra }) => {
      const side = extra > 0 ? "rose" : "fell";
      const { rows } = consistency.ask(market, consistency.params.parse({ month, years: "all", side }));
      return rows.findIndex((row) => row.name === sector);
    });
    expect(Math.max(...places)).toBeLessThanOrEqual(1);
    expect(places.filter((place) => place === 0).length).toBeGreaterThanOrEqual(4);
  });

  it("seasons are found as windows that start with their months, though noise hides one", () => {
    const found = SEASONAL_MONTHS.filter(({ sector, month, extra }) => {
      const start = String(month).padStart(2, "0");
      const { rows } = windows.ask(
        market,
        windows.params.parse({
          ...{ set: "sector", years: 20, wins: 13, least: 0, carried: "taken", shortest: 10, longest: 30 },
          ...{ way: extra > 0 ? "rose" : "fell", from: `${start}-01`, to: `${start}-10` },
        }),
      );
      return rows.slice(0, 3).some((row) => row.name === sector);
    });
    expect(found.length).toBeGreaterThanOrEqual(4);
  });

  it("leadership that lasts shows as a gate: sectors and industries in the upper third of Strength add, beyond chance", () => {
    const strong = { left: { measure: "strength" }, comparator: "at least", right: 66.7 };
    const gate = (["sector", "industry"] as const).map((level) => JSON.stringify({ level, when: strong }));
    const { rows } = gates.ask(market, gates.params.parse({ gate }))!;
    const alone = rows.filter((row) => row.kind === "alone");
    expect(alone).toHaveLength(2);
    for (const { adds, beyond } of alone) {
      expect(adds!.mean).toBeGreaterThan(0);
      expect(adds!.interval[0]).toBeGreaterThan(0);
      expect(beyond.interval[0]).toBeGreaterThan(0);
    }
  });
});
