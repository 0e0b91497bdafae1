/** What the browser tests share: a fixed evening, a clean browser, a mesh file that is not in the repository. */
import { expect, test as base, type Locator, type Page } from "@playwright/test";
import { coneMesh, MeshBuilder, writeStl } from "../core/mesh";

/** A Thursday evening, so that something is offered: nothing is at night. */
export const EVENING = new Date("2026-11-26T19:10:00+01:00");

export const test = base.extend<{ bench: Page; faults: string[] }>({
  /** Console errors and requests to other origins; every test fails on them. */
  faults: [
    async ({ page, baseURL }, provide) => {
      const faults: string[] = [];
      page.on("console", (m) => m.type() === "error" && faults.push(`console: ${m.text()}`));
      page.on("pageerror", (e) => faults.push(`error: ${e.message}`));
      page.on("request", (r) => {
        if (/^https?:/.test(r.url()) && !r.url().startsWith(baseURL!)) faults.push(`other origin: ${r.url()}`);
      });
      await provide(faults);
      expect(faults).toEqual([]);
    },
    { auto: true },
  ],
  bench: async ({ page }, provide) => {
    await page.clock.install({ time: EVENING });
    // Each test has stand-ins of its own: all of them share one server.
    const own = Math.random().toString(36).slice(2, 12);
    await page.route("**/stand-ins/printers/**", (route) =>
      route.continue({
        url: route
          .request()
          .url()
          .replace(/printers\/(large|small|resin)(?=[/?]|$)/, `printers/$1-${own}`),
      }),
    );
    await page.goto("/");
    await expect(page.getByTestId("notes")).toBeVisible();
    await provide(page);
  },
});

export { expect };

/** A shed of 60 × 90 × 52 mm with a 20° roof, made here so that no test rests on the demo's meshes. */
export function shedStl(factor = 1): Buffer {
  const s = factor,
    w = 60 * s,
    d = 90 * s,
    e = 40 * s,
    r = e + (w / 2) * Math.tan((20 * Math.PI) / 180);
  return Buffer.from(
    writeStl(
      new MeshBuilder()
        .prism(
          [
            [0, 0],
            [w, 0],
            [w, e],
            [w / 2, r],
            [0, e],
          ],
          0,
          d,
        )
        .build(),
    ),
  );
}

/** A mound of 120 mm across and 22 mm high: a slope of 20° all round. */
export const moundStl = (): Buffer => Buffer.from(writeStl(coneMesh(60, 22, 96)));

export const upload = async (page: Page, name: string, buffer: Buffer): Promise<void> => {
  await page.keyboard.press("n");
  await page.locator("#mesh-file").setInputFiles({ name, mimeType: "model/stl", buffer });
};

/** A leaf of the station that is open. */
export const leaf = (page: Page, name: string) => page.getByRole("navigation", { name: /^Tabs of/ }).getByRole("link", { name });

/** Opens a station; on a phone the last of them stand behind a button. */
export async function openStation(page: Page, name: string): Promise<void> {
  const link = station(page, name);
  const more = page.getByRole("button", { name: "More", exact: true });
  if (!(await link.isVisible()) && (await more.isVisible())) await more.click();
  await turnTo(page, link);
}
/** Opens a tab of the station at hand. */
export const openLeaf = (page: Page, name: string): Promise<void> => turnTo(page, leaf(page, name));
/** Until a page is turned, the one before it is still there, and would be pressed and looked at in its stead. */
async function turnTo(page: Page, link: Locator): Promise<void> {
  const to = await link.getAttribute("href");
  await link.click();
  await page.waitForURL(`**${to}`);
}
export const station = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Stations" }).getByRole("link", { name: new RegExp(`^${name}`) });
