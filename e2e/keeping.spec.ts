/** What is kept, what is taken back, what happens when something is torn away in the middle. */
import { expect, moundStl, openStation, shedStl, test, upload } from "./bench";

test("a large file can be cancelled while it is read, and leaves nothing behind", async ({ bench }) => {
  // 150,000 triangles of ASCII: slow enough to be stopped.
  const facet =
    "facet normal 0 0 1\nouter loop\nvertex 0.12345 0.5 0.25\nvertex 10.125 0.25 0.75\nvertex 0.5 10.75 0.125\nendloop\nendfacet\n";
  const text = Buffer.from(`solid big\n${facet.repeat(150_000)}endsolid big\n`);
  await upload(bench, "big.stl", text);
  const queue = bench.getByRole("region", { name: "Files being read" });
  await expect(queue.getByRole("progressbar", { name: "Reading big.stl" })).toBeVisible();
  await queue.getByRole("button", { name: "Cancel" }).click();
  await expect(queue).toBeHidden();
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  // The worker is free for the next file at once.
  await upload(bench, "after.stl", shedStl());
  await expect(bench.getByRole("heading", { name: "After", level: 1 })).toBeVisible();
});

test("a tab that is closed in the middle of an import leaves all or nothing", async ({ bench, context }) => {
  await upload(bench, "torn.stl", shedStl());
  await bench.close({ runBeforeUnload: false });
  const again = await context.newPage();
  await again.goto("/");
  await expect(again.locator("main h1")).toBeVisible();
  const state = await again.evaluate(async () => {
    const open = await new Promise<IDBDatabase>((done, fail) => {
      const r = indexedDB.open("inch-hollow");
      r.onsuccess = () => done(r.result);
      r.onerror = () => fail(r.error);
    });
    const all = (store: string): Promise<{ hash?: string; source?: { kind: string; hash?: string } }[]> =>
      new Promise((done) => {
        const r = open.transaction(store).objectStore(store).getAll();
        r.onsuccess = () => done(r.result);
      });
    const [parts, meshes] = await Promise.all([all("parts"), all("meshes")]);
    open.close();
    return { wanted: parts.flatMap((p) => (p.source?.kind === "mesh" ? [p.source.hash] : [])), held: meshes.map((m) => m.hash) };
  });
  for (const hash of state.wanted) expect(state.held).toContain(hash);
});

test("what was typed is there again after a reload, lamp and minutes too", async ({ bench }) => {
  await bench.getByLabel("Notes").fill("Keep the axle hole free");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("Part changed")).toBeVisible();
  await openStation(bench, "Tonight");
  await bench.getByLabel("Time available").fill("1 h 15");
  await bench.keyboard.press("Enter");
  await bench.locator("h1").click();
  await bench.keyboard.press("l");
  await expect(bench.locator("html")).toHaveAttribute("data-lamp", "on");
  await bench.reload();
  await expect(bench.locator("html")).toHaveAttribute("data-lamp", "on");
  await expect(bench.getByLabel("Time available")).toHaveValue("1 h 15");
  await openStation(bench, "Parts");
  await bench.getByRole("link", { name: "Mill house" }).click();
  await expect(bench.getByLabel("Notes")).toHaveValue("Keep the axle hole free");
});

test("the toast takes the last change back", async ({ bench }) => {
  await bench.getByLabel("Copies needed").fill("3");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("· 3 copies")).toBeVisible();
  await bench.getByRole("button", { name: "Undo" }).click();
  await expect(bench.getByText("Undone: Part changed")).toBeVisible();
  await expect(bench.getByLabel("Copies needed")).toHaveValue("1");
});

test("wrong input keeps what was typed and says what would be right", async ({ bench }) => {
  const copies = bench.getByLabel("Copies needed");
  await copies.fill("a few");
  await bench.keyboard.press("Enter");
  await expect(copies).toHaveAttribute("aria-invalid", "true");
  await expect(bench.getByRole("alert")).toHaveText("Enter a whole number from 1 to 5000.");
  await expect(copies).toHaveValue("a few");
  await copies.press("Escape");
  await expect(copies).toHaveValue("1");
  const size = bench.getByLabel("Target size");
  await size.fill("9 km");
  await size.press("Enter");
  await expect(bench.getByRole("alert")).toContainText("Is the unit right?");
});

test("an address that leads nowhere says so and shows the way back", async ({ page, faults }) => {
  await page.goto("/s/no-such-scene/tonight");
  await expect(page.getByRole("heading", { name: "Nothing at this address" })).toBeVisible();
  await page.getByRole("link", { name: "Go to the bench" }).click();
  await expect(page.getByRole("heading", { name: "The bench", level: 1 })).toBeVisible();
  await page.getByRole("button", { name: "Fresh copy of the demo" }).click();
  await expect(page.getByTestId("notes")).toBeVisible();
  // The failed load itself is logged by the browser; nothing else is.
  faults.splice(0, faults.length, ...faults.filter((f) => !/404|no-such-scene/i.test(f)));
});

test("another scene does not touch the first, and both are listed", async ({ bench }) => {
  await upload(bench, "mound.stl", moundStl());
  await bench.getByRole("button", { name: "I don’t know" }).click();
  await bench.keyboard.press("s");
  const list = bench.getByRole("dialog").getByRole("listitem");
  await expect(list).toHaveCount(2);
  await list.getByRole("button", { name: /Saltmarsh Sluice/ }).click();
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  await openStation(bench, "Parts");
  await expect(bench.getByRole("link", { name: "Mound" })).toHaveCount(0);
});
