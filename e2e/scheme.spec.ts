/** The scheme: a recipe laid on many pieces, changed once for all, and an evening of painting by thumb. */
import { expect, openLeaf, openStation, test } from "./bench";

const tray = (page: import("@playwright/test").Page) => page.getByTestId("paint-tray");

test("a recipe is laid on picked pieces in one press, with its pots asked for, and taken back in one", async ({ bench }) => {
  await openStation(bench, "Paint");
  await expect(tray(bench).getByRole("button", { name: /^Rowing boat: no paint planned/ })).toBeVisible();
  await bench.getByRole("button", { name: "Pick all of No paint yet" }).click();
  await bench.keyboard.press("Escape");
  await bench.getByRole("button", { name: /^Lay a recipe on 3 parts/ }).click();
  const panel = bench.getByRole("region", { name: "Lay a recipe" });
  await expect(panel).toContainText("A recipe for 14 pieces");
  // The first is stood on: arrows choose, Enter lays.
  await expect(panel.getByRole("radio").first()).toBeFocused();
  await panel.getByRole("radio", { name: /^Mirror metal/ }).check();
  await expect(panel.getByRole("radio", { name: /^Mirror metal/ })).toBeChecked();
  await panel.getByRole("radio", { name: /^Dark metal/ }).check();
  await bench.keyboard.press("Enter");
  await expect(panel).toHaveCount(0);
  await expect(tray(bench).getByRole("listitem").filter({ hasText: "Dark metal" })).toContainText("Rowing boat");
  await expect(tray(bench).getByText("No paint yet")).toHaveCount(0);
  await bench.keyboard.press("Control+z");
  await expect(tray(bench).getByText("No paint yet")).toBeVisible();
  await expect(tray(bench).getByText("Dark metal")).toHaveCount(0);
});

test("a recipe is changed once, and every piece that it lies on changes; one leaves a step out", async ({ bench }) => {
  await openStation(bench, "Paint");
  await tray(bench).getByRole("button", { name: "Timber, weathered", exact: true }).click();
  const strip = bench.getByRole("region", { name: "Timber, weathered" });
  await strip.getByRole("button", { name: /^Bog brown, all over/ }).click();
  await bench.getByRole("button", { name: "Change the recipe, for every piece that it lies on" }).click();
  await bench.getByLabel("Pot", { exact: true }).selectOption({ label: "Wet slate" });
  await expect(strip.getByRole("button", { name: /^Wet slate, all over/ })).toBeVisible();
  for (const part of ["crate", "barrel"]) {
    await bench.goto(`/s/saltmarsh-sluice/paint/coats?part=${part}`);
    await expect(bench.getByRole("img", { name: /^Core through/ })).toHaveAccessibleName(/Wet slate/);
  }
  // One of the two leaves its wash out.
  await bench.goto("/s/saltmarsh-sluice/paint");
  await tray(bench).getByRole("button", { name: "Timber, weathered", exact: true }).click();
  await tray(bench)
    .getByRole("button", { name: /^Barrel × 12/ })
    .click();
  await strip.getByRole("button", { name: /^Tar wash, recesses/ }).click();
  await bench.getByLabel("Leave this step out on Barrel").click();
  await expect(tray(bench).getByRole("button", { name: /^Barrel × 12: 0 of 5 steps done/ })).toBeVisible();
  await expect(tray(bench).getByRole("button", { name: /^Cargo crate × 24: 0 of 6 steps done/ })).toBeVisible();
});

test("keys: ten presses go ten steps and stop at the end, r turns, m mixes what the step takes", async ({ bench }) => {
  await openStation(bench, "Paint");
  await tray(bench).getByRole("button", { name: "Timber, weathered", exact: true }).click();
  const strip = bench.getByRole("region", { name: "Timber, weathered" });
  for (let i = 0; i < 3; i++) await bench.keyboard.press("ArrowRight");
  await expect(strip.locator("[aria-current=step]")).toHaveAccessibleName(/^Tar wash/);
  for (let i = 0; i < 10; i++) await bench.keyboard.press("ArrowRight");
  await expect(strip.locator("[aria-current=step]")).toHaveAccessibleName(/^Water-based matt/);
  for (let i = 0; i < 5; i++) await bench.keyboard.press("ArrowLeft");
  await expect(strip.locator("[aria-current=step]")).toHaveAccessibleName(/^Bog brown/);
  await bench.keyboard.press("r");
  await expect(bench.getByRole("button", { name: /^From the front/ })).toBeVisible();
  await bench.keyboard.press("m");
  await expect(bench.getByRole("heading", { name: "The pot", level: 1 })).toBeVisible();
  await expect(bench.getByRole("textbox", { name: "The colour you want" })).toHaveValue("#3e2f25");
});

