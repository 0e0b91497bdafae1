/** `npm run screenshots`: one picture of each main view from the demo data, into docs/screenshots/. */
import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import path from "node:path";
import { chromium } from "@playwright/test";
import { browser, build, CHROMIUM, install, root } from "./setup.mjs";

install();
await build();
browser();
const PORT = 4521;
const out = path.join(root, "docs/screenshots");
mkdirSync(out, { recursive: true });
const server = spawn(process.execPath, ["server/serve.mjs"], {
  cwd: root,
  stdio: "ignore",
  env: { ...process.env, PORT: String(PORT), HOST: "127.0.0.1", NODE_ENV: "production" },
});
const base = `http://127.0.0.1:${PORT}`;
for (let tries = 0; ; tries++) {
  if (
    await fetch(`${base}/icon.svg`).then(
      (r) => r.ok,
      () => false,
    )
  )
    break;
  if (tries > 60) throw new Error("The server did not start.");
  await new Promise((done) => setTimeout(done, 250));
}
const chrome = await chromium.launch({
  executablePath: CHROMIUM,
  args: [
    "--no-sandbox",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
});

/** A fresh browser on a fixed Thursday evening, so that pictures only change when a view does. */
async function open(options = {}) {
  const context = await chrome.newContext({
    viewport: { width: 1280, height: 800 },
    timezoneId: "Europe/Berlin",
    locale: "en-GB",
    ...options,
  });
  const page = await context.newPage();
  await page.clock.install({ time: new Date("2026-11-26T18:50:00+01:00") });
  await page.goto(base);
  await page.getByTestId("notes").waitFor();
  await page.waitForFunction(() => document.fonts.ready.then(() => true));
  return page;
}
const shoot = async (page, name) => {
  await page.waitForTimeout(400);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
};

const page = await open();
await shoot(page, "part");
for (const name of ["Tonight", "Scale", "Parts", "Print", "Surface", "Paint", "Assemble", "Ground", "Log", "Workshop"]) {
  await page
    .getByRole("navigation", { name: "Stations" })
    .getByRole("link", { name: new RegExp(`^${name}`) })
    .click();
  await page.locator("main h1").waitFor();
  // The scheme is looked at on the house, after its dry brush, with the states on its own mesh.
  if (name === "Paint") {
    await page.getByRole("button", { name: "Old render", exact: true }).click();
    const strip = page.getByRole("region", { name: "Old render" });
    await strip.locator("li canvas").first().waitFor({ timeout: 60_000 });
    await strip.getByRole("button", { name: /^Sand tone/ }).click();
    await page.keyboard.press("v");
    await strip.getByRole("figure").getByRole("img").waitFor();
    await strip.evaluate((el) => document.querySelector("#sheet").scrollTo(0, el.offsetTop - 20));
  }
  // Feet and weights are measured before the plan is whole.
  if (name === "Ground") await page.waitForFunction(() => !document.querySelector("main [role=progressbar]"));
  await page.clock.runFor(1000);
  await shoot(page, name.toLowerCase());
}
/** Leaves of a station or a part, by their address. */
const scene = new URL(page.url()).pathname.split("/")[2];
for (const [address, name, button, press] of [
  ["print/all/plates", "plates", "Plate 1 of Small filament", "press"],
  ["paint/coats?part=mill-house", "coats"],
  ["paint/rack", "rack"],
  ["assemble/joint?joint=paddle-in-frame", "joint"],
  ["print/mill-house/up", "which-way-up", "Use this orientation"],
]) {
  await page.goto(`${base}/s/${scene}/${address}`);
  await page.locator("main h1").waitFor();
  // What is reckoned must be there before the picture.
  if (button) await page.getByRole("button", { name: button }).first().waitFor();
  if (press) await page.getByRole("button", { name: button }).first().click();
  await page.waitForFunction(
    () => !document.querySelector("main [role=status]") && !document.body.textContent.includes("hours are reckoned"),
  );
  await page.waitForTimeout(1200);
  await shoot(page, name);
}
await page.goto(`${base}/s/${scene}/paint/pot`);
await page.locator("main input[type=color]").first().fill("#a8977a");
await page.getByRole("button", { name: /^Find mixes/ }).click();
await page.getByRole("button", { name: "Take it" }).first().click();
await page.evaluate(() => document.querySelector("#sheet").scrollTo(0, 0));
await shoot(page, "pot");
await page.goto(`${base}/bench`);
await page.getByRole("heading", { name: "The bench", level: 1 }).waitFor();
await shoot(page, "bench");
const phone = await open({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
await phone.getByRole("link", { name: /^Tonight/ }).click();
await shoot(phone, "tonight-phone");
await chrome.close();
server.kill();
