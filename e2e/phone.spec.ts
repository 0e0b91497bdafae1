/** On a phone: Tonight, the clocks, a part's page and the length field; and without a network. */
import { zipSync } from "fflate";
import { STORED_VERSION } from "../store/migrations";
import { expect, moundStl, openStation, station, test } from "./bench";

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("Tonight: a step is started and finished with the thumb, and its clock runs", async ({ bench }) => {
    await station(bench, "Tonight").tap();
    await bench.getByRole("button", { name: /^Start: Harbour grey primer/ }).tap();
    // One target in the lower half: a press a piece, and one that ends both. It asks nothing.
    const hand = bench.getByRole("region", { name: "In hand" });
    await hand.getByRole("button", { name: /^0 of 2 done/ }).tap();
    await bench.keyboard.press("Enter");
    await hand.getByRole("button", { name: /^Finish all/ }).tap();
    await expect(bench.getByRole("region", { name: "Leave alone" })).toContainText(/sets until/);
  });

  test("an evening of painting by thumb: primer on two pieces, what it takes off the rack, then the tar when it is dry", async ({
    bench,
  }) => {
    const stored = async (what: RegExp): Promise<void> =>
      expect(bench.locator("[data-sonner-toast]").getByText(what).first()).toBeVisible();
    await station(bench, "Paint").tap();
    await expect(bench.getByText(/^Tonight: Harbour grey primer on Sluice paddle/)).toBeVisible();
    await station(bench, "Tonight").tap();
    await bench.getByRole("button", { name: /^Start: Harbour grey primer/ }).tap();
    await stored(/^Started/);
    const hand = bench.getByRole("region", { name: "In hand" });
    await hand.getByRole("button", { name: /^0 of 2 done/ }).tap();
    await hand.getByRole("button", { name: /^1 of 2 done/ }).tap();
    await hand.getByRole("button", { name: /^Finish all/ }).tap();
    await stored(/2 done/);
    await station(bench, "Paint").tap();
    const paddle = bench.getByTestId("paint-tray").getByRole("button", { name: /^Sluice paddle/ });
    await expect(paddle).toHaveAccessibleName(/0 of 2 steps done, one drying/);
    await expect(bench.getByTestId("paint-tray")).toContainText(/dries until 20:1\d/);
    // An hour and a bit later.
    await bench.clock.fastForward("01:10:00");
    await expect(bench.getByText(/^Tonight: Tar wash on Sluice paddle/)).toBeVisible();
    await bench.getByRole("button", { name: "Start it" }).tap();
    await stored(/^Started: Tar wash/);
    await station(bench, "Tonight").tap();
    await hand.getByRole("button", { name: /^Finish/ }).tap();
    await stored(/1 done/);
    await station(bench, "Paint").tap();
    await expect(paddle).toHaveAccessibleName(/1 of 2 steps done, one drying/);
    await bench
      .getByRole("navigation", { name: /^Tabs of/ })
      .getByRole("link", { name: "Rack" })
      .tap();
    // Less than the 240 ml that it began with: the primer came off the rack.
    await expect(bench.getByRole("button", { name: /^Harbour grey primer, water primer, 239\.\d+ ml/ })).toBeVisible();
  });

  test("a part's page has the sheet, the sentences and the printers", async ({ bench }) => {
    await expect(bench.getByRole("img", { name: /^Front, side and plan view of Mill house/ })).toBeVisible();
    await expect(bench.getByTestId("notes").getByRole("listitem")).toHaveCount(6);
    await bench.getByRole("button", { name: "choose: Small filament" }).scrollIntoViewIfNeeded();
    await bench.getByRole("button", { name: "choose: Small filament" }).tap();
    await expect(bench.getByRole("button", { name: "chosen: Small filament" })).toBeVisible();
  });

  test("the length field answers both ways", async ({ bench }) => {
    const field = bench.getByLabel("Convert any length");
    await field.fill("75 mm");
    await expect(bench.getByTestId("length-answer")).toHaveText("4.2 m");
    await bench.getByRole("button", { name: /^Swap direction/ }).tap();
    await expect(bench.getByTestId("length-answer")).toHaveText("1.34 mm");
    await field.fill("long");
    await expect(bench.getByText("try 2 m, 3/16 in or 85 %")).toBeVisible();
  });

  test("a new part can be added without a keyboard of its own", async ({ bench }) => {
    await station(bench, "Parts").tap();
    await bench.getByRole("button", { name: "New part" }).tap();
    await bench.locator("#mesh-file").setInputFiles({ name: "hill.stl", mimeType: "model/stl", buffer: moundStl() });
    await expect(bench.getByRole("heading", { name: "Hill", level: 1 })).toBeVisible();
    await bench.getByRole("button", { name: "A 28 mm figure" }).tap();
    await expect(bench.getByTestId("notes")).toContainText("tall in real life");
  });
});

test("nothing is fetched once a page is there: a part can be changed with the network gone", async ({ bench, context, faults }) => {
  const failed: string[] = [];
  bench.on("requestfailed", (r) => failed.push(new URL(r.url()).pathname));
  await bench.keyboard.press("t");
  await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
  await bench.keyboard.press("2");
  await bench.getByRole("link", { name: "Cargo crate" }).click();
  await bench.getByLabel("Copies needed").fill("25");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("Part changed")).toBeVisible();
  await context.setOffline(true);
  await bench.getByLabel("Copies needed").fill("30");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("· 30 copies")).toBeVisible();
  await bench.getByRole("link", { name: /^Tonight/ }).click();
  await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
  await context.setOffline(false);
  // The browser asks for the tab's icon again by itself; nothing else may have been missed.
  expect(failed.filter((f) => f !== "/icon.svg")).toEqual([]);
  faults.splice(0, faults.length, ...faults.filter((f) => !f.includes("ERR_INTERNET_DISCONNECTED")));
});

test("names show as text, whatever they hold", async ({ bench }) => {
  const nasty = '<img src=x onerror="window.hit=1"><script>window.hit=1</script>';
  await bench.getByLabel("Name", { exact: true }).fill(nasty);
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("heading", { name: nasty, level: 1 })).toBeVisible();
  for (const name of ["Tonight", "Parts", "Print", "Paint", "Log"]) {
    await openStation(bench, name);
    await expect(bench.locator("main h1")).toBeVisible();
  }
  expect(await bench.evaluate(() => (window as unknown as { hit?: number }).hit)).toBeUndefined();
  expect(await bench.locator("main img, main script").count()).toBe(0);
});

test("a zip that is no bundle of ours is refused with a sentence", async ({ bench }) => {
  await bench.keyboard.press("s");
  const other = Buffer.from(zipSync({ "scene.json": new TextEncoder().encode('{"format":"inch-hollow","version":99}') }));
  await bench.locator("#bundle-file").setInputFiles({ name: "x.inchhollow", mimeType: "application/zip", buffer: other });
  await expect(bench.getByRole("alert")).toContainText(`version 99; this program reads up to ${STORED_VERSION}`);
});
