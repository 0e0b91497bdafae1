/** Nothing typed is lost: by an import that ends, a page that is left, a store that fails, a tab that is torn away. */
import type { Page } from "@playwright/test";
import { EVENING, expect, openLeaf, openStation, shedStl, test, upload } from "./bench";

test("an import that ends announces itself and does not turn the page under somebody who types", async ({ bench }) => {
  await upload(bench, "late.stl", shedStl());
  await bench.keyboard.press("Escape");
  await bench.getByLabel("Notes").pressSequentially("Keep the axle hole free", { delay: 30 });
  await expect(bench.getByText("Read: Late")).toBeVisible();
  await expect(bench.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  await expect(bench.getByLabel("Notes")).toHaveValue("Keep the axle hole free");
  await bench.getByRole("button", { name: "Show it" }).click();
  await expect(bench.getByRole("heading", { name: "Late", level: 1 })).toBeVisible();
});

test("a field is stored when its page is left by a key, a link, or the way back", async ({ bench }) => {
  const notes = bench.getByLabel("Notes");
  await notes.fill("left by a link");
  await bench.evaluate(() => (document.querySelector('a[href$="/tonight"]') as HTMLElement).click());
  await expect(bench.getByRole("heading", { name: "Tonight", level: 1 })).toBeVisible();
  await bench.goBack();
  await expect(notes).toHaveValue("left by a link");
});

test("a field is stored when the tab is hidden, and when it is torn away", async ({ bench, context }) => {
  const notes = bench.getByLabel("Notes");
  await notes.fill("the tab was hidden");
  await bench.evaluate(() => {
    Object.defineProperty(document, "visibilityState", { value: "hidden", configurable: true });
    document.dispatchEvent(new Event("visibilitychange"));
  });
  await expect(bench.getByText("Part changed")).toBeVisible();
  const again = await context.newPage();
  await again.clock.install({ time: EVENING });
  await again.goto(bench.url());
  await expect(again.getByLabel("Notes")).toHaveValue("the tab was hidden");
  await again.getByLabel("Notes").fill("the tab was torn away");
  await again.close();
  await bench.reload();
  await expect(notes).toHaveValue("the tab was torn away");
});

test("wrong text stays with its reason until it is mended, over another page and a reload", async ({ bench }) => {
  const copies = bench.getByLabel("Copies needed");
  await copies.fill("a few");
  await openStation(bench, "Print");
  await expect(bench.getByRole("heading", { name: "Print", level: 1 })).toBeVisible();
  await bench.goBack();
  await expect(copies).toHaveValue("a few");
  await expect(bench.getByRole("alert")).toHaveText("Enter a whole number from 1 to 5000.");
  await bench.reload();
  await expect(copies).toHaveValue("a few");
  await copies.fill("3");
  await copies.press("Enter");
  await expect(bench.getByText("· 3 copies")).toBeVisible();
  await bench.reload();
  await expect(copies).toHaveValue("3");
});

test("a new part is not added while one of its fields cannot be read", async ({ bench }) => {
  await bench.keyboard.press("n");
  const dialog = bench.getByRole("dialog", { name: "New part" });
  await dialog.getByLabel("Size: width × depth × height").fill("80 x 60 x 40 mm");
  await dialog.getByLabel("Copies needed").fill("a few");
  await dialog.getByRole("button", { name: "Add part" }).click();
  await expect(dialog.getByRole("alert")).toHaveText("Enter a whole number from 1 to 5000.");
  await dialog.getByLabel("Copies needed").fill("3");
  await dialog.getByLabel("Price of the file, if it is for sale").fill("4.50 EUR");
  await dialog.getByRole("button", { name: "Add part" }).click();
  await expect(bench.getByText("· 3 copies")).toBeVisible();
  await expect(bench.getByTestId("notes")).toContainText("4.50");
});

test("what the row refuses stays in the field, with why", async ({ bench }) => {
  // The field allows 900 times the file; the size that makes is no part's.
  const notes = bench.getByLabel("Notes");
  await notes.fill("x".repeat(5001));
  await notes.press("Enter");
  await expect(bench.getByRole("alert").first()).toBeVisible();
  expect((await notes.inputValue()).length).toBe(5001);
});

/** Makes the browser's store fail in one way from now on. */
const failing = (page: Page, how: string): Promise<void> =>
  page.evaluate((way) => {
    const store = IDBObjectStore.prototype;
    if (way === "full")
      store.put = store.add = function () {
        throw new DOMException("no room", "QuotaExceededError");
      };
    if (way === "failing")
      store.put = store.add = function () {
        throw new DOMException("disk", "UnknownError");
      };
    if (way === "silent") {
      // Requests are never answered, and their transaction never ends: another request always keeps it waiting.
      const { count } = IDBObjectStore.prototype;
      const never = function (this: IDBObjectStore): IDBRequest {
        const again = (): void => {
          count.call(this).onsuccess = again;
        };
        again();
        return { addEventListener: () => undefined } as unknown as IDBRequest;
      };
      store.get = store.put = store.add = store.getAll = never as never;
    }
  }, how);

for (const [how, sentence] of [
  ["full", /storage is full, so nothing was saved/],
  ["failing", /storage failed, so nothing was saved/],
  ["silent", /storage does not respond/],
] as const)
  test(`a store that is ${how}: one sentence, and what was typed is still there`, async ({ bench, faults }) => {
    await failing(bench, how);
    const notes = bench.getByLabel("Notes");
    await notes.fill("typed into a bad store");
    await notes.press("Enter");
    const said = bench.getByRole("alert").or(bench.locator("[data-sonner-toast]")).filter({ hasText: sentence });
    // The page's clock stands after it was moved: it is moved on until what waits for it has come.
    const until = (come: () => Promise<boolean>): Promise<void> =>
      expect
        .poll(async () => {
          if (how === "silent") await bench.clock.runFor(1000);
          return come();
        })
        .toBe(true);
    await until(async () => (await said.count()) > 0);
    await expect(notes).toHaveValue("typed into a bad store");
    await bench.locator("h1").click();
    await bench.keyboard.press("Control+z");
    await until(async () => (await said.count()) > 0);
    await expect(bench.locator("main")).toBeVisible();
    // Export is still possible: from the store where it can be read, from the page where it cannot.
    await bench.keyboard.press("s");
    const download = bench.waitForEvent("download", { timeout: 60_000 });
    let come = false;
    void download.then(() => (come = true));
    await bench.getByRole("button", { name: "Save the scene" }).click();
    await until(() => Promise.resolve(come));
    const saved = await download;
    expect(saved.suggestedFilename()).toBe("saltmarsh-sluice.inchhollow");
    faults.splice(0, faults.length);
  });

test("an edit that a full store refused does not come back over what was typed after it", async ({ bench, faults }) => {
  const notes = bench.getByLabel("Notes");
  await bench.evaluate(() => {
    const store = IDBObjectStore.prototype;
    const { put, add } = store;
    store.put = store.add = () => {
      throw new DOMException("no room", "QuotaExceededError");
    };
    Object.assign(window, { makeRoom: () => Object.assign(store, { put, add }) });
  });
  await notes.fill("the older text");
  await notes.press("Enter");
  await expect(bench.getByRole("alert").filter({ hasText: "storage is full" }).first()).toBeVisible();
  await bench.evaluate(() => (window as unknown as { makeRoom: () => void }).makeRoom());
  await notes.fill("the newer text");
  await notes.press("Enter");
  await expect(bench.getByText("Part changed")).toBeVisible();
  await bench.reload();
  await expect(notes).toHaveValue("the newer text");
  faults.splice(0, faults.length);
});

test("a store that is missing, newer, or held by another window: one sentence on a page that stands", async ({ page, context, faults }) => {
  const missing = await context.newPage();
  await missing.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException("not here", "SecurityError");
    };
  });
  await missing.goto("/");
  await expect(missing.getByRole("alert")).toContainText("does not store data for this page");
  await missing.close();

  await page.goto("/");
  await expect(page.getByTestId("notes")).toBeVisible();
  await page.goto("about:blank");
  const newer = await context.newPage();
  await newer.goto("/icon.svg");
  await newer.evaluate(
    () =>
      new Promise<void>((done) => {
        const open = indexedDB.open("inch-hollow", 999);
        open.onsuccess = () => {
          open.result.close();
          done();
        };
      }),
  );
  await newer.goto("/bench");
  await expect(newer.getByRole("alert")).toContainText("saved by a newer version of the program and has not been touched.");
  expect(await newer.evaluate(async () => (await indexedDB.databases()).map((d) => d.version))).toEqual([999]);
  faults.splice(0, faults.length);
});

