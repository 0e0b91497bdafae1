/** Nobody is ever locked out: whatever a scene holds it opens, and where it does not, the bench does. */
import type { Page } from "@playwright/test";
import { STATIONS } from "../app/features/stations";
import type { ProjectRows } from "../core/project";
import { packed, stored, withBytes } from "../tests/bundleKit";
import { allExtreme } from "../tests/extremes";
import { fullProject } from "../tests/fullProject";
import { EVENING, expect, openStation, shedStl, station, test, upload } from "./bench";

/** Every tab but the first of each station, and those of a part. */
const LEAVES = STATIONS.flatMap((s) => s.tabs.slice(1).map((t) => `${s.id}/${t.path}`));
const partLeaves = (part: string): string[] =>
  STATIONS.flatMap((s) => (s.partTabs ?? []).map((t) => `${s.id}/${part}${t.path && `/${t.path}`}`));

/** Goes to another page of the program without loading it anew, which is most of what opening one takes. */
async function goWithin(page: Page, to: string): Promise<void> {
  await page.evaluate((address) => {
    history.pushState(null, "", address);
    dispatchEvent(new PopStateEvent("popstate", { state: null }));
  }, to);
  await expect(page).toHaveURL(new RegExp(`${to}$`));
}

/** Takes a scene in, and opens every page of it. */
async function drawn(page: Page, project: ProjectRows, meshes: Map<string, Uint8Array>, what: string): Promise<void> {
  await page.goto("/bench");
  await page
    .locator("#bench-bundle")
    .setInputFiles({ name: "x.inchhollow", mimeType: "application/zip", buffer: Buffer.from(await packed(withBytes(project, meshes))) });
  await expect(page.getByRole("navigation", { name: "Stations" }), what).toBeVisible();
  const scene = new URL(page.url()).pathname.split("/").slice(0, 3).join("/");
  const trouble = page.getByText(/could not be shown|could not be planned/);
  for (const { name } of STATIONS) {
    await openStation(page, name);
    await expect(station(page, name), `${what}: ${name}`).toHaveAttribute("aria-current", "page");
    await expect(page.locator("main h1"), `${what}: ${name}`).toBeVisible();
    expect(await trouble.count(), `${what}: ${name}`).toBe(0);
  }
  for (const leaf of [...LEAVES, ...partLeaves(project.parts[0].id)]) {
    await goWithin(page, `${scene}/${leaf}`);
    await expect(page.getByRole("navigation", { name: /^Tabs of/ }).locator("[aria-current=page]"), `${what}: ${leaf}`).toBeVisible();
    await expect(page.locator("main h1"), `${what}: ${leaf}`).toBeVisible();
    expect(await trouble.count(), `${what}: ${leaf}`).toBe(0);
  }
}

const GROUPS: [string, (path: string) => boolean][] = [
  ["everything", () => true],
  ["the scene, its printers and habits", (p) => /^(scene|workshop\.(printers|habits))\./.test(p)],
  ["a mesh part and what was reckoned of it", (p) => p.startsWith("parts.0.") && !p.startsWith("parts.0.work")],
  [
    "work, other parts, records, paints",
    (p) => p.startsWith("parts.0.work") || /^(parts\.[12]|records|workshop\.(paints|recipes|procedures|things|supplies|lessons))\./.test(p),
  ],
];

for (const which of ["least", "most"] as const)
  for (const [name, wanted] of GROUPS)
    test(`fields at their ${which}: ${name}`, async ({ page, faults }) => {
      test.setTimeout(300_000);
      await page.clock.install({ time: EVENING });
      const { project, meshes } = await fullProject();
      await drawn(page, allExtreme(stored(project), which, wanted), meshes, `${name} at the ${which}`);
      // Nothing goes wrong.
      expect(faults).toEqual([]);
    });

test("1500 and 5000 copies, and a size of 150 m, are typed in the fields and drawn", async ({ bench }) => {
  test.setTimeout(300_000);
  for (const copies of ["1500", "5000"]) {
    await bench.getByLabel("Copies needed").fill(copies);
    await bench.keyboard.press("Enter");
    await expect(bench.getByText(`· ${copies} copies`)).toBeVisible();
    await openStation(bench, "Tonight");
    await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
    await bench.goto("/");
    await expect(bench.getByTestId("notes")).toBeVisible();
  }
  await bench.getByLabel("Target size").fill("150 m");
  await bench.keyboard.press("Enter");
  await expect(bench.getByTestId("notes")).toContainText("150 m tall");
  await bench.goto("/");
  await expect(bench.locator("main h1")).toBeVisible();
  await openStation(bench, "Print");
  await expect(bench.getByRole("heading", { name: "Print", level: 1 })).toBeVisible();
});

