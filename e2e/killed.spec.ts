/** A browser that is killed. */
import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { chromium, type Browser } from "@playwright/test";
import { expect, test } from "./bench";

/** A browser of its own on a profile that stays, so that it can be killed: all its processes, without a word. */
async function killable(
  profile: string,
  executablePath: string,
  args: string[],
): Promise<{ browser: Browser; kill: () => Promise<void>; quit: () => Promise<void> }> {
  for (const lock of ["SingletonLock", "SingletonCookie", "SingletonSocket", "DevToolsActivePort"])
    rmSync(path.join(profile, lock), { force: true });
  const child = spawn(
    executablePath,
    [...args, "--headless", "--disable-gpu", `--user-data-dir=${profile}`, "--remote-debugging-port=0", "about:blank"],
    {
      detached: true,
      stdio: "ignore",
    },
  );
  const portFile = path.join(profile, "DevToolsActivePort");
  await expect.poll(() => existsSync(portFile) && readFileSync(portFile, "utf8").includes("\n")).toBe(true);
  const browser = await chromium.connectOverCDP(`http://127.0.0.1:${readFileSync(portFile, "utf8").split("\n")[0]}`);
  // Until the last of its processes is gone, one of them may still hold the profile's files.
  const gone = (): Promise<void> =>
    expect
      .poll(() => {
        try {
          return process.kill(-child.pid!, 0);
        } catch {
          return false;
        }
      })
      .toBe(false);
  const kill = async (): Promise<void> => {
    process.kill(-child.pid!, "SIGKILL");
    await gone();
  };
  const quit = async (): Promise<void> => {
    await (await browser.newBrowserCDPSession()).send("Browser.close").catch(() => undefined);
    await gone();
  };
  return { browser, kill, quit };
}

test("a browser killed at ten moments loses no acknowledged edit", async ({ baseURL, launchOptions }) => {
  test.setTimeout(400_000);
  const profile = mkdtempSync(path.join(tmpdir(), "inch-killed-"));
  let acknowledged = 0;
  // A browser that has been used before: which site owns which files it writes down half a minute after the first of them, and until then
  // a kill may take the site's whole store along. That is not ours to keep.
  const visit = await killable(profile, launchOptions.executablePath!, launchOptions.args ?? []);
  const visited = visit.browser.contexts()[0].pages()[0];
  await visited.goto(`${baseURL}/`);
  await expect(visited.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible({ timeout: 40_000 });
  await expect(visited.getByText(/^calculating/)).toBeHidden();
  const owners = path.join(profile, "Default/WebStorage/QuotaManager");
  await expect.poll(() => existsSync(owners) && readFileSync(owners).includes(baseURL!), { timeout: 90_000, intervals: [1000] }).toBe(true);
  await visit.quit();
  for (let round = 0; round < 10; round++) {
    const { browser, kill } = await killable(profile, launchOptions.executablePath!, launchOptions.args ?? []);
    const page = browser.contexts()[0].pages()[0];
    await page.goto(`${baseURL}/s/saltmarsh-sluice/parts/mill-house`);
    await expect(page.getByRole("heading", { name: "Mill house", level: 1 })).toBeVisible({ timeout: 40_000 });
    const copies = page.getByLabel("Copies needed");
    // Whatever was acknowledged is there; at the most the one edit more that was on its way.
    if (round > 0) expect([acknowledged, acknowledged + 1]).toContain(Number(await copies.inputValue()));
    const next = Number(await copies.inputValue()) + 1;
    await copies.fill(String(next));
    await copies.press("Enter");
    await expect(page.getByText(`· ${next} copies`)).toBeVisible();
    acknowledged = next;
    // Another edit, killed at a moment of its own: before, while or after it is stored.
    await copies.fill(String(next + 1));
    await copies.press("Enter");
    await new Promise((later) => setTimeout(later, round * 12));
    await kill();
    await browser.close().catch(() => undefined);
  }
  expect(acknowledged).toBeGreaterThanOrEqual(11);
  rmSync(profile, { recursive: true, force: true });
});
