import axe from "axe-core";
import { expect, type Page } from "@playwright/test";

/** Expects that axe finds nothing on the screen, but for what frames show, in light and in dark colours. Where only a part
 *  of it is new to the tests, it is enough to look at that: a whole Bench takes four seconds of processor time. */
export async function expectNoViolations(page: Page, part?: string) {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme });
    const found = await page.evaluate(
      async ([part, dark]) => {
        const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(
          { include: part, exclude: "iframe" },
          {
            resultTypes: ["violations"], // of what passes no more than one element is told, which saves most of the time
            iframes: false,
            rules: { "target-size": { enabled: !dark } }, // which axe leaves out unless it is asked
            runOnly: dark ? ["color-contrast"] : undefined, // nothing else depends on colours
          },
        );
        return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target.join(" ")} ${n.failureSummary}`));
      },
      [part, colorScheme === "dark"] as const,
    );
    expect(found, colorScheme).toEqual([]);
  }
  await page.emulateMedia({ colorScheme: "light" });
}
