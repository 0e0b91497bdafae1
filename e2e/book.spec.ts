/** Long books: fifty thousand records of some years, four hundred plates. They open, are turned page by page, and go on being written in. */
import { expect, openLeaf, openStation, test } from "./bench";
import { putRow, storedRow } from "./rows";
import { manyRecords } from "../tests/manyRecords";

test("fifty thousand records: the log is turned by pages and months, an entry struck out and taken back, and Tonight opens", async ({
  bench,
}) => {
  // So long a book takes its time to be stored and read.
  test.setTimeout(480_000);
  const all = await manyRecords(bench, 50_000);
  const words = (from: number, to: number, of: number): string =>
    `${from.toLocaleString("en")} to ${to.toLocaleString("en")} of ${of.toLocaleString("en")}`;
  await openStation(bench, "Log");
  await openLeaf(bench, "Entries");
  const pages = bench.getByRole("navigation", { name: "Pages of the log" });
  await expect(pages).toContainText(words(1, 60, all));
  await expect(bench.getByRole("table", { name: "Entries" }).getByRole("row")).toHaveCount(61);
  await expect(pages.getByRole("button", { name: "Later" })).toBeDisabled();
  await pages.getByRole("button", { name: "Earlier" }).click();
  await expect(pages).toContainText(words(61, 120, all));
  await pages.getByLabel("Month").selectOption("March 2026");
  await expect(bench.getByRole("table", { name: "Entries" }).getByRole("row").nth(1)).toContainText(/3\d Mar/);
  await pages.getByRole("button", { name: "Later" }).click();
  await expect(bench.getByRole("table", { name: "Entries" }).getByRole("row").nth(60)).toContainText(/Apr/);

  await bench
    .getByRole("button", { name: /^Delete/ })
    .first()
    .click();
  await expect(pages).toContainText(`of ${(all - 1).toLocaleString("en")}`);
  await bench.keyboard.press("Control+z");
  await expect(pages).toContainText(`of ${all.toLocaleString("en")}`);

  await openStation(bench, "Tonight");
  await expect(bench.getByRole("region", { name: "Leave alone" })).toBeVisible();
});

test("four hundred plates: a page of them is drawn, and more when they are wanted", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Plates");
  const plates = bench.getByRole("button", { name: /^Plate \d+ of Large filament/ });
  await plates.first().waitFor();
  type Plates = { printerId: string; pieces: object[] }[];
  const scene = await storedRow<{ plates: Plates }>(bench, "scenes", "saltmarsh-sluice");
  const like = scene.plates.find((p) => p.printerId === "large-filament")!;
  const made = Array.from({ length: 400 }, (_, i) => ({
    ...like,
    id: `plate-${i}`,
    pieces: like.pieces.map((p, k) => ({ ...p, id: `piece-${i}-${k}` })),
  }));
  await putRow(bench, "scenes", { ...scene, plates: made });
  await bench.reload();
  await expect(plates).toHaveCount(24);
  await bench.getByRole("button", { name: "24 more of 376 plates of Large filament" }).click();
  await expect(plates).toHaveCount(48);
  await plates.nth(40).click();
  await expect(bench.getByRole("region", { name: "Plate of Large filament" })).toBeVisible();
});
