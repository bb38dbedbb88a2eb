import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { consistency } from "@studies/seasons/consistency";
import { windows } from "@studies/seasons/windows";
import { makeWorld } from "@world/make-world";
import { SEASONAL_MONTHS } from "@world/planted";
import { openDatabase } from "./db.server";
import { loadMarkets } from "./panel/load-market.server";
import { writeDataset } from "./transfer/write-dataset.server";

describe("the seasons of the demo", async () => {
  const db = await openDatabase(":memory:");
  await writeDataset(db, makeWorld(1, { stocks: 200, years: 24, reserve: 0 }).dataset);
  const data = (await loadMarkets(db, 1)).get("ALDANE")!;
  await db.destroy();
  const market = new Market(data, data.panel.sessions.length - 1);

  it("are found by month: the sector with a season is the most consistent of its month", () => {
    const places = SEASONAL_MONTHS.map(({ sector, month, extra }) => {
      const side = extra > 0 ? "rose" : "fell";
      const { rows } = consistency.ask(market, consistency.params.parse({ month, years: "all", side }));
      return rows.findIndex((row) => row.name === sector);
    });
    expect(Math.max(...places)).toBeLessThanOrEqual(1);
    expect(places.filter((place) => place === 0).length).toBeGreaterThanOrEqual(4);
  });

  it("are found as windows that start with their months, though noise hides one", () => {
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
});
