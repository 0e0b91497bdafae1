/** A tablet that is turned, a window that narrows: every page follows without a reload, and nothing scrolls sideways into blank. */
import { expect, test } from "./bench";

const PAGES = [
  "tonight",
  "scale",
  "scale/subject",
  "parts",
  "parts/mill-house",
  "print",
  "print/all/plates",
  "print/all/prints",
  "print/mill-house/inside",
  "surface",
  "surface/seams",
  "surface/film",
  "paint",
  "assemble",
  "ground",
  "log",
  "workshop",
];

for (const [width, height] of [
  [800, 1280],
  [390, 844],
] as const)
  test(`turned from a desk to ${width} by ${height}, no page is wider than the window`, async ({ bench }) => {
    test.setTimeout(300_000);
    const [base] = new URL(bench.url()).pathname.split("/parts/");
    for (const page of PAGES) {
      await bench.setViewportSize({ width: 1280, height: 800 });
      await bench.goto(`${base}/${page}`);
      await expect(bench.locator("main h1")).toBeVisible();
      await bench.setViewportSize({ width, height });
      await expect
        .poll(
          () =>
            bench.evaluate(() => {
              const sheet = document.querySelector("main")!;
              return [document.scrollingElement!.scrollWidth - innerWidth, sheet.scrollWidth - sheet.clientWidth];
            }),
          { message: page },
        )
        .toEqual([0, 0]);
    }
  });
