import type { Page } from "@playwright/test";
import { OwnServer } from "../own-server";
import { expect, test } from "../watch";
import { Hand, type Way } from "./hand";
import { JOURNEYS, OWN_DATA, type Journey } from "./journeys";

/** Whole evenings and weekends of work at the demo's desk, one way or the other; the number of actions is printed. */
export function weekendBy(way: Way): void {
  // One after another on one server, and each for itself: what one saves the others do not need.
  test.describe.configure({ mode: "default" });
  const server = new OwnServer(`weekend-${way}`, 11, { stocks: 90, years: 12 }, { isWorkedAt: true });
  test.beforeAll(async () => {
    server.make();
    await server.start();
  });
  test.afterAll(() => server.kill());
  const work = async (page: Page, { address }: OwnServer, { name, run }: Journey) => {
    const hand = new Hand(page, way, address);
    await hand.open("/");
    await run(hand);
    expect(hand.actions).toBeGreaterThan(2);
    console.log(`${hand.actions} actions${way === "keyboard" ? `, ${hand.keys} keys` : ""}: ${name}`);
  };
  for (const journey of JOURNEYS) test(`by ${way}: ${journey.name}`, ({ page }) => work(page, server, journey));

  test(`by ${way}: ${OWN_DATA.name}`, async ({ page }) => {
    const empty = new OwnServer(`own-${way}`, 1, undefined);
    empty.make();
    await empty.start();
    try {
      await work(page, empty, OWN_DATA);
    } finally {
      await empty.kill();
    }
  });
}
