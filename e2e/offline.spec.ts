/** The server may be stopped after the first visit. Each test has a server of its own, so that it can be stopped. */
import { spawn, type ChildProcess } from "node:child_process";
import { readFileSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { EVENING, expect, shedStl, station, test } from "./bench";

test.use({ serviceWorkers: "allow" });

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

async function serve(): Promise<{ address: string; stop: () => Promise<void> }> {
  const port = await freePort();
  const server: ChildProcess = spawn(process.execPath, ["server/serve.mjs"], {
    env: { ...process.env, PORT: String(port), HOST: "127.0.0.1" },
  });
  await new Promise((ready) => server.stdout!.once("data", ready));
  const stop = (): Promise<void> =>
    new Promise((gone) => {
      server.once("exit", () => gone());
      server.kill("SIGKILL");
    });
  return { address: `http://127.0.0.1:${port}`, stop };
}

test("everything loads, moves, imports, reckons and exports without the server", async ({ browser, faults }) => {
  test.setTimeout(180_000);
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
  for (const name of ["Tonight", "Scale", "Parts", "Print", "Surface", "Paint", "Assemble", "Ground", "Log"]) {
    await station(page, name).click();
    await expect(station(page, name)).toHaveAttribute("aria-current", "page");
    await expect(page.locator("main h1")).toBeVisible();
  }
  // A new page, by its address.
  const second = await context.newPage();
  await second.clock.install({ time: EVENING });
  await second.goto(new URL(page.url()).pathname);
  await expect(second.getByRole("heading", { name: "Log", level: 1 })).toBeVisible();
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
  await second.getByRole("button", { name: "The demo, as it was" }).click();
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
