/** The parts table, the tracker and the record of a part; also with five hundred parts. */
import { readFileSync } from "node:fs";
import { PDFDocument } from "pdf-lib";
import { PART_DEFAULTS, type PartRow } from "../core/project";
import { newProject } from "../store/newScene";
import { bare, packed } from "../tests/bundleKit";
import { expect, openStation, test } from "./bench";

test("sorting, filtering and changing many at once, by the keyboard", async ({ bench }) => {
  await openStation(bench, "Parts");
  const table = bench.getByTestId("parts-table");
  await table.getByRole("button", { name: "Needed" }).click();
  await expect(table.getByRole("row").nth(1)).toContainText("Cargo crate");
  await bench.keyboard.press("f");
  await bench.keyboard.type("sluice fil");
  await expect(table.getByRole("row")).toHaveCount(3);
  await bench.keyboard.press("Escape");
  await expect(table.getByRole("row")).toHaveCount(11);
  await table.getByRole("row").nth(1).focus();
  await bench.keyboard.press("Space");
  await bench.keyboard.press("Shift+ArrowDown");
  const bulk = bench.getByTestId("bulk");
  await expect(bulk).toContainText("2 parts picked");
  await bulk.getByLabel("Group").fill("cargo");
  await bench.keyboard.press("Enter");
  await expect(table.getByRole("row", { name: /cargo/ })).toHaveCount(2);
  await bulk.getByRole("button", { name: "Remove" }).click();
  await expect(table.getByRole("row")).toHaveCount(9);
  await bench.keyboard.press("Control+z");
  await expect(table.getByRole("row")).toHaveCount(11);
  await table.getByRole("row", { name: /Quay wall/ }).focus();
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("heading", { name: "Quay wall", level: 1 })).toBeVisible();
});

test("where the pieces are: counted from steps and prints, and by hand", async ({ bench }) => {
  await openStation(bench, "Parts");
  await expect(bench.getByTestId("scene-track")).toContainText("60 needed, 27 printed, 23 good, 4 failed");
  await bench.getByRole("link", { name: "Sluice paddle" }).click();
  await bench.getByRole("link", { name: /^Record/ }).click();
  await bench.getByRole("button", { name: "One more placed" }).click();
  await bench.getByText("It has a fixed place or orientation").click();
  await openStation(bench, "Parts");
  await expect(bench.getByTestId("parts-table")).toBeVisible();
  await bench.keyboard.press("w");
  await expect(bench.getByTestId("parts-table").getByRole("row", { name: /Sluice paddle/ })).toContainText("on the map");
  await expect(bench.getByTestId("scene-track")).toContainText("1 placed");
});

test("copies that differ go out as pieces of their own", async ({ bench }) => {
  await openStation(bench, "Parts");
  await bench.getByRole("link", { name: "Quay wall" }).click();
  await bench.getByRole("link", { name: /^Record/ }).click();
  await expect(bench.getByText("2 × mirrored; 4 × plain.", { exact: false })).toBeVisible();
  await bench.getByRole("button", { name: "Add another variant" }).click();
  await expect(bench.getByLabel(/^State, row/)).toHaveCount(2);
  await bench
    .getByLabel(/^State, row/)
    .last()
    .fill("broken edge");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("1 × broken edge; 3 × plain.", { exact: false })).toBeVisible();
});

test("the sheet prints to PDF and SVG at true size", async ({ bench }) => {
  await openStation(bench, "Parts");
  await bench.getByRole("link", { name: "Cargo crate" }).click();
  await expect(bench.getByTestId("notes")).toBeVisible();
  await bench.keyboard.press("p");
  await expect(bench.getByTestId("print-size")).toContainText("A4, true to size");
  const pdf = bench.waitForEvent("download");
  await bench.getByRole("button", { name: "PDF" }).click();
  const page = (await PDFDocument.load(readFileSync(await (await pdf).path()))).getPage(0);
  expect(page.getWidth()).toBeCloseTo((297 / 25.4) * 72, 3);
  await bench.keyboard.press("p");
  const svg = bench.waitForEvent("download");
  await bench.getByRole("button", { name: "SVG" }).click();
  const text = readFileSync(await (await svg).path(), "utf8");
  expect(text).toContain('width="297mm" height="210mm"');
  expect(text).toContain("this is 100 mm on paper");
});

test("five hundred parts: the table opens, filters, sorts and picks all of them", async ({ bench }) => {
  test.setTimeout(300_000);
  const project = newProject("many", "Harbour in many parts", "Europe/Berlin", 0);
  project.parts = Array.from({ length: 500 }, (_, i): PartRow => ({
    ...structuredClone(PART_DEFAULTS),
    id: `p${i}`,
    sceneId: "many",
    name: `Piece ${i + 1}`,
    group: `group ${i % 12}`,
    source: { kind: "scratch", sizeMm: [10 + i, 20, 30], material: "foam" },
    factor: 1,
    copies: 1 + (i % 5),
    goodBefore: i % 3,
    failedBefore: 0,
    work: [{ id: "c", kind: "coat", paintId: "first-grey", method: "brush", coats: 1 }],
    notes: "",
    order: i,
  }));
  const bytes = Buffer.from(await packed(bare(project)));
  await bench.keyboard.press("s");
  await bench
    .locator("input[type=file][accept*=inchhollow]")
    .setInputFiles({ name: "many.inchhollow", mimeType: "application/zip", buffer: bytes });
  // A scene with work opens on its evening.
  await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
  await expect(bench).toHaveURL(/\/s\/many\/tonight/);
  await openStation(bench, "Parts");
  const table = bench.getByTestId("parts-table");
  // Rows in sight are drawn; all of them are counted.
  await expect(table).toHaveAttribute("aria-rowcount", "501");
  expect(await table.getByRole("row").count()).toBeLessThan(60);
  await table.getByRole("row").nth(1).focus();
  await bench.keyboard.press("End");
  await expect(table.getByRole("row", { name: /Piece 500/ })).toBeFocused();
  await bench.keyboard.press("ArrowUp");
  await expect(table.getByRole("row", { name: /Piece 499/ })).toBeFocused();
  await bench.keyboard.press("Home");
  await expect(table.getByRole("row", { name: /Piece 1 / })).toBeFocused();
  await bench.keyboard.press("f");
  await bench.keyboard.type("piece 49");
  await expect(table.getByRole("row")).toHaveCount(16);
  await bench.keyboard.press("Escape");
  await expect(table).toHaveAttribute("aria-rowcount", "501");
  await table.getByRole("button", { name: "Model, mm" }).click();
  await expect(table.getByRole("row").nth(1)).toContainText("Piece 500");
  await bench.getByRole("checkbox", { name: "Select all shown" }).check();
  await expect(bench.getByTestId("bulk")).toContainText("500 parts picked");
});
