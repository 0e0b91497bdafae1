/** Steps of any kind are changed on screen by their own fields, and are offered only where what they need is there. */
import type { Page } from "@playwright/test";
import { expect, test } from "./bench";
import { storedRow } from "./rows";

interface Stored {
  work: ({ id: string; kind: string } & Record<string, unknown>)[];
}
const glueOf = async (bench: Page) => (await storedRow<Stored>(bench, "parts", "sluice-frame")).work.find((w) => w.kind === "glue");

test("a step of any kind is changed field by field, and each change can be undone", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/parts/sluice-frame");
  const order = bench.getByRole("region", { name: "Order of work" });
  await order.getByRole("button", { name: "Change Glue to Base" }).click();
  const dialog = bench.getByRole("dialog");
  // Only joints of the part itself are offered.
  await expect(dialog.getByLabel("Joint").getByRole("option")).toHaveText(["Sluice paddle and Sluice frame", "Sluice frame and Base"]);
  await dialog.getByLabel("Joint").selectOption({ label: "Sluice paddle and Sluice frame" });
  await dialog.getByRole("button", { name: "Done" }).click();
  await expect(order).toContainText("Glue to Sluice paddle");
  await expect.poll(() => glueOf(bench)).toMatchObject({ jointId: "paddle-in-frame" });
  await bench.keyboard.press("Control+z");
  await expect.poll(() => glueOf(bench)).toMatchObject({ jointId: "frame-on-base" });

  // A wrong figure is kept as it was typed, with what would be right.
  await order.getByRole("button", { name: "Change Harbour grey primer" }).click();
  await dialog.getByLabel("Coats").fill("900");
  await bench.keyboard.press("Tab");
  await expect(dialog.getByRole("alert")).toContainText("Enter a whole number from");
  await expect(dialog.getByLabel("Coats")).toHaveValue("900");
  await dialog.getByLabel("Coats").fill("3");
  await bench.keyboard.press("Enter");
  await dialog.getByLabel("Method").selectOption("sponge");
  await dialog.getByRole("button", { name: "Done" }).click();
  await expect(order).toContainText("Harbour grey primer sponged, 3 coats");
});

test("what needs daylight is not offered at ten past seven on a November evening; the evening that has some is said", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/parts/base");
  await bench.getByRole("button", { name: "Add a step" }).click();
  await bench.getByLabel("Position").selectOption("0");
  await bench.getByLabel("What you do").fill("Photograph it by the window");
  await bench.getByLabel("daylight").check();
  // Enter in a field that is read first sends the form with it.
  await bench.getByLabel("What you do").fill("Photograph it by the window again");
  await bench.getByLabel("What you do").press("Enter");
  await expect(bench.getByRole("dialog")).toHaveCount(0);
  await expect(bench.getByRole("region", { name: "Order of work" })).toContainText("Photograph it by the window again");
  await bench.goto("/s/saltmarsh-sluice/tonight");
  const todo = bench.getByRole("region", { name: "What to do" });
  await expect(todo).toContainText(/1 step needs daylight: planned for Saturday \d+ November, 1\d:\d\d/);
  await expect(todo).not.toContainText("Photograph it");
  await expect(todo).toContainText("Daylight is estimated from your time zone");
  // Where one lives is said once, and read back.
  await bench.goto("/s/saltmarsh-sluice/workshop");
  await bench.getByLabel("Where you live, for daylight").fill("somewhere");
  await bench.keyboard.press("Tab");
  await expect(bench.getByText(/“somewhere” is not read as a place/)).toBeVisible();
  await bench.getByLabel("Where you live, for daylight").fill("33.87 S 151.21 E");
  await bench.keyboard.press("Tab");
  await expect(bench.getByLabel("Where you live, for daylight")).toHaveValue("33.87° S, 151.21° E");
});
