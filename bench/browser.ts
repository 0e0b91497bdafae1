/**
 * Rows that run in a browser, because the peer leans on the browser's own parser: in Node it would be slowed by a stand-in. The page
 * is bundled here, is served from nowhere and asks nobody.
 */
import { chromium } from "@playwright/test";
import { build, type Rolldown } from "vite";
import { fileURLToPath } from "node:url";
import type { PageTimes } from "./inPage";
import { median, summed, type Measured } from "./side";

export interface BrowserRow {
  name: string;
  work: string;
  peer: string;
  goal: number;
  /** Module of the page, beside this file: offers both ways, see inPage. */
  page: string;
  sizes: number[];
  /** The file that both sides read. */
  file: (size: number) => Uint8Array;
}

async function bundle(page: string): Promise<string> {
  const entry = fileURLToPath(new URL(page, import.meta.url));
  const result = (await build({
    configFile: false,
    logLevel: "error",
    build: { write: false, minify: false, rollupOptions: { input: entry, preserveEntrySignatures: false } },
  })) as Rolldown.RolldownOutput;
  return result.output.flatMap((o) => (o.type === "chunk" ? [o.code] : [])).join("\n");
}

/** One warm-up of each, then `rounds` of ours and the peer's in turn, as in Node. */
export async function measureInBrowser(row: BrowserRow, rounds = 5): Promise<Measured> {
  const script = await bundle(row.page);
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--js-flags=--max-old-space-size=4096"],
  });
  const growth: { size: number; ms: number }[] = [];
  let ours: number[] = [],
    peer: number[] = [],
    peak = 0;
  try {
    for (const size of row.sizes) {
      const page = await browser.newPage();
      const file = Buffer.from(row.file(size));
      await page.route("**/*", (route) =>
        route.request().url().endsWith("/file")
          ? route.fulfill({ body: file, contentType: "application/octet-stream" })
          : route.fulfill({ body: "<!doctype html><title>bench</title>", contentType: "text/html" }),
      );
      await page.goto("http://bench.invalid/");
      await page.addScriptTag({ content: script, type: "module" });
      const last = size === row.sizes.at(-1);
      // As text: what runs in the page is what was bundled, not what this process has compiled.
      const found = (await page.evaluate(`run(${rounds}, ${last})`)) as PageTimes;
      ours = found.ours;
      peer = found.peer;
      peak = Math.max(peak, found.heapBytes);
      growth.push({ size, ms: Math.round(median(ours)) });
      await page.close();
    }
  } finally {
    await browser.close();
  }
  return summed(row, ours, peer, growth, peak);
}
