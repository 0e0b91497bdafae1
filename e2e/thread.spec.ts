import { bare, tampered } from "../tests/bundleKit";
import { newProject } from "../store/newScene";
import { readFileSync } from "node:fs";
import { expect, openLeaf, openStation, shedStl, test, upload } from "./bench";

test("the whole thread: from a mesh file to a plan for tonight, over a reload and a bundle", async ({ bench }) => {
  test.setTimeout(300_000);
  await upload(bench, "tool_shed.stl", shedStl());
  await bench.getByRole("button", { name: "A 28 mm figure" }).click();
  await bench.getByRole("button", { name: /Plan this part/ }).click();
  // The first plan asks for the evenings, once.
  await bench.getByRole("button", { name: "Use these evenings" }).click();
  await expect(bench.getByRole("region", { name: "Order of work" }).getByRole("listitem").first()).toContainText("Print on");

  // A typed estimate wins and is kept beside the model's.
  await bench.getByLabel(/Different in your slicer/).fill("2 h, 30 g");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("Using your figure: 2 h, 30 g a plate.")).toBeVisible();

  // Copies, and the user's own step, kept for other parts.
  await bench.getByLabel("Copies needed").fill("2");
  await bench.keyboard.press("Enter");
  await bench.getByRole("button", { name: "Add a step" }).click();
  await bench.getByLabel("What you do").fill("My usual thick base coat");
  await bench.getByLabel("Wait afterwards").fill("overnight");
  await bench.getByRole("button", { name: "Add my step" }).click();
  await expect(bench.getByRole("region", { name: "Order of work" }).getByText("My usual thick base coat")).toBeVisible();

  // Surface: another school. Paint: the check. Assemble and ground: one each.
  await openStation(bench, "Surface");
  await bench.getByRole("button", { name: "use this" }).first().click();
  await expect(bench.getByRole("button", { name: "in the plan" })).toBeVisible();
  await openStation(bench, "Paint");
  await openLeaf(bench, "Coats");
  await expect(bench.getByRole("img", { name: /^Core through/ })).toBeVisible();
  await openStation(bench, "Assemble");
  await bench.getByLabel("Tool shed is joined to").selectOption("the board");
  await expect(bench.getByRole("heading", { name: "Tool shed and the board" })).toBeVisible();
  await bench.getByText("Other glues, and why not").click();
  await expect(bench.getByText("no: spoils foam").first()).toBeVisible();
  await openStation(bench, "Ground");
  await openLeaf(bench, "Layers");
  await bench.getByRole("button", { name: "Add groundwork" }).click();
  await expect(bench.getByText("fine sand")).toBeVisible();

  // Tonight: start the print with one press, reload in the middle, the clock goes on.
  await openStation(bench, "Tonight");
  await bench.getByRole("button", { name: /^Start: Tool shed, Start the print/ }).click();
  const alone = bench.getByRole("region", { name: "Leave alone" });
  await expect(alone).toContainText("Tool shed");
  await bench.reload();
  await expect(alone).toContainText(/prints until/);
  await expect(bench.getByRole("button", { name: /^Start: Tool shed, Start the print/ })).toHaveCount(0);

  // Two hours later it can be cleared; one of two failed, so one more is to be printed.
  await bench.clock.fastForward("02:05:00");
  await bench.reload();
  await bench.getByRole("button", { name: /^Start: Tool shed, Take off/ }).click();
  await bench.getByRole("button", { name: /^Finish/ }).click();
  await bench.getByLabel(/how many failed/).fill("1");
  await bench.getByLabel("What went wrong, if anything").fill("warped corner");
  await bench.getByRole("button", { name: "Done", exact: true }).click();
  await expect(bench.getByRole("button", { name: /^Start: Tool shed, Start the print/ })).toBeVisible();
  await openStation(bench, "Log");
  await openLeaf(bench, "Entries");
  await expect(bench.getByText("warped corner")).toBeVisible();
  await expect(bench.getByText("1 good, 1 failed").first()).toBeVisible();

  // Out as a bundle and in again: the same bytes.
  const save = async (): Promise<Buffer> => {
    await bench.keyboard.press("s");
    const [download] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "Save the scene" }).click()]);
    await bench.keyboard.press("Escape");
    return readFileSync(await download.path());
  };
  const first = await save();
  await bench.evaluate(
    () =>
      new Promise((done) => {
        const r = indexedDB.deleteDatabase("inch-hollow");
        r.onsuccess = r.onblocked = () => done(null);
      }),
  );
  await bench.evaluate(() => localStorage.clear());
  await bench.goto("/");
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  await bench.keyboard.press("s");
  await bench.locator("#bundle-file").setInputFiles({ name: "x.inchhollow", mimeType: "application/zip", buffer: first });
  await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
  await expect(bench.getByText(/^calculating/)).toBeHidden();
  expect(Buffer.compare(await save(), first)).toBe(0);
});

