/** A long book: fifty thousand records of some years. It opens, is turned by pages and months, and goes on being written in. */
import { expect, openStation, test } from "./bench";
import { manyRecords } from "../tests/manyRecords";

test("fifty thousand records: the log is turned by pages and months, an entry struck out and taken back, and Tonight opens", async ({
  bench,
}) => {
  const all = await manyRecords(bench, 50_000);
  const words = (from: number, to: number, of: number): string =>
    `${from.toLocaleString("en")} to ${to.toLocaleString("en")} of ${of.toLocaleString("en")}`;
  await openStation(bench, "Log");
  const pages = bench.getByRole("navigation", { name: "Pages of the log" });
  await expect(pages).toContainText(words(1, 60, all));
  await expect(bench.getByRole("table").getByRole("row")).toHaveCount(61);
  await expect(pages.getByRole("button", { name: "Later" })).toBeDisabled();
  await pages.getByRole("button", { name: "Earlier" }).click();
  await expect(pages).toContainText(words(61, 120, all));
  await pages.getByLabel("Month").selectOption("March 2026");
  await expect(bench.getByRole("table").getByRole("row").nth(1)).toContainText(/3\d Mar/);
  await pages.getByRole("button", { name: "Later" }).click();
  await expect(bench.getByRole("table").getByRole("row").nth(60)).toContainText(/Apr/);

  await bench
    .getByRole("button", { name: /^Strike out/ })
    .first()
    .click();
  await expect(pages).toContainText(`of ${(all - 1).toLocaleString("en")}`);
  await bench.keyboard.press("Control+z");
  await expect(pages).toContainText(`of ${all.toLocaleString("en")}`);

  await openStation(bench, "Tonight");
  await expect(bench.getByRole("region", { name: "Leave alone" })).toBeVisible();
});
