/** Two windows on one scene. */
import type { BrowserContext, Page } from "@playwright/test";
import { EVENING, expect, test } from "./bench";

async function second(context: BrowserContext): Promise<Page> {
  const page = await context.newPage();
  await page.clock.install({ time: EVENING });
  await page.goto("/");
  await expect(page.getByTestId("notes")).toBeVisible();
  return page;
}

test("each window follows the other at once, and two changes of one part both hold", async ({ bench, context }) => {
  const other = await second(context);
  await bench.getByLabel("Copies needed").fill("4");
  await bench.getByLabel("Copies needed").press("Enter");
  await expect(other.getByText("· 4 copies")).toBeVisible();
  const record = `${new URL(bench.url()).pathname}/record`;
  await bench.goto(record);
  await other.goto(record);
  const tags = (page: Page) => page.getByLabel("Tags, separated by commas");
  // Both have read the same list; each adds one.
  const before = await tags(bench).inputValue();
  await tags(other).fill(`${before}${before ? ", " : ""}from there`);
  await tags(bench).fill(`${before}${before ? ", " : ""}from here`);
  await tags(bench).press("Enter");
  await tags(other).press("Enter");
  for (const page of [bench, other]) {
    await expect(tags(page)).toHaveValue(/from here/);
    await expect(tags(page)).toHaveValue(/from there/);
  }
});

test("undo in one window does not take back the other's change without saying so", async ({ bench, context }) => {
  const other = await second(context);
  await bench.getByLabel("Copies needed").fill("4");
  await bench.getByLabel("Copies needed").press("Enter");
  await expect(other.getByText("· 4 copies")).toBeVisible();
  await other.getByLabel("Notes").fill("from there");
  await other.getByLabel("Notes").press("Enter");
  await expect(bench.getByLabel("Notes")).toHaveValue("from there");
  await bench.locator("h1").click();
  await bench.keyboard.press("Control+z");
  await expect(bench.getByText("was made in another window")).toBeVisible();
  await expect(bench.getByLabel("Notes")).toHaveValue("from there");
  await bench.getByRole("button", { name: "Undo anyway" }).click();
  await expect(other.getByLabel("Notes")).not.toHaveValue("from there");
  // A window that is closed no longer has edits of its own to guard.
  await other.getByLabel("Notes").fill("again from there");
  await other.getByLabel("Notes").press("Enter");
  await expect(bench.getByLabel("Notes")).toHaveValue("again from there");
  await other.close();
  await bench.locator("h1").click();
  await bench.keyboard.press("Control+z");
  await expect(bench.getByLabel("Notes")).not.toHaveValue("again from there");
});

test("a scene that is deleted in one window is gone in the other, in words", async ({ bench, context, faults }) => {
  const other = await second(context);
  await other.goto("/bench");
  await other.getByRole("button", { name: "Delete Saltmarsh Sluice" }).click();
  await expect(bench.getByRole("heading", { name: "Nothing at this address" })).toBeVisible();
  await other.getByRole("button", { name: "Restore Saltmarsh Sluice" }).click();
  await bench.getByRole("link", { name: "Go to the bench" }).click();
  await expect(bench.getByLabel("Name of Saltmarsh Sluice")).toBeVisible();
  faults.splice(0, faults.length, ...faults.filter((f) => !/404|No scene/.test(f)));
});
