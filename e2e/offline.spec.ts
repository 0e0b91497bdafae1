/** The server may be stopped after the first visit. Each test has a server of its own, so that it can be stopped. */
import { spawn, type ChildProcess } from "node:child_process";
import { cpSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { hostname } from "node:os";
import path from "node:path";
import { chromium } from "@playwright/test";
import { EVENING, expect, openStation, shedStl, station, test } from "./bench";

test.use({ serviceWorkers: "allow" });

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

async function serve(build = "build", host = "127.0.0.1"): Promise<{ address: string; port: number; stop: () => Promise<void> }> {
  const port = await freePort();
  const server: ChildProcess = spawn(process.execPath, ["server/serve.mjs"], {
    env: { ...process.env, PORT: String(port), HOST: host, BUILD_DIR: build },
  });
  await new Promise((ready) => server.stdout!.once("data", ready));
  const stop = (): Promise<void> =>
    new Promise((gone) => {
      server.once("exit", () => gone());
      server.kill("SIGKILL");
    });
  return { address: `http://127.0.0.1:${port}`, port, stop };
}

test("everything loads, moves, imports, reckons and exports without the server", async ({ browser, faults }) => {
  test.setTimeout(300_000);
  const { address, stop } = await serve();
  const context = await browser.newContext({ baseURL: address, serviceWorkers: "allow", timezoneId: "Europe/Berlin" });
  const page = await context.newPage();
  const troubles: string[] = [];
  page.on("pageerror", (e) => troubles.push(e.message));
  await page.goto("/");
  await expect(page.getByTestId("notes")).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await stop();

  // The first edit of the session, on the page as it stands.
  await page.getByLabel("Notes").fill("no server");
  await page.getByLabel("Notes").press("Enter");
  await expect(page.getByText("Part changed")).toBeVisible();
  for (const name of ["Tonight", "Scale", "Parts", "Print", "Surface", "Paint", "Assemble", "Ground", "Log", "Workshop"]) {
    await openStation(page, name);
    await expect(station(page, name)).toHaveAttribute("aria-current", "page");
    await expect(page.locator("main h1")).toBeVisible();
  }
  // A new page, by its address.
  const second = await context.newPage();
  await second.clock.install({ time: EVENING });
  await second.goto(new URL(page.url()).pathname);
  await expect(second.getByRole("heading", { name: "Workshop", level: 1 })).toBeVisible();
  await second.goto("/");
  await expect(second.getByLabel("Notes")).toHaveValue("no server");
  // A mesh in, hours reckoned, a bundle out and in again.
  await second.keyboard.press("n");
  await second.locator("#mesh-file").setInputFiles({ name: "shed.stl", mimeType: "model/stl", buffer: shedStl() });
  await second.getByRole("button", { name: "A 28 mm figure" }).click();
  await expect(second.getByTestId("notes")).toContainText("on filament", { timeout: 60_000 });
  await second.keyboard.press("s");
  const [saved] = await Promise.all([second.waitForEvent("download"), second.getByRole("button", { name: "Save the scene" }).click()]);
  const bytes = readFileSync(await saved.path());
  await second.locator("#bundle-file").setInputFiles({ name: "x.inchhollow", mimeType: "application/zip", buffer: bytes });
  await expect(second.getByRole("navigation", { name: "Stations" })).toBeVisible();
  await second.goto("/bench");
  await expect(second.getByLabel("Name of My scene (2)")).toBeVisible();
  // The demo too comes from what is kept.
  await second.getByRole("button", { name: "Fresh copy of the demo" }).click();
  await expect(second.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible();
  expect(troubles).toEqual([]);
  await context.close();
  faults.splice(0, faults.length);
});

test("the program can be installed: a manifest with its icon and start", async ({ page }) => {
  await page.goto("/bench");
  const manifest = await page.evaluate(async () =>
    (await fetch(document.querySelector<HTMLLinkElement>("link[rel=manifest]")!.href)).json(),
  );
  expect(manifest).toMatchObject({ start_url: "/", display: "standalone" });
  for (const icon of manifest.icons) expect((await page.request.get(icon.src)).status()).toBe(200);
});

test("a new version asks first, and leaves a window that is still open as it was", async ({ browser, faults }) => {
  test.setTimeout(300_000);
  const copy = path.resolve(".cache/newer-build");
  rmSync(copy, { recursive: true, force: true });
  cpSync("build", copy, { recursive: true });
  const { address, stop } = await serve(copy);
  const context = await browser.newContext({ baseURL: address, serviceWorkers: "allow" });
  const [here, there] = [await context.newPage(), await context.newPage()];
  for (const page of [here, there]) {
    await page.goto("/");
    await expect(page.getByTestId("notes")).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  }
  await expect.poll(() => here.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  // The newer version: the same program with another shell.
  const worker = path.join(copy, "client/sw.js");
  const before = readFileSync(worker, "utf8");
  const after = before.replace(/("?revision"?:\s*")[0-9a-f]{16}"/, '$1ffffffffffffffff"');
  expect(after).not.toBe(before);
  writeFileSync(worker, after);
  await here.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.update().then(() => undefined));
  await expect(here.getByText("A new version of the program is ready.")).toBeVisible();
  await there.getByLabel("Notes").fill("half a sentence");
  await here.getByRole("button", { name: "Update" }).click();
  await expect(there.getByText("The program was updated in another window.")).toBeVisible();
  await expect(here.getByTestId("notes")).toBeVisible();
  // The other window was not turned under the hand that typed, and finds every file it was built with, without the server.
  await expect(there.getByLabel("Notes")).toHaveValue("half a sentence");
  await stop();
  for (const name of ["Tonight", "Surface", "Log"]) {
    await openStation(there, name);
    await expect(there.getByRole("heading", { name, level: 1 })).toBeVisible();
  }
  await context.close();
  rmSync(copy, { recursive: true, force: true });
  faults.splice(0, faults.length);
});

test("over plain HTTP from another machine it works as long as the server runs", async ({ launchOptions, faults }) => {
  test.setTimeout(300_000);
  const { port, stop } = await serve("build", "0.0.0.0");
  const name = `${hostname()}.local`;
  // Under the machine's name, not its loopback address, there is no secure context: no digest, no randomUUID, no service worker.
  const browser = await chromium.launch({
    ...launchOptions,
    args: [...(launchOptions.args ?? []), `--host-resolver-rules=MAP ${name} 127.0.0.1`],
  });
  const page = await browser.newPage();
  const troubles: string[] = [];
  page.on("pageerror", (e) => troubles.push(e.message));
  await page.goto(`http://${name}:${port}/`);
  await expect(page.getByTestId("notes")).toBeVisible();
  expect(
    await page.evaluate(() => [isSecureContext, "subtle" in crypto && crypto.subtle !== undefined, "serviceWorker" in navigator]),
  ).toEqual([false, false, false]);
  await page.getByLabel("Notes").fill("from the kitchen");
  await page.getByLabel("Notes").press("Enter");
  await expect(page.getByText("Part changed")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.locator("h1").click();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("Undone: Part changed")).toBeVisible();
  await page.keyboard.press("n");
  await page.locator("#mesh-file").setInputFiles({ name: "shed.stl", mimeType: "model/stl", buffer: shedStl() });
  await page.getByRole("button", { name: "A 28 mm figure" }).click();
  await page.keyboard.press("s");
  const [saved] = await Promise.all([page.waitForEvent("download"), page.getByRole("button", { name: "Save the scene" }).click()]);
  expect(saved.suggestedFilename()).toBe("my-scene.inchhollow");
  expect(troubles).toEqual([]);
  await browser.close();
  await stop();
  faults.splice(0, faults.length);
});