test("lists come out as CSV and as a calendar", async ({ bench }) => {
  await bench.keyboard.press("s");
  const [csv] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "Parts as CSV" }).click()]);
  const rows = readFileSync(await csv.path(), "utf8").split("\r\n");
  expect(rows[0]).toMatch(/^name,copies,good,failed,x_mm/);
  expect(rows.find((r) => r.startsWith("Cargo crate"))).toContain(",24,20,4,12,12,");
  const [ics] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "Evenings as calendar" }).click()]);
  const text = readFileSync(await ics.path(), "utf8");
  expect(text).toMatch(/^BEGIN:VCALENDAR/);
  expect(text.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(10);
});

test("what is no bundle, and a bundle of a newer version, are refused and nothing changes", async ({ bench }) => {
  const project = newProject("later", "From the future", "Europe/Berlin", 0);
  const newer = await tampered(bare(project), (doc) => (doc.version = 99));
  await bench.keyboard.press("s");
  const scenes = bench.getByRole("dialog").getByRole("listitem");
  // The list comes with its dialog, a moment later.
  await expect(scenes).not.toHaveCount(0);
  const before = await scenes.count();
  for (const [buffer, says] of [
    [Buffer.from("not a zip at all"), "not a project bundle"],
    [Buffer.from(newer), "is version 99"],
  ] as const) {
    await bench.locator("#bundle-file").setInputFiles({ name: "x.inchhollow", mimeType: "application/zip", buffer });
    await expect(bench.getByRole("alert")).toContainText(says);
  }
  await bench.keyboard.press("Escape");
  await bench.keyboard.press("s");
  await expect(scenes).toHaveCount(before);
});

test("every edit can be taken back, a removed part too", async ({ bench }) => {
  await bench.getByRole("button", { name: "Delete this part" }).click();
  await expect(bench.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
  await expect(bench.getByRole("link", { name: "Mill house" })).toHaveCount(0);
  await bench.keyboard.press("Control+z");
  await expect(bench.getByRole("link", { name: "Mill house" })).toBeVisible();
  await bench.keyboard.press("Control+Shift+z");
  await expect(bench.getByRole("link", { name: "Mill house" })).toHaveCount(0);
  await bench.keyboard.press("s");
  await bench.getByRole("button", { name: "Reset the demo" }).click();
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
});

test("rescaling a part takes everything along", async ({ bench }) => {
  await bench.getByLabel("Target size").fill("59 mm");
  await bench.keyboard.press("Enter");
  await expect(bench.getByTestId("notes")).toContainText("3.31 m tall in real life");
  await expect(bench.getByTestId("notes")).toContainText("its doorway is 1.02 m at 1:56: built for about 1:110");
  // At half the size it fits the small printer in one piece: no misfit is left to name.
  await expect(bench.getByTestId("notes")).not.toContainText("too long");
  await expect(bench.getByText("50 %").first()).toBeVisible();
});
