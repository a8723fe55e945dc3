import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";

/** Expects that axe finds nothing on the screen, but for what frames show, in light and in dark colours. Where only a part
 *  of it is new to the tests, it is enough to look at that: a whole Bench takes four seconds of processor time. */
export async function expectNoViolations(page: Page, part?: string) {
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme });
    // of what passes no more than one element is told, which saves most of the time
    const axe = new AxeBuilder({ page }).exclude("iframe").options({ resultTypes: ["violations"] });
    axe.setLegacyMode(); // all in the page itself, as no frame is looked at: half the time
    if (part) axe.include(part);
    if (colorScheme === "dark") axe.withRules(["color-contrast"]); // nothing else depends on colours
    const { violations } = await axe.analyze();
    const found = violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target} ${n.failureSummary}`));
    expect(found, colorScheme).toEqual([]);
  }
  await page.emulateMedia({ colorScheme: "light" });
}
