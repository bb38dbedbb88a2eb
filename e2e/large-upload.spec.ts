import fs from "node:fs";
import path from "node:path";
import { filesField } from "./bring";
import { ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

test.use({ baseURL: addressOf("empty") });

test("a file of 200 MB is refused before it is sent, and by the server", async ({ page }) => {
  const big = path.resolve("test-results/e2e-empty/big.csv");
  fs.writeFileSync(big, "ticker,date,close\n");
  fs.truncateSync(big, 200_000_000);
  await page.goto("/files");
  await ready(page);
  await filesField(page).setInputFiles(big);
  await expect(page.getByRole("alert")).toContainText("big.csv has 200 MB; the most that is taken here is 100 MB");
  await expect(page.getByRole("button", { name: /^Look at/ })).toBeDisabled();
  // Past the page, as one who means harm would: what is sent is not all read.
  const form = new FormData();
  form.append("files", await fs.openAsBlob(big), "bars.csv");
  const sent = await fetch(`${addressOf("empty")}/files`, {
    method: "POST",
    body: form,
    headers: { Origin: addressOf("empty") },
  });
  expect(sent.status).toBe(400);
  expect(await sent.text()).toContain("The upload was not taken; nothing was changed.");
});