test("an old window that does not let go is named, and the new one goes on once it is closed", async ({ page, context, faults }) => {
  // A database of the second version, held by a window that does not hear that it should let go.
  await page.goto("/icon.svg");
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        localStorage.setItem("window-title-old", "Harbour, in the old window");
        void navigator.locks.request("inch-hollow-window-old", () => new Promise(() => undefined));
        const open = indexedDB.open("inch-hollow", 20);
        open.onupgradeneeded = () => {
          for (const [name, key] of Object.entries({ scenes: "id", meshes: "hash", pictures: "hash", sheets: "key" }))
            open.result.createObjectStore(name, { keyPath: key });
          for (const name of ["parts", "paints", "procedures", "records"])
            open.result.createObjectStore(name, { keyPath: ["sceneId", "id"] }).createIndex("sceneId", "sceneId");
          open.result
            .createObjectStore("history", { keyPath: "seq", autoIncrement: true })
            .createIndex("[sceneId+undone]", ["sceneId", "undone"]);
        };
        open.onsuccess = () => done();
      }),
  );
  const next = await context.newPage();
  await next.goto("/bench");
  await expect(next.getByRole("alert")).toContainText("“Harbour, in the old window”");
  await page.close();
  await next.getByRole("button", { name: "Try again" }).click();
  await expect(next.getByText("No scenes yet.")).toBeVisible();
  faults.splice(0, faults.length);
});

test("a clock that is set back during a step: no negative time, and the log says so", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench.getByRole("button", { name: /^Start: Cargo crate/ }).click();
  await expect(bench.getByRole("button", { name: /^Finish/ }).first()).toBeVisible();
  await bench.clock.setSystemTime(new Date(EVENING.getTime() - 3_594_000));
  await bench
    .getByRole("button", { name: /^Finish/ })
    .first()
    .click();
  await bench
    .getByRole("dialog")
    .getByRole("button", { name: /^(Done|Print went well)$/ })
    .click();
  await openStation(bench, "Log");
  await openLeaf(bench, "Entries");
  await expect(bench.getByText("not timed: the computer’s clock was set back")).toBeVisible();
  await expect(bench.locator("main")).not.toContainText(/-\d/);
});
