import type { APIRequestContext } from "@playwright/test";
import { beginBrief, removeBrief } from "./briefed";
import { asOf, placesOn, type Named } from "./places";
import { beginPlan, removePlan } from "./planned";
import { addressOf } from "./servers";
import { expect, test } from "./watch";
import { faultsAt } from "./screen-faults";

/*
 * Every screen on the demo and on bars alone, at the latest and at an early date: nothing is cut or too small in both themes and
 * at four sizes, everyone can read it, its words of ours are explained, and what it offers to pin has an answer.
 */

const PARTS = 8;
const ON = {
  made: { early: "2021-03-10", group: "sector:Shipyards", index: "group:ALBIG", fund: "group:HUBUT" },
  bars: { early: "2022-12-14", group: "market:", index: "market:", fund: "market:" },
} as const;

/** What stands in the places of a server; a plan and a brief are made for them. */
async function nameAll(request: APIRequestContext, server: keyof typeof ON): Promise<Named> {
  const address = addressOf(server);
  const { early, ...groups } = ON[server];
  const memberOf = async (search: string) => {
    const said = (await (await request.get(`${address}/data/members${search}`)).json()) as {
      result: { rows: { ticker: string }[] };
    };
    return said.result.rows[0]!.ticker;
  };
  const planned = { ticker: await memberOf(`?asof=${early}`), here: `?asof=${early}` };
  return {
    ...groups,
    stock: await memberOf(""),
    plan: await beginPlan(request, address, planned),
    brief: await beginBrief(request, address, "Weekly review"),
  };
}

for (const server of ["made", "bars"] as const)
  for (let part = 0; part < PARTS; part++)
    test(`every screen holds on ${server === "made" ? "the demo" : "bars alone"}, part ${part + 1}`, async ({
      page,
      request,
    }) => {
      test.slow();
      const address = addressOf(server);
      const named = await nameAll(request, server);
      const found: string[] = [];
      for (const place of placesOn(named, part, PARTS)) {
        found.push(...(await faultsAt(page, address + place, { isWhole: server === "made" })));
        found.push(...(await faultsAt(page, address + asOf(place, ON[server].early), { isAtAllSizes: false })));
      }
      await removePlan(request, address, named.plan);
      await removeBrief(request, address, named.brief);
      expect(found).toEqual([]);
    });
