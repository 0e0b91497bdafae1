/** Printers that fall silent: one that hangs while its stream stays open, one that never answers. */
import type { Page } from "@playwright/test";
import { expect, openStation, test } from "./bench";
import { putRow, storedRow } from "./rows";

/** As if it had been chosen at Print, Printers, in the demo: no list offers one that misbehaves. */
async function giveAddress(page: Page, printerId: string, address: string): Promise<void> {
  const row = await storedRow<{ inDemo?: object }>(page, "printers", printerId);
  await putRow(page, "printers", { ...row, inDemo: { ...row.inDemo, address } });
}
/** Aborted and refused requests are what these tests are about. */
const asExpected = (faults: string[]): void => {
  faults.splice(0, faults.length, ...faults.filter((f) => !/Failed to load resource|net::ERR|MIME type|404/.test(f)));
};
const lane = (page: Page) => page.getByRole("listitem").filter({ has: page.getByRole("heading", { name: "Small filament" }) });

test("a printer that hangs while its stream stays open: the queue and Tonight say since when nothing was heard, and what it means", async ({
  bench,
  faults,
}) => {
  await openStation(bench, "Print");
  await bench.getByRole("button", { name: /^Start Quay wall/ }).waitFor();
  await giveAddress(bench, "small-filament", "/stand-ins/printers/small?behave=frozen");
  await bench.reload();
  await expect(lane(bench).getByText(/It is idle/)).toBeVisible();
  await bench.getByRole("button", { name: /^Start Quay wall/ }).click();
  await expect(lane(bench).getByText(/It heats: layer 0/)).toBeVisible();

  await expect(lane(bench).getByText(/No contact with Small filament since \d\d:\d\d/)).toBeVisible();
  await expect(lane(bench)).toContainText(/Its last report: it heats: layer 0 of/);
  await expect(lane(bench)).toContainText(/By the clock, its print ends Fri \d\d:\d\d/);
  await expect(lane(bench)).toContainText("during the night. Check it before bed");
  await expect(lane(bench)).toContainText("switch it off at the mains");
  await expect(lane(bench).getByText(/It heats/)).toBeHidden();
  await expect(lane(bench).getByRole("button", { name: "Pause" })).toBeHidden();

  await openStation(bench, "Tonight");
  await expect(bench.getByRole("region", { name: "Leave alone" })).toContainText("No contact with Small filament");
  // Opened anew it has said nothing at all.
  await bench.reload();
  await expect(bench.getByRole("region", { name: "Leave alone" })).toContainText(
    /No contact with Small filament since this page was opened/,
  );
  asExpected(faults);
});

test("a printer that never answers is said not to, with nothing on it too", async ({ bench, faults }) => {
  await openStation(bench, "Print");
  await bench.getByRole("button", { name: /^Start Quay wall/ }).waitFor();
  await giveAddress(bench, "small-filament", "/stand-ins/printers/small?behave=silent");
  await bench.reload();
  await expect(lane(bench)).toContainText(/No contact with Small filament since this page was opened/);
  asExpected(faults);
});
