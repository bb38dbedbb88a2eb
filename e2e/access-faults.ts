import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";

/** What keeps people out of a screen: serious violations of the accessibility rules, or of some of them. */
export async function accessFaults(page: Page, rules?: readonly string[]): Promise<string[]> {
  // Only what fails is worked out in full, and in the page itself.
  const builder = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });
  const { violations } = await (rules ? builder.withRules([...rules]) : builder).analyze();
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
