import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";

/** What keeps people out of a screen: serious violations of the accessibility rules. */
export async function accessFaults(page: Page): Promise<string[]> {
  return violationsIn(axe(page));
}

/** What lacks contrast, once all else was looked at: rows of a table beyond the first ones have the same colours. */
export async function contrastFaults(page: Page): Promise<string[]> {
  return violationsIn(axe(page).withRules(["color-contrast"]).exclude("tbody tr:nth-child(n+9)"));
}

/** Only what fails is worked out in full, and in the page itself. */
const axe = (page: Page) => new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });

async function violationsIn(builder: AxeBuilder): Promise<string[]> {
  const { violations } = await builder.analyze();
  return violations
    .filter(({ impact }) => impact === "serious" || impact === "critical")
    .map(
      ({ id, nodes }) =>
        `${id} at ${nodes
          .map((n) => `${n.target.join(" ")} ${n.failureSummary ?? ""}`)
          .slice(0, 3)
          .join(" | ")}`,
    );
}
