/**
 * What an edit costs the page. The built program is served and opened in a browser with a scene of many parts as people have them; edits are
 * made by hand on several pages. Taken are the longest task of the page's own thread (above 50 ms a person notices: the bound of the Long
 * Tasks API), what its scripts take for one edit, and what they take while nothing happens.
 */
import { chromium, type CDPSession, type Page } from "@playwright/test";
import { packed, withBytes } from "../tests/bundleKit";
import { realParts } from "../tests/realParts";
import { PORT, served } from "./served";
import { median, summed, type Measured } from "./side";

export interface PageRow {
  name: string;
  work: string;
  peer: string;
  goal: number;
  /** What is taken, ms: the longest task after the worst of the edits, the scripts' time for a coat that is added, the scripts' time at rest. */
  taken: "longest task" | "scripts of a coat" | "rest";
  /** What it is held against, ms. */
  boundMs: number;
  /** Parts of the scene; the last one is the row's own. */
  parts: number[];
}

const ROUNDS = 5;
const REST_MS = 6000;

/** What the page's scripts took since it was opened. */
async function scriptMs(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send("Performance.getMetrics");
  return 1000 * (metrics.find((m) => m.name === "ScriptDuration")?.value ?? 0);
}

interface Cost {
  longest: number;
  script: number;
}

/** Does something and waits until the page has been quiet for a while. @returns what it cost the page, ms */
async function costOf(page: Page, cdp: CDPSession, act: () => Promise<void>, quietMs = 900): Promise<Cost> {
  await page.evaluate(() => ((window as unknown as { tasks: number[] }).tasks.length = 0));
  const before = await scriptMs(cdp);
  await act();
  await page.waitForTimeout(quietMs);
  const script = (await scriptMs(cdp)) - before;
  const longest = await page.evaluate(() => Math.max(0, ...(window as unknown as { tasks: number[] }).tasks));
  return { longest, script };
}

/** An edit that did not come about would measure nothing. */
const cameAbout = (page: Page): Promise<void> => page.locator("[data-sonner-toast]").first().waitFor();

/** Presses a button of the page itself: what looks for it costs nothing then. */
const press = (page: Page, words: string): Promise<void> =>
  page.evaluate((text) => {
    const button = [...document.querySelectorAll("button")].find((b) =>
      (b.getAttribute("aria-label") ?? b.textContent ?? "").startsWith(text),
    );
    if (!button) throw new Error(`There is no button “${text}”.`);
    button.click();
  }, words);

/** Edits on three pages; each is done and taken back. */
const EDITS: { name: string; page: string; ready?: (page: Page) => Promise<void>; act: (page: Page) => Promise<void> }[] = [
  { name: "a go is begun", page: "tonight", act: (page) => press(page, "Start: ") },
  {
    name: "a coat",
    page: "parts/p3",
    ready: async (page) => {
      await page.getByRole("button", { name: "Add a step" }).click();
      await page.waitForTimeout(900);
    },
    act: (page) => press(page, "A coat"),
  },
  {
    name: "copies of a part",
    page: "parts/p5",
    act: async (page) => {
      await page.getByLabel("copies", { exact: false }).first().fill("3");
      await page.keyboard.press("Enter");
    },
  },
];

/** A page with a scene of so many parts, everything of it computed. */
async function opened(
  parts: number,
): Promise<{ page: Page; cdp: CDPSession; go: (path: string) => Promise<void>; close: () => Promise<void> }> {
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
  const page = await browser.newPage({ serviceWorkers: "block", timezoneId: "Europe/Berlin", viewport: { width: 1280, height: 800 } });
  await page.clock.install({ time: new Date("2026-11-26T19:10:00+01:00") });
  await page.addInitScript(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({ type: "longtask" });
  });
  const base = `http://127.0.0.1:${PORT}`;
  await page.goto(`${base}/bench`);
  const { project, meshes } = await realParts(parts);
  const buffer = Buffer.from(await packed(withBytes(project, meshes)));
  await page.locator("#bench-bundle").setInputFiles({ name: "many.inchhollow", mimeType: "application/zip", buffer });
  await page.getByRole("navigation", { name: "Stations" }).waitFor();
  const scene = new URL(page.url()).pathname.split("/").slice(0, 3).join("/");
  const cdp = await page.context().newCDPSession(page);
  await cdp.send("Performance.enable");
  const go = async (path: string): Promise<void> => {
    await page.goto(`${base}${scene}/${path}`);
    await page.getByRole("heading", { level: 1 }).waitFor();
    await page.waitForFunction(() => !/\d to go|calculating again|planning the evenings/.test(document.body.innerText), null, {
      polling: 500,
      timeout: 180_000,
    });
    await page.waitForTimeout(1500);
  };
  return { page, cdp, go, close: () => browser.close() };
}

/** What each edit costs, or one of them, in a scene of so many parts. */
async function editsAt(parts: number, only?: string): Promise<Map<string, Cost[]>> {
  const { page, cdp, go, close } = await opened(parts);
  const out = new Map<string, Cost[]>(EDITS.map((e) => [e.name, []]));
  try {
    for (const edit of EDITS.filter((e) => !only || e.name === only)) {
      await go(edit.page);
      // The first rounds warm up and are not counted.
      for (let round = -1; round <= ROUNDS; round++) {
        await edit.ready?.(page);
        const done = await costOf(page, cdp, () => edit.act(page));
        await cameAbout(page);
        // In a field the key would take back what was typed.
        await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
        const back = await costOf(page, cdp, () => page.keyboard.press("Control+z"));
        if (round > 0) out.get(edit.name)!.push({ ...done, longest: Math.max(done.longest, back.longest) });
      }
    }
  } finally {
    await close();
  }
  return out;
}

/** What the page's scripts take while nothing happens, on its two pages that follow the clock. */
async function restAt(parts: number): Promise<number[]> {
  const { page, cdp, go, close } = await opened(parts);
  const out: number[] = [];
  try {
    for (const path of ["tonight", "print"]) {
      await go(path);
      await page.waitForTimeout(3000);
      for (let round = 0; round < 3; round++) out.push((await costOf(page, cdp, () => Promise.resolve(), REST_MS)).script);
    }
  } finally {
    await close();
  }
  return out;
}

async function takenAt({ taken }: PageRow, parts: number): Promise<number[]> {
  if (taken === "rest") return restAt(parts);
  if (taken === "scripts of a coat") return (await editsAt(parts, "a coat")).get("a coat")!.map((c) => c.script);
  const edits = await editsAt(parts);
  if (process.env.BENCH_TRACE) console.error(parts, edits);
  // The worst edit.
  return [...edits.values()].map((costs) => costs.map((c) => c.longest)).reduce((a, b) => (median(a) >= median(b) ? a : b));
}

export async function measureAfterEdit(row: PageRow): Promise<Measured> {
  const stop = await served();
  const growth: { size: number; ms: number }[] = [];
  let last: number[] = [];
  try {
    for (const size of row.parts) {
      last = await takenAt(row, size);
      growth.push({ size, ms: Math.round(median(last)) });
    }
  } finally {
    stop();
  }
  return summed(row, last, [row.boundMs], growth, process.memoryUsage().rss);
}
