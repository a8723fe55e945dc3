import type { Route } from "@playwright/test";
import { cell, expect, openBench, test } from "./app";

/** Holds requests until they are let go, or answered otherwise. */
function held() {
  const routes: Route[] = [];
  let open = false;
  const hold = (route: Route) => (open ? route.continue() : void routes.push(route));
  const letGo = async () => {
    open = true;
    for (const route of routes) await route.continue();
  };
  return { routes, hold, letGo };
}

test("what a typed width makes is shown before it is answered, and taken back where it is refused", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  await expect(page.getByText(/boxes agree$/)).toBeVisible(); // nothing more is measured
  const edits = held();
  await page.route("**/edits?*", edits.hold);
  const column = page.locator('[data-lane="wide"] [data-column="log"]');
  const before = (await column.getAttribute("width"))!;
  await cell(page, "log", "wide").click();
  const foreseen = page.waitForResponse(/\/preview/);
  await page.keyboard.type("5");
  await foreseen;
  await page.keyboard.press("Enter");
  await expect(column).not.toHaveAttribute("width", before);
  await expect(cell(page, "log", "wide")).toHaveAccessibleName(/Log at wide: 5, set here/);
  await expect(cell(page, "log-morning", "wide")).toBeFocused();
  await expect(page.getByText("Saving…")).toBeVisible();
  expect(edits.routes).toHaveLength(1);
  await edits.routes[0]!.fulfill({
    status: 422,
    contentType: "application/problem+json",
    json: {
      title: "Refused",
      status: 422,
      detail: "It was refused.",
      errors: [{ field: "type", found: "5", want: "another width" }],
    },
  });
  await expect(column).toHaveAttribute("width", before);
  await expect(page.getByRole("textbox", { name: "Log at wide" })).toHaveValue("5");
  await expect(page.getByText("Expected another width (found 5).").first()).toBeVisible();
});

test("what is typed stays shown while it cannot be kept", async ({ page, app }) => {
  await openBench(page, app);
  await expect(page.getByText(/boxes agree$/)).toBeVisible(); // nothing more is measured
  let full = true;
  const problem = { title: "Not saved", status: 507, detail: "The disk is full." };
  await page.route("**/edits?*", (route) =>
    full ? route.fulfill({ status: 507, contentType: "application/problem+json", json: problem }) : route.continue(),
  );
  const column = page.locator('[data-lane="wide"] [data-column="log"]');
  const before = (await column.getAttribute("width"))!;
  await cell(page, "log", "wide").click();
  const foreseen = page.waitForResponse(/\/preview/);
  await page.keyboard.type("5");
  await foreseen;
  await page.keyboard.press("Enter");
  await expect(page.getByText("Not saved: The disk is full.").first()).toBeVisible();
  await page.waitForRequest("**/edits?*"); // again
  await expect(cell(page, "log", "wide")).toHaveAccessibleName(/Log at wide: 5, set here/);
  expect(await column.getAttribute("width")).not.toBe(before);
  full = false;
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName(/Log at wide: 5, set here/);
});

test("keys that come right after Enter go to the next cell, however slow the answer is", async ({ page, app }) => {
  await openBench(page, app);
  const all = held();
  await page.route(/\/(edits|preview)\?/, all.hold);
  await cell(page, "mark", "wide").click();
  await page.keyboard.type("5\n7\n");
  await expect(cell(page, "lead-story", "wide")).toBeFocused();
  await expect(cell(page, "mark", "wide")).toHaveText("5");
  await expect(cell(page, "site-links", "wide")).toHaveText("7");
  await all.letGo();
  await expect(page.getByText("Saved · rev 3")).toBeVisible();
  await expect(cell(page, "mark", "wide")).toHaveAccessibleName(/Mark at wide: 5, set here/);
  await expect(cell(page, "site-links", "wide")).toHaveAccessibleName(/Site links at wide: 7, set here/);
});
