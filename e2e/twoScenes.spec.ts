/** Two scenes of one's own and one set of printers: what one prints, the other sees on the machine. */
import type { Page } from "@playwright/test";
import { expect, moundStl, openStation, shedStl, test, upload } from "./bench";

async function plan(page: Page, file: string, mesh: Buffer): Promise<void> {
  await upload(page, file, mesh);
  const asked = page.getByRole("button", { name: "A 28 mm figure" });
  await asked.click();
  await expect(asked).toBeHidden();
  await page.getByRole("button", { name: /^Plan this part/ }).click();
  const evenings = page.getByRole("button", { name: "Use these evenings" });
  await expect(evenings).toBeVisible();
  await evenings.click();
}

test("a printer that runs for one scene is not free for the other", async ({ bench }) => {
  test.setTimeout(300_000);
  await plan(bench, "boat-shed.stl", shedStl());
  await bench.getByRole("button", { name: "Close enough" }).click();
  await expect(bench.getByRole("region", { name: "Whose printers are these?" })).toBeHidden();
  await openStation(bench, "Print");
  const start = bench.getByRole("button", { name: /^Start Boat shed on / });
  const printer = (await start.textContent())!.match(/ on (\w+( filament)?)/)![1];
  await start.click();
  const lane = bench.getByRole("list", { name: `Queue of ${printer}` });
  await expect(lane.getByRole("button", { name: /^Boat shed on .*running/ })).toBeVisible();
  // Another scene, with a part for the same machine.
  await bench.goto("/bench");
  await bench.getByRole("button", { name: "Start a scene" }).click();
  await expect(bench.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
  await plan(bench, "grass-mound.stl", moundStl());
  await openStation(bench, "Print");
  await expect(lane.getByRole("button", { name: /^Boat shed, My scene on .*running/ })).toBeVisible();
  await expect(bench.getByRole("button", { name: new RegExp(`^Start .* on ${printer}`) })).toHaveCount(0);
});
