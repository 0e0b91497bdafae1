/**
 * A very large mesh. Runs by itself after the other tests: it measures for how much of the reading the page's own thread
 * is held up. That is a share of the reading's own time, so a busy machine, which slows both, does not change it.
 */
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { writeStl } from "../core/mesh";
import { ball } from "../tests/ball";
import { expect, test } from "./bench";

test("two million triangles: the page never freezes, progress is shown, and a second one can be cancelled", async ({ bench }) => {
  test.setTimeout(300_000);
  const folder = mkdtempSync(join(tmpdir(), "large-"));
  const path = join(folder, "island.stl");
  writeFileSync(path, writeStl(ball(2_000_000)));
  await bench.keyboard.press("n");
  await bench.evaluate(() => {
    const longest = { ms: 0 };
    Object.assign(window, { longest });
    new PerformanceObserver((list) => {
      for (const e of list.getEntries()) longest.ms = Math.max(longest.ms, e.duration);
    }).observe({ type: "longtask" });
  });
  const begun = performance.now();
  await bench.locator("#mesh-file").setInputFiles(path);
  await expect(bench.locator("[role=progressbar][aria-label='Reading island.stl']")).toBeVisible();
  // Looked for seldom and plainly, since looking itself is work on the page's thread.
  await bench.waitForFunction(() => document.querySelector("h1")?.textContent === "Island", null, { polling: 500, timeout: 120_000 });
  await bench.waitForFunction(() => document.querySelector("[data-testid=notes]") !== null, null, { polling: 500, timeout: 120_000 });
  const longest = await bench.evaluate(() => (window as unknown as { longest: { ms: number } }).longest.ms);
  // Reading it on the page's own thread would be one task of most of this time.
  expect(longest / (performance.now() - begun), "longest task of the page's own thread, share of the reading").toBeLessThan(0.04);
  await bench.keyboard.press("n");
  await bench.locator("#mesh-file").setInputFiles(path);
  await bench.getByRole("button", { name: "Cancel" }).click();
  await expect(bench.getByRole("region", { name: "Files being read" })).toBeHidden();
  await bench.keyboard.press("2");
  await expect(bench.getByTestId("parts-table").getByRole("row")).toHaveCount(2);
  rmSync(folder, { recursive: true });
});
