/**
 * How long a long log takes to show its first page, from the address to the first row that is drawn, in the built program; beside it the same
 * rows read bare from the same browser's database and nothing done with them.
 */
import { chromium, type Page } from "@playwright/test";
import { manyRecords } from "../tests/manyRecords";
import { PORT, served } from "./served";
import { median, summed, type Measured } from "./side";

export interface BookRow {
  name: string;
  work: string;
  peer: string;
  goal: number;
  /** Records of the scene; the last one is the row's own. */
  records: number[];
}

const ROUNDS = 5;
const base = `http://127.0.0.1:${PORT}`;

async function firstPage(page: Page): Promise<number> {
  const began = performance.now();
  await page.goto(`${base}/s/saltmarsh-sluice/log`, { waitUntil: "commit" });
  await page.locator("tbody tr").first().waitFor();
  const took = performance.now() - began;
  // What goes on after it must not slow the next down.
  await page.waitForTimeout(4000);
  return took;
}

async function readBare(page: Page): Promise<number> {
  await page.goto(`${base}/icon.svg`);
  return page.evaluate(async () => {
    const done = <T>(r: IDBRequest<T>): Promise<T> =>
      new Promise((yes, no) => {
        r.onsuccess = () => yes(r.result);
        r.onerror = () => no(new Error(String(r.error)));
      });
    const began = performance.now();
    const db = await done(indexedDB.open("inch-hollow"));
    await done(db.transaction("records").objectStore("records").index("sceneId").getAll("saltmarsh-sluice"));
    const took = performance.now() - began;
    db.close();
    return took;
  });
}

async function at(records: number): Promise<{ ours: number[]; peer: number[] }> {
  const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
  try {
    const page = await browser.newPage({ serviceWorkers: "block", timezoneId: "Europe/Berlin", viewport: { width: 1280, height: 800 } });
    await page.clock.install({ time: new Date("2026-11-26T19:10:00+01:00") });
    // What runs in the page was written here, where functions are given their names.
    await page.addInitScript({ content: "globalThis.__name = (f) => f;" });
    await page.goto(base);
    await page.getByTestId("notes").waitFor();
    await manyRecords(page, records);
    await page.getByTestId("notes").waitFor();
    const ours: number[] = [],
      peer: number[] = [];
    // The first round warms up and is not counted.
    for (let round = 0; round <= ROUNDS; round++) {
      const [a, b] = [await firstPage(page), await readBare(page)];
      if (round > 0) {
        ours.push(a);
        peer.push(b);
      }
    }
    return { ours, peer };
  } finally {
    await browser.close();
  }
}

export async function measureBook(row: BookRow): Promise<Measured> {
  const stop = await served();
  const growth: { size: number; ms: number }[] = [];
  let last: { ours: number[]; peer: number[] } = { ours: [], peer: [] };
  try {
    for (const size of row.records) {
      last = await at(size);
      growth.push({ size, ms: Math.round(median(last.ours)) });
    }
  } finally {
    stop();
  }
  return summed(row, last.ours, last.peer, growth, process.memoryUsage().rss);
}
