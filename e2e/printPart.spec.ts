/** One part before it is printed: verdict, way up, hours, what is inside, pieces; through the interface, with the real worker. */
import { readFileSync } from "node:fs";
import { boundsOf, readMesh } from "../core/mesh";
import { expect, openLeaf, openStation, test } from "./bench";

const MOVES = [
  "G21",
  "M83",
  ...Array.from({ length: 50 }, (_, k) => [
    `G1 Z${(0.2 * (k + 1)).toFixed(1)} F3000`,
    "G1 X0 Y0",
    "G1 X100 E20 F1800",
    "G1 Y60 E12",
    "G1 X0 E20",
    "G1 Y0 E12",
  ]).flat(),
].join("\n");

test("from an unknown part to a reasoned choice, by keys and fields", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Every part");
  await expect(bench.getByRole("region", { name: "Filament, resin, or both" })).toContainText("Each part on the process that suits it");
  await bench.getByRole("link", { name: "Mill house" }).click();
  await expect(bench.getByRole("region", { name: "Filament or resin" })).toContainText(
    /Filament, on .+: in one piece where resin needs \d pieces/,
  );
  await expect(bench.getByRole("region", { name: "What the finish needs from the print" })).toContainText(
    "The wall of its west roof is thick enough",
  );
  await bench.getByLabel("Bought, each").fill("3");
  await bench.keyboard.press("Tab");
  await expect(bench.getByRole("region", { name: "Is it worth printing" })).toContainText(/For one: (buy|print) it/);

  // Which way up: the next leaf by its key, another way by its number.
  await bench.getByRole("heading", { level: 1 }).click();
  await bench.keyboard.press(".");
  const ways = bench.getByRole("list", { name: "Orientations" }).getByRole("listitem");
  await expect(ways.first()).toContainText(/cm³ of support|no support/, { timeout: 60_000 });
  expect(await ways.count()).toBeGreaterThan(1);
  const other = bench.getByRole("button", { name: /^Use this orientation/ }).first();
  const words = (await other.getAttribute("aria-label"))!.replace("Use this orientation: ", "");
  await other.click();
  await expect(bench.getByRole("button", { name: `chosen orientation: ${words}` })).toBeVisible({ timeout: 60_000 });
  const download = bench.waitForEvent("download");
  await bench.getByRole("button", { name: /as STL$/ }).click();
  const written = readMesh(new Uint8Array(readFileSync(await (await download).path())));
  expect(written.ok && Math.max(...boundsOf(written.value.mesh.positions).size)).toBeGreaterThan(200);
  // Faces by where they look: the back is hidden.
  await bench.getByLabel("Mark as").selectOption({ label: "hidden" });
  await bench.getByRole("button", { name: "faces back" }).click();
  await expect(bench.getByRole("list", { name: "Marked faces" })).toContainText("hidden: everything that faces back");
  await bench.getByRole("button", { name: "Any other orientation" }).click();
  await bench.getByLabel("Orientation, in degrees").fill("x 30, z");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText(/is not an angle up to 360°/)).toBeVisible();
  await bench.getByLabel("Orientation, in degrees").fill("x 90");
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("button", { name: /^chosen orientation: on its (front|back)/ })).toBeVisible({ timeout: 60_000 });
});

test("hours: what is typed wins over a file, a file over the model, and both teach", async ({ bench }) => {
  await bench.goto(`${new URL(bench.url()).pathname.split("/").slice(0, 3).join("/")}/print/quay-wall/hours`);
  const counts = bench.locator("tr", { has: bench.getByLabel("counts") });
  await expect(counts).toContainText(/model/, { timeout: 60_000 });
  await bench.getByLabel("G-code file").setInputFiles({ name: "junk.gcode", mimeType: "text/plain", buffer: Buffer.from("Dear all,\n") });
  await expect(bench.getByText(/junk.gcode: No G-code in this file/)).toBeVisible();
  await bench.getByLabel("G-code file").setInputFiles({ name: "quay.gcode", mimeType: "text/plain", buffer: Buffer.from(MOVES) });
  await expect(counts).toContainText("your G-code file");
  await expect(bench.getByText(/(3.2 m|3,200 mm|3.20 m) of filament \(net\)/)).toBeVisible();
  await bench.getByLabel(/^Your slicer’s figures for one plate/).fill("2 h 10, 60 g, 1.20 USD");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("Prices for this printer are in EUR, not USD.")).toBeVisible();
  await bench.getByLabel(/^Your slicer’s figures for one plate/).fill("2 h 10, 60 g, 1.20");
  await bench.keyboard.press("Enter");
  await expect(counts).toContainText("what you typed");
  await bench
    .getByRole("button", { name: /^Teach this to/ })
    .first()
    .click();
  await expect(bench.getByRole("region", { name: /has learned$/ })).toContainText("Quay wall");
  await expect(bench.getByRole("row", { name: /corrected by your figures/ })).toBeVisible();
});

