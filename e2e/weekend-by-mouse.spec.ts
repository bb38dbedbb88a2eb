import { OwnServer } from "./own-server";
import { expect, test } from "./watch";
import { Hand } from "./weekend/hand";
import { JOURNEYS } from "./weekend/journeys";

/* Whole evenings and weekends of work at the demo's desk, by mouse; the number of actions is printed. */
test.describe.configure({ mode: "default" });

const server = new OwnServer("weekend-mouse", 11, { stocks: 90, years: 12 }, { isWorkedAt: true });
test.beforeAll(async () => {
  server.make();
  await server.start();
});
test.afterAll(() => server.kill());

for (const { name, run } of JOURNEYS)
  test(`by mouse: ${name}`, async ({ page }) => {
    const hand = new Hand(page, "mouse", server.address);
    await hand.open("/");
    await run(hand);
    expect(hand.actions).toBeGreaterThan(2);
    console.log(`${hand.actions} actions${hand.keys > 0 ? `, ${hand.keys} keys` : ""}: ${name}`);
  });
