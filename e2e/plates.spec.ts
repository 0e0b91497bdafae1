/** Print for the whole scene: laid out, queued, run against the stand-ins with faults, logged and learned from; by keyboard alone too. */
import { readFileSync } from "node:fs";
import type { Page, Route } from "@playwright/test";
import { unzipSync } from "fflate";
import { PDFDocument } from "pdf-lib";
import { expect, leaf, openLeaf, openStation, test } from "./bench";
import { putRow, storedRows } from "./rows";

const lane = (page: Page, name: string) => page.getByRole("list", { name: `Queue of ${name}` });
const press = async (page: Page, key: string, times = 1): Promise<void> => {
  for (let i = 0; i < times; i++) await page.keyboard.press(key);
};
/** Tab until something with this name has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 120; i++) {
    await page.keyboard.press("Tab");
    const at = await page.evaluate(() => {
      const e = document.activeElement;
      return e ? `${e.getAttribute("aria-label") ?? ""} ${e.textContent ?? ""}`.trim() : "";
    });
    if (name.test(at)) return;
  }
  throw new Error(`nothing called ${String(name)} can be reached`);
}

test("sixty pieces on three printers are laid out, put in order and started, by keyboard alone", async ({ bench }) => {
  await press(bench, "3");
  await expect(bench.getByRole("heading", { name: "Print", level: 1 })).toBeVisible();
  await expect(lane(bench, "Small filament").getByRole("button", { name: /Quay wall ×6/ })).toBeVisible();
  // The next leaf by its key; everything that is not begun is laid out anew.
  await press(bench, ".");
  await expect(bench.getByRole("button", { name: /^Plate 1 of Small filament/ })).toBeVisible();
  await press(bench, "o");
  await expect(bench.getByText(/\d plates laid out/)).toBeVisible({ timeout: 60_000 });
  await expect(bench.getByText("Small filament: 1 plate, the minimum by area.")).toBeVisible();
  await expect(bench.getByText(/of \d+ spares fit as well/).first()).toBeVisible();
  // A plate at hand: a piece is chosen, moved by a millimetre and a centimetre, turned, and taken back.
  await tabTo(bench, /^Plate 1 of Small filament/);
  await press(bench, "Enter");
  const plate = bench.getByRole("region", { name: "Plate of Small filament" });
  await expect(plate).toContainText("No overlaps, and every piece is inside the margin.");
  await press(bench, "c");
  const place = plate.locator("label", { hasText: "Quay wall 1" }).locator("span");
  const before = await place.textContent();
  await press(bench, "ArrowRight");
  await expect(place).not.toHaveText(before!);
  await press(bench, "Shift+ArrowRight", 2);
  await expect(plate.getByText(/overlap: move one of them|closer than the gap/).first()).toBeVisible();
  await press(bench, "r");
  await expect(place).toContainText("15°");
  await press(bench, "Control+z", 4);
  await expect(place).toHaveText(before!);
  await press(bench, "Escape");
  await expect(plate).toBeHidden();
  // The queue: the second plate of the large printer to the front, and what changed is told.
  await press(bench, ",");
  const large = lane(bench, "Large filament");
  await bench.getByLabel("Shown").selectOption("72");
  await expect(large.getByRole("button")).toHaveCount(3);
  const second = await large.getByRole("button").nth(2).getAttribute("aria-label");
  const name = second!.split(" on ")[0];
  await tabTo(bench, new RegExp(`^${name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")} on Large`));
  await press(bench, "ArrowLeft");
  await expect(large.getByRole("button").nth(1)).toHaveAttribute(
    "aria-label",
    new RegExp(`^${name.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}`),
  );
  await expect(bench.getByRole("status", { name: "What has changed" })).toContainText("is before it now");
  // The next plate is started by its key, and its settings are in the log.
  await bench.getByRole("heading", { level: 1 }).click();
  await press(bench, "b");
  await expect(lane(bench, "Small filament").getByRole("button", { name: /running/ })).toBeVisible();
  for (const name of ["Plates", "Every part", "Prints and risk"]) {
    await press(bench, ".");
    await expect(leaf(bench, name)).toHaveAttribute("aria-current", "page");
  }
  await expect(bench.getByRole("region", { name: "The prints" }).getByRole("button", { name: /Quay wall ×6.*runs/ })).toBeVisible();
});

test("a print runs on its stand-in to the end, over a reload, and teaches the printer; the plate is counted by part", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Printers");
  const small = bench.getByRole("region", { name: "What is loaded on Small filament" });
  await expect(small.getByText("Connected: Small stand-in")).toBeVisible();
  const left = small.getByLabel("left, g");
  const before = Number(await left.inputValue());
  expect(before).toBe(118);
  await openLeaf(bench, "Queue");
  await bench.getByRole("button", { name: /^Start Quay wall/ }).click();
  await expect(bench.getByText(/It (heats|prints): layer/)).toBeVisible();
  await bench.reload();
  await expect(bench.getByText(/It (heats|prints): layer/)).toBeVisible();
  await bench.getByRole("button", { name: "Pause" }).click();
  await expect(bench.getByText(/It is paused/)).toBeVisible();
  await bench.getByRole("button", { name: "Resume" }).click();
  await openLeaf(bench, "Printers");
  await small.getByLabel("Speed of the stand-in").selectOption("3600");
  await openLeaf(bench, "Queue");
  // It ends by itself, well or not: the log is told either way.
  await expect(bench.getByRole("button", { name: /^Take it off Small filament|^Start Quay wall/ }).first()).toBeVisible({
    timeout: 60_000,
  });
  await openLeaf(bench, "Prints and risk");
  const entry = bench
    .getByRole("region", { name: "The prints" })
    .getByRole("button", { name: /Quay wall ×6/ })
    .first();
  await expect(entry).toContainText(/of the plan|failed after/);
  const failed = /failed/.test((await entry.textContent())!);
  await openLeaf(bench, "Printers");
  await expect.poll(async () => Number(await left.inputValue())).toBeLessThan(before);
  if (failed) return;
  await openLeaf(bench, "Queue");
  await bench.getByRole("button", { name: "Take it off Small filament" }).click();
  await bench.getByRole("button", { name: "Count the pieces Small filament" }).click();
  const dialog = bench.getByRole("dialog");
  await dialog.getByLabel(/Quay wall: of 6/).fill("1");
  await dialog.getByRole("button", { name: "Done" }).click();
  await expect(dialog).toBeHidden();
  await openStation(bench, "Parts");
  await expect(bench.getByRole("row", { name: /Quay wall/ })).toContainText("5");
});

test("printers that vanish, answer nonsense, or were switched off leave queue and log whole, and say so", async ({ bench, faults }) => {
  await openStation(bench, "Print");
  await bench.getByRole("button", { name: /^Start Quay wall/ }).click();
  await expect(bench.getByText(/It (heats|prints): layer/)).toBeVisible();
  // The server goes away: no stream, no answer.
  let how = (route: Route): Promise<void> => route.abort();
  await bench.route("**/stand-ins/**", (route) => how(route));
  await bench.reload();
  await expect(bench.getByText(/No answer/).first()).toBeVisible();
  await expect(bench.getByText(/No contact with Small filament since this page was opened/)).toBeVisible();
  await expect(lane(bench, "Small filament").getByRole("button", { name: /running/ })).toBeVisible();
  // It answers what no printer says.
  how = (route) => route.fulfill({ json: { phase: "dancing" } });
  await expect(bench.getByText(/The answer is not from a printer/).first()).toBeVisible({ timeout: 60_000 });
  how = (route) => route.fulfill({ body: "<h1>Welcome</h1>", contentType: "text/html" });
  await expect(bench.getByText(/The answer is not a printer/).first()).toBeVisible({ timeout: 60_000 });
  // A server that was started anew knows nothing of the print.
  how = (route) => {
    const id = /printers\/(\w+)/.exec(route.request().url())![1];
    return route.fulfill({ json: { id, name: id, process: "fdm", phase: "idle", temperatureC: 20, factor: 1, job: null, fault: null } });
  };
  await bench.clock.fastForward(180_000);
  await expect(bench.getByText(/The printer has lost this print/)).toBeVisible({ timeout: 60_000 });
  await expect(bench.getByRole("button", { name: "Restart the interrupted print" })).toBeVisible();
  // Whoever saw it says how it ended.
  await bench.getByRole("button", { name: "It has ended on Small filament" }).click();
  const dialog = bench.getByRole("dialog");
  await dialog.getByLabel("If it failed, the cause").selectOption("clog");
  await dialog.getByLabel("Layer it failed at").fill("61");
  await dialog.getByRole("button", { name: "an edge curled" }).click();
  await dialog.getByRole("button", { name: "The print failed" }).click();
  await expect(dialog).toBeHidden();
  await openLeaf(bench, "Prints and risk");
  await expect(bench.getByRole("button", { name: /Quay wall ×6.*the nozzle clogged, layer 61/ })).toBeVisible();
  // Aborted requests are what this test is about.
  faults.splice(0, faults.length, ...faults.filter((f) => !/Failed to load resource|net::ERR|MIME type/.test(f)));
});

test("a print that came with a file is sent to no printer until somebody presses", async ({ bench }) => {
  const sent: string[] = [];
  bench.on("request", (r) => {
    if (r.method() === "POST" && r.url().includes("/stand-ins/")) sent.push(r.url());
  });
  await openStation(bench, "Print");
  await bench.getByRole("button", { name: /^Start Quay wall/ }).waitFor();
  // As a file leaves it in the store: it runs, began just now, and its printer has an address.
  const records = await storedRows<{ print?: { printerId: string } }>(bench, "records");
  const like = records.find((r) => r.print?.printerId === "small-filament")!;
  const startedAt = await bench.evaluate(() => Date.now());
  await putRow(bench, "records", { ...like, id: "from-a-file", startedAt, finishedAt: null, result: null, saidS: null });
  await bench.reload();
  await expect(lane(bench, "Small filament").getByRole("button", { name: /running/ })).toBeVisible();
  // Its printer has said that it stands free, which is when a print that was started here is sent; one round more, so that all is out.
  await expect(bench.getByText(/It is idle/).first()).toBeVisible();
  await bench.evaluate(() => fetch("/stand-ins/printers").then((r) => r.text()));
  expect(sent).toEqual([]);
});

test("a plate goes out as 3MF with names and turns, as a sheet, and the mat at true size; the card tells what is stale", async ({
  bench,
}) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Plates");
  const download = async (act: () => Promise<void>): Promise<{ name: string; bytes: Uint8Array }> => {
    const [file] = await Promise.all([bench.waitForEvent("download", { timeout: 60_000 }), act()]);
    return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
  };
  const plate = await download(() => bench.getByRole("button", { name: "3MF of plate 1 of Small filament" }).click());
  expect(plate.name).toMatch(/^quay-wall-x6-quay-clip-x\d+-1-56-r[0-9a-f]{6}-small-filament-plate-1-.*\.3mf$/);
  const model = new TextDecoder().decode(unzipSync(plate.bytes)["3D/3dmodel.model"]);
  expect(model).toContain('name="Quay wall"');
  expect(model).toContain('name="Quay wall, mirrored"');
  expect(model.match(/<item /g)!.length).toBeGreaterThanOrEqual(18);
  const sheet = await download(() => bench.getByRole("button", { name: "Plate sheets as PDF" }).click());
  expect((await PDFDocument.load(sheet.bytes)).getPageCount()).toBeGreaterThanOrEqual(3);
  await openLeaf(bench, "Mat and SD card");
  const mat = await download(() => bench.getByRole("button", { name: "Save mat as PDF" }).click());
  expect((await PDFDocument.load(mat.bytes)).getPageCount()).toBeGreaterThanOrEqual(1);
});

test("a test print is read and the profile follows; faults are ranked by the log; a new pair is asked about", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Test prints");
  const comb = bench.getByRole("region", { name: "Clearance comb" });
  await comb.getByLabel(/first hole/).selectOption("4");
  await expect(comb).toContainText("0.2 mm → 0.25 mm");
  await comb.getByRole("button", { name: "Save to profile" }).click();
  await expect(bench.getByText(/Large filament profile updated/)).toBeVisible();
  await expect(bench.getByText("learned").locator("..")).toContainText("1");
  await openLeaf(bench, "Faults");
  const what = bench.getByRole("region", { name: "What could it be?" });
  await what.getByLabel("What you see").selectOption("strings");
  await expect(what.getByRole("listitem").first()).toContainText("the spool has been open for 41 days");
  const repair = bench.getByRole("region", { name: "Repair, or print again?" });
  await expect(repair).toContainText(/^.*Repair it: 20 min of your time/);
  await repair.getByLabel("Repair time per piece").fill("12 h");
  await bench.keyboard.press("Tab");
  await expect(repair).toContainText("Print it again:");
  // A filament that nothing was printed with yet.
  await openLeaf(bench, "Printers");
  await bench.getByRole("region", { name: "What is loaded on Small filament" }).getByLabel("Spool loaded").selectOption("new:filled");
  await expect(bench.getByText("△ new on this printer")).toBeVisible();
  await openLeaf(bench, "Queue");
  await bench.getByRole("button", { name: /^Start Quay wall/ }).click();
  const gate = bench.getByRole("dialog");
  await expect(gate).toContainText("No successful print with this pair yet. At stake:");
  await gate.getByRole("button", { name: "Print it anyway" }).click();
  await openLeaf(bench, "Prints and risk");
  await bench.getByRole("button", { name: /Quay wall ×6.*runs/ }).click();
  await expect(bench.getByText("first print with this material, no test print")).toBeVisible();
});

test("by hand: a piece is dragged on its plate, and a plate to the front of its lane", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Plates");
  await bench.getByRole("button", { name: /^Plate 1 of Small filament/ }).click();
  const plate = bench.getByRole("region", { name: "Plate of Small filament" });
  const place = plate.locator("label", { hasText: "Quay wall 1" }).locator("span");
  const before = (await place.textContent())!;
  const piece = (await plate.locator("[data-piece] path").first().boundingBox())!;
  const grab = async (x: number, y: number, dx: number, dy: number): Promise<void> => {
    await bench.mouse.move(x, y);
    await bench.mouse.down();
    await bench.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
    await bench.mouse.move(x + dx, y + dy, { steps: 4 });
    await bench.mouse.up();
  };
  await grab(piece.x + piece.width / 2, piece.y + piece.height / 2, 40, -25);
  await expect(place).not.toHaveText(before);
  const [x0, y0] = before.match(/[\d.]+/g)!.map(Number),
    [x1, y1] = (await place.textContent())!.match(/[\d.]+/g)!.map(Number);
  expect(x1).toBeGreaterThan(x0);
  expect(y1).toBeGreaterThan(y0);
  await openLeaf(bench, "Queue");
  await bench.getByLabel("Shown").selectOption("72");
  const large = lane(bench, "Large filament");
  const names = async (): Promise<string[]> => (await large.getByRole("button").allTextContents()).map((t) => t.replace(/\d.*$/, ""));
  await expect(large.getByRole("button")).toHaveCount(3);
  const order = await names();
  await large.scrollIntoViewIfNeeded();
  const [front, back] = [(await large.getByRole("button").nth(1).boundingBox())!, (await large.getByRole("button").nth(2).boundingBox())!];
  await grab(back.x + 10, back.y + 20, front.x - back.x - 30, 0);
  await expect.poll(names).toEqual([order[0], order[2], order[1]]);
});