test("a part is hollowed and cut, and undo brings it back", async ({ bench }) => {
  const scene = new URL(bench.url()).pathname.split("/").slice(0, 3).join("/");
  await bench.goto(`${scene}/print/quay-wall/inside`);
  await expect(bench.getByText(/^Hollow it: /)).toBeVisible({ timeout: 60_000 });
  await bench.getByLabel("Walls", { exact: true }).fill("40 mm");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText(/are thicker than the part/)).toBeVisible();
  await bench.getByLabel("Walls", { exact: true }).fill("2.5 mm");
  await bench.keyboard.press("Enter");
  await bench.getByRole("button", { name: "Create the hollowed version" }).click();
  await expect(bench.getByText(/Already hollow:|The part is thin, or already hollow/)).toBeVisible({ timeout: 60_000 });
  await bench.keyboard.press("Control+z");
  await expect(bench.getByText(/^Hollow it: /)).toBeVisible({ timeout: 60_000 });

  await bench.goto(`${scene}/print/mill-house/pieces`);
  await bench.getByLabel("To fit on").selectOption({ label: "Small filament" });
  await expect(bench.getByText(/^2 pieces, the longest/)).toBeVisible({ timeout: 60_000 });
  await bench.getByLabel("Cut 1, from its start").fill("900 mm");
  await bench.keyboard.press("Enter");
  await bench.getByRole("button", { name: "Preview the cut" }).click();
  await expect(bench.getByText(/lies outside the part/)).toBeVisible({ timeout: 60_000 });
  await bench.getByRole("button", { name: "as proposed" }).click();
  await bench.getByRole("button", { name: "Preview the cut" }).click();
  await bench.getByRole("button", { name: "Create these 2 parts" }).click({ timeout: 60_000 });
  await expect(bench.getByRole("heading", { name: "Mill house, 1 of 2", level: 1 })).toBeVisible({ timeout: 60_000 });
  await bench.goto(`${scene}/parts`);
  await expect(bench.getByTestId("parts-table").getByRole("row", { name: /Mill house, 2 of 2/ })).toBeVisible();
  await bench.keyboard.press("Control+z");
  await expect(bench.getByTestId("parts-table").getByRole("row", { name: /Mill house, 2 of 2/ })).toBeHidden();
  await expect(bench.getByTestId("parts-table").getByRole("row", { name: /^.*Mill house/ })).toBeVisible();
});

test("a finer layer: the plan goes on with the hours of before, which say so, until the new ones are there", async ({ bench }) => {
  const at = new URL(bench.url()).pathname.split("/")[2];
  await bench.goto(`/s/${at}/print/mill-house/hours`);
  const line = bench.getByRole("row", { name: /^counts/ });
  const before = (await line.innerText()).match(/\d+ h( \d+)?/)![0];
  // The profile is changed in another window, so that this one is there while the new hours are computed.
  const other = await bench.context().newPage();
  await other.goto(`/s/${at}/print/all/printers`);
  const layer = other.getByRole("region", { name: "Profile of Large filament" }).getByLabel("layer, mm", { exact: true });
  await layer.fill("0.12");
  await layer.press("Enter");
  await expect(bench.getByText("From before the last change")).toBeVisible();
  await expect(line).toContainText(before);
  await expect(bench.getByText("From before the last change")).toBeHidden({ timeout: 120_000 });
  await expect(line).not.toContainText(before);
  // Nothing has dropped out of the plan.
  await other.getByRole("link", { name: "Queue", exact: true }).click();
  await expect(other.getByText("Quay wall ×6, Quay clip ×13").first()).toBeVisible();
});
