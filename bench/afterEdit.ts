/**
 * What an edit costs the page. The built program is served and opened in a browser with a scene of many parts; edits are made by hand on
 * several pages, and the longest task of the page's own thread is taken. Above 50 ms a person notices (the bound of the Long Tasks API).
 */
import { chromium, type Page } from "@playwright/test";
import { spawn } from "node:child_process";
import { existsSync } from "node:fs";
import { fileURLToPath } from "node:url";
import { bare, packed } from "../tests/bundleKit";
import { manyParts } from "../tests/manyParts";
import { summed, type Measured } from "./side";

export interface PageRow {
  name: string;
  work: string;
  peer: string;
  goal: number;
  /** Parts of the scene; the last one is the row's own. */
  parts: number[];
}

const PORT = 4531;
const LONG_TASK_MS = 50;
const ROUNDS = 5;
const root = fileURLToPath(new URL("..", import.meta.url));

/** Starts the built program. @returns how to stop it */
async function served(): Promise<() => void> {
  if (!existsSync(`${root}/build/server/index.js`)) throw new Error("This row needs the built program: run `npm run build` first.");
  const server = spawn("node", ["server/serve.mjs"], { cwd: root, env: { ...process.env, PORT: String(PORT) }, stdio: "pipe" });
  await new Promise<void>((resolve, reject) => {
    server.stdout.on("data", (text: Buffer) => text.toString().includes("is at") && resolve());
    server.on("exit", () => reject(new Error("The program could not be served.")));
  });
  return () => server.kill();
}

/** Does something and waits until the page has been quiet for a while. @returns its longest task, ms */
async function longestTask(page: Page, act: () => Promise<void>): Promise<number> {
  await page.evaluate(() => ((window as unknown as { tasks: number[] }).tasks.length = 0));
  await act();
  // An edit that did not come about would measure nothing.
  await page.locator("[data-sonner-toast]").first().waitFor();
  await page.waitForTimeout(900);
  return page.evaluate(() => Math.max(0, ...(window as unknown as { tasks: number[] }).tasks));
}

/** Edits on three pages; each is done and taken back. */
const EDITS: { name: string; page: string; act: (page: Page) => Promise<void> }[] = [
  {
    name: "a go is begun",
    page: "tonight",
    act: (page) =>
      page
        .getByRole("button", { name: /^Start: / })
        .first()
        .click(),
  },
  {
    name: "copies of a part",
    page: "parts/p3",
    act: async (page) => {
      await page.getByLabel("copies", { exact: false }).first().fill("3");
      await page.keyboard.press("Enter");
    },
  },
  { name: "a part is removed", page: "parts/p5", act: (page) => page.getByRole("button", { name: "Remove this part" }).click() },
];

/** The longest task of each edit, in a scene of so many parts. */
async function measureAt(parts: number): Promise<Map<string, number[]>> {
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
  const out = new Map<string, number[]>(EDITS.map((e) => [e.name, []]));
  try {
    const page = await browser.newPage({ serviceWorkers: "block", timezoneId: "Europe/Berlin", viewport: { width: 1280, height: 800 } });
    await page.clock.setFixedTime(new Date("2026-11-26T19:10:00+01:00"));
    await page.addInitScript(() => {
      const tasks: number[] = [];
      Object.assign(window, { tasks });
      new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({ type: "longtask" });
    });
    const base = `http://127.0.0.1:${PORT}`;
    await page.goto(`${base}/bench`);
    const buffer = Buffer.from(await packed(bare(manyParts(parts))));
    await page.locator("#bench-bundle").setInputFiles({ name: "many.inchhollow", mimeType: "application/zip", buffer });
    await page.getByRole("navigation", { name: "Stations" }).waitFor();
    const scene = new URL(page.url()).pathname.split("/").slice(0, 3).join("/");
    for (const edit of EDITS) {
      await page.goto(`${base}${scene}/${edit.page}`);
      await page.getByRole("heading", { level: 1 }).waitFor();
      await page.waitForTimeout(1500);
      // The first round warms up and is not counted.
      for (let round = 0; round <= ROUNDS; round++) {
        const ms = await longestTask(page, () => edit.act(page));
        const back = await longestTask(page, () => page.keyboard.press("Control+z"));
        if (round > 0) out.get(edit.name)!.push(Math.max(ms, back));
        if (edit.name === "a part is removed") {
          await page.goto(`${base}${scene}/${edit.page}`);
          await page.waitForTimeout(1500);
        }
      }
    }
  } finally {
    await browser.close();
  }
  return out;
}

/** The worst edit's median of its longest tasks, against the bound. */
export async function measureAfterEdit(row: PageRow): Promise<Measured> {
  const stop = await served();
  const growth: { size: number; ms: number }[] = [];
  let worst: number[] = [];
  try {
    for (const size of row.parts) {
      const byEdit = [...(await measureAt(size))];
      if (process.env.BENCH_TRACE) console.error(size, byEdit);
      const mid = (n: number[]): number => [...n].sort((a, b) => a - b)[Math.floor(n.length / 2)];
      worst = byEdit.map(([, ms]) => ms).reduce((a, b) => (mid(a) >= mid(b) ? a : b));
      growth.push({ size, ms: Math.round(mid(worst)) });
    }
  } finally {
    stop();
  }
  return summed(row, worst, [LONG_TASK_MS], growth, process.memoryUsage().rss);
}