test("a flag takes the pieces so far and no further; undo takes them on again", async ({ bench }) => {
  await openStation(bench, "Paint");
  await tray(bench).getByRole("button", { name: "Timber, weathered", exact: true }).click();
  const crate = tray(bench).getByRole("button", { name: /^Cargo crate × 24/ });
  await expect(crate).toHaveAccessibleName(/0 of 6 steps done/);
  await bench.getByTestId("flag-table").click();
  await expect(crate).toHaveAccessibleName(/0 of 4 steps done/);
  await bench.getByTestId("flag-display").click();
  await expect(crate).toHaveAccessibleName(/0 of 7 steps done/);
  for (let i = 0; i < 2; i++) await bench.keyboard.press("Control+z");
  await expect(crate).toHaveAccessibleName(/0 of 6 steps done/);
});

test("the clash of a recipe step is named at its state, and put right on the piece", async ({ bench }) => {
  await openStation(bench, "Paint");
  await tray(bench).getByRole("button", { name: "Old render", exact: true }).click();
  const strip = bench.getByRole("region", { name: "Old render" });
  await strip.getByRole("button", { name: /^Solvent matt varnish, can, all over/ }).click();
  await expect(strip).toContainText("Solvent matt varnish, can over enamel wash, brown-black");
  await bench.keyboard.press("c");
  await expect(bench.getByRole("heading", { name: "Coats on Mill house" })).toBeVisible();
  await bench.getByRole("button", { name: "Use Water-based matt" }).click();
  await openLeaf(bench, "Scheme");
  await tray(bench).getByRole("button", { name: "Old render", exact: true }).click();
  await expect(strip.getByRole("button", { name: /^Water-based matt, all over/ })).toBeVisible();
});

test("the states are drawn on the mesh: a dry brush finds the lines of its layers; the picture is kept as PNG", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint");
  await bench.getByText("Old render").first().click();
  const strip = bench.getByRole("region", { name: "Old render" });
  // Measuring a mesh takes seconds, on a busy machine more.
  await expect(strip.locator("li canvas").first()).toBeVisible({ timeout: 60_000 });
  await bench.keyboard.press("v");
  const figure = strip.getByRole("figure");
  await expect(figure.getByRole("img")).toBeVisible({ timeout: 30_000 });
  await bench.keyboard.press("+");
  await bench.keyboard.press("+");
  await bench.keyboard.press("+");
  await expect(figure.getByText(/^\d+ mm$/)).toHaveText("5 mm");
  /** How often brightness turns along the middle column: lines. */
  const lines = (): Promise<number> =>
    figure.getByRole("img").evaluate((canvas: HTMLCanvasElement) => {
      const { width, height } = canvas;
      const data = canvas.getContext("2d")!.getImageData(Math.floor(width / 2), 0, 1, height).data;
      const at = Array.from({ length: height }, (_, y) => data[y * 4] + data[y * 4 + 1] + data[y * 4 + 2]);
      return at.filter((v, y) => y > 1 && (at[y - 1] - at[y - 2]) * (v - at[y - 1]) < 0 && Math.abs(v - at[y - 1]) > 4).length;
    });
  await strip.getByRole("button", { name: /^Mid earth/ }).click();
  await expect(figure).toHaveAccessibleName("Mill house after Mid earth");
  const before = await lines();
  await strip.getByRole("button", { name: /^Sand tone/ }).click();
  await expect(figure).toHaveAccessibleName("Mill house after Sand tone");
  expect(await lines()).toBeGreaterThan(before + 20);
  const [file] = await Promise.all([bench.waitForEvent("download"), figure.getByRole("button", { name: "Save PNG" }).click()]);
  expect(file.suggestedFilename()).toBe("mill-house-sand-tone.png");
});

test("crackle is wanted on one prop: the clash becomes a choice, and is taken back", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/coats");
  await bench.getByLabel("Current part").selectOption({ label: "Mill house" });
  const clash = bench.getByRole("region", { name: "Clash" }).first();
  await expect(clash).toContainText("wrinkles");
  await clash.getByRole("button", { name: "Crackle is wanted on Mill house" }).click();
  await expect(bench.getByText(/Cracks are wanted here/)).toBeVisible();
  await bench.getByRole("button", { name: "No crackle after all" }).click();
  await expect(clash).toContainText("wrinkles");
});