test("a scene whose rows nobody can draw: the bench opens, saves, checks, and takes the rest", async ({ bench, faults }) => {
  // A row that an older program stored: no field of today takes it.
  await bench.evaluate(
    () =>
      new Promise<void>((done, failed) => {
        const open = indexedDB.open("inch-hollow");
        open.onsuccess = () => {
          const tx = open.result.transaction("parts", "readwrite");
          const parts = tx.objectStore("parts");
          const all = parts.getAll();
          all.onsuccess = () => {
            const [part] = all.result;
            parts.put({ ...part, id: "a/b?c#d", name: "Odd one", work: "none", source: null });
          };
          tx.oncomplete = () => {
            open.result.close();
            done();
          };
          tx.onerror = () => failed(tx.error);
        };
      }),
  );
  await bench.goto("/");
  await expect(bench.getByRole("heading", { name: "This scene could not be shown" })).toBeVisible();
  await expect(bench.getByText("“Saltmarsh Sluice” is kept unchanged.")).toBeVisible();
  // The next visit does not run into it again.
  await bench.goto("/");
  await expect(bench.getByRole("heading", { name: "The bench", level: 1 })).toBeVisible();
  const [saved] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "Save Saltmarsh Sluice" }).click()]);
  expect(saved.suggestedFilename()).toBe("saltmarsh-sluice.inchhollow");
  await expect(bench.getByRole("alert")).toContainText("1 row that could not be read");
  await bench.getByRole("button", { name: "Check Saltmarsh Sluice" }).click();
  await expect(bench.getByRole("region", { name: "Set aside" })).toContainText("Odd one");
  await bench.getByRole("link", { name: "Open Saltmarsh Sluice" }).click();
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  // React tells of what it caught; that is the fault this test makes.
  faults.splice(0, faults.length);
});

test("a scene whose rows nobody can draw keeps no other scene from opening, nor from having its evening", async ({ bench }) => {
  await bench.goto("/bench");
  await bench.getByRole("button", { name: "Start a scene" }).click();
  await expect(bench.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
  await bench.evaluate(
    (sceneId) =>
      new Promise<void>((done, failed) => {
        const open = indexedDB.open("inch-hollow");
        open.onsuccess = () => {
          const tx = open.result.transaction("parts", "readwrite");
          tx.objectStore("parts").put({ sceneId, id: "odd", name: "Odd one", work: "none", source: null });
          tx.oncomplete = () => {
            open.result.close();
            done();
          };
          tx.onerror = () => failed(tx.error);
        };
      }),
    new URL(bench.url()).pathname.split("/")[2],
  );
  await bench.goto("/bench");
  await bench.getByRole("button", { name: "Start a scene" }).click();
  await expect(bench.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
  await openStation(bench, "Tonight");
  await expect(bench.getByText("Nothing is planned yet.")).toBeVisible();
  await expect(bench.getByText(/could not be/)).toHaveCount(0);
});

test("the bench: a scene is renamed, its last change taken back, deleted, brought back, and removed for good", async ({ bench }) => {
  await upload(bench, "mound.stl", shedStl());
  await bench.getByRole("button", { name: "I don’t know" }).click();
  await expect(bench.getByText("Scale changed")).toBeVisible();
  await bench.goto("/bench");
  await bench.getByRole("button", { name: /^Undo “Scale changed”/ }).click();
  await expect(bench.getByText("Undone: Scale changed")).toBeVisible();
  const name = bench.getByLabel("Name of My scene");
  await name.fill("Harbour");
  await name.press("Enter");
  await expect(bench.getByLabel("Name of Harbour")).toHaveValue("Harbour");
  await bench.getByRole("button", { name: "Delete Harbour" }).click();
  await expect(bench.getByLabel("Name of Harbour")).toHaveCount(0);
  await bench.getByRole("button", { name: "Restore Harbour" }).click();
  await bench.getByRole("link", { name: "Open Harbour" }).click();
  await expect(bench.getByRole("region", { name: "Who stands beside it?" })).toBeVisible();
  await bench.goto("/bench");
  await bench.getByRole("button", { name: "Delete Harbour" }).click();
  await bench.getByRole("button", { name: "Remove Harbour for good" }).click();
  await bench.getByRole("button", { name: "Remove Harbour for good, confirm" }).click();
  await expect(bench.getByRole("region", { name: "Deleted scenes" })).toHaveCount(0);
  await bench.getByRole("button", { name: "Remove unused files" }).click();
  await expect(bench.getByRole("row", { name: /^Meshes/ })).toContainText("9");
});
