import type { Page } from "@playwright/test";
import { cell, expect, openBench, test } from "./app";

const edits = "**/front-page/edits?*";

/** Types a width into a cell of the log while no edit gets through. */
async function typeInVain(page: Page, app: string, text = "6") {
  await page.route(edits, (route) => route.abort());
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.type(`${text}\n`);
  await expect(page.getByText("Not saved, edits wait")).toBeVisible();
  await expect(page.getByRole("alert")).toHaveText("The server cannot be reached. Edits wait and are sent again.");
}

test("an edit that waits outlives a reload, before which the window warns", async ({ page, app }) => {
  await typeInVain(page, app);
  const warned = page.waitForEvent("dialog");
  const reloaded = page.reload();
  const dialog = await warned;
  expect(dialog.type()).toBe("beforeunload");
  await dialog.accept();
  await reloaded;
  await expect(page.getByText("Not saved, edits wait")).toBeVisible();
  await page.unroute(edits);
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await page.reload();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
});

test("what a closed window left is made or discarded, as the user says", async ({ context, app }) => {
  const beside = await context.newPage();
  await openBench(beside, app);
  for (const choice of ["Make it now", "Discard"]) {
    const closed = await context.newPage();
    await typeInVain(closed, app, choice === "Discard" ? "5" : "6");
    await expect(beside.getByRole("status", { name: "Edits that are not saved" })).toBeEmpty();
    await context.setOffline(true);
    await closed.unroute(edits); // a request that is held would be sent as its window closes
    await closed.close();
    await context.setOffline(false);
    const page = await context.newPage();
    await openBench(page, app);
    await expect(page.getByText("1 edit was not saved when its window was closed")).toBeVisible();
    await page.getByRole("button", { name: choice }).click();
    await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
    await page.reload();
    await expect(page.getByText("Saved · rev 2")).toBeVisible();
    await expect(page.getByRole("status", { name: "Edits that are not saved" })).toBeEmpty();
    await page.close();
  }
});

test("a copy of a window has a name of its own, and leaves the edits of the other alone", async ({
  page,
  app,
  context,
}) => {
  await typeInVain(page, app);
  const [copy] = await Promise.all([
    context.waitForEvent("page"),
    page.evaluate(() => void window.open(location.href)), // which has the session of this one
  ]);
  const nameOf = (window: Page) => window.evaluate(() => sessionStorage.getItem("kitrows.window"));
  await expect.poll(() => nameOf(copy)).not.toBe(await nameOf(page));
  await expect(copy.getByText("Saved · rev 1")).toBeVisible();
  await expect(copy.getByRole("status", { name: "Edits that are not saved" })).toBeEmpty();
  await expect(page.getByText("Not saved, edits wait")).toBeVisible();
});

test("an edit whose answer was lost is not made twice", async ({ page, app }) => {
  let sent = 0;
  await page.route(edits, async (route) => {
    if (++sent > 1) return route.continue();
    await route.fetch();
    await route.abort();
  });
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.press("d");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  expect(sent).toBe(2);
});

test("an edit that is refused after it waited is held", async ({ page, app, context }) => {
  await typeInVain(page, app);
  const other = await context.newPage();
  await openBench(other, app);
  await cell(other, "log", "wide").click();
  const removed = await other.request.post(`${app}/api/projects/gullwing-point/pages/front-page/edits`, {
    data: { revision: 1, operation: { remove: { node: "log" } } },
  });
  expect(removed.ok()).toBe(true);
  await expect(other.getByText("Saved · rev 2")).toBeVisible();
  await page.unroute(edits);
  const held = page.getByRole("status", { name: "Edits that are not saved" });
  await expect(held).toContainText("A waiting edit could not be made: “6” in a cell at wide.");
  await other.keyboard.press("Control+z");
  await expect(cell(page, "log", "wide")).toBeVisible();
  await held.getByRole("button", { name: "Try again" }).click();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
  await expect(held).toBeEmpty();
});

test("a full disk is said, and the edit waits until there is room", async ({ page, app }) => {
  await page.route(edits, (route) =>
    route.fulfill({
      status: 507,
      contentType: "application/problem+json",
      json: { title: "Not saved", status: 507, detail: "The disk is full. Make room on it, then try again." },
    }),
  );
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("6\n");
  await expect(page.getByRole("alert")).toHaveText("Not saved: The disk is full. Make room on it, then try again.");
  await page.unroute(edits);
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
});
