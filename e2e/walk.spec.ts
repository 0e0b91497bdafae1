/** A walk over all main views at the three sizes: nothing cut off, nothing over something else, nothing too small, no faults. */
import type { Page } from "@playwright/test";
import { STATIONS, type Station, type Tab } from "../app/features/stations";
import { accessFaults } from "./access";
import { expect, openStation, test } from "./bench";

const SIZES = [
  { name: "a desk", viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false },
  { name: "a tablet", viewport: { width: 1024, height: 768 }, hasTouch: true, isMobile: false },
  { name: "a phone", viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
];

/** Sideways scrolling, cut-off text, text over text, and targets under 24 px (44 px for a thumb). Text that is scrolled out of sight does not count. */
function audit(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    const say = (el: Element): string =>
      `<${el.tagName.toLowerCase()}> "${(el.textContent ?? "").trim().replace(/\s+/g, " ").slice(0, 50)}"`;
    const shown = (el: Element): boolean => {
      const s = getComputedStyle(el);
      return s.visibility !== "hidden" && s.display !== "none" && !el.closest(".sr-only");
    };
    if (document.documentElement.scrollWidth > innerWidth + 1)
      found.push(`sideways scroll: ${document.documentElement.scrollWidth} in ${innerWidth}`);
    const clipOf = (el: Element): DOMRect => {
      let box = new DOMRect(0, 0, innerWidth, innerHeight);
      for (let p = el.parentElement; p; p = p.parentElement) {
        if (!/auto|scroll|hidden|clip/.test(getComputedStyle(p).overflow)) continue;
        const r = p.getBoundingClientRect();
        const x = Math.max(box.left, r.left),
          y = Math.max(box.top, r.top);
        box = new DOMRect(x, y, Math.max(0, Math.min(box.right, r.right) - x), Math.max(0, Math.min(box.bottom, r.bottom) - y));
      }
      return box;
    };
    const boxes: { el: Element; r: DOMRect }[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let n = walker.nextNode(); n; n = walker.nextNode()) {
      const el = n.parentElement;
      if (!el || !n.textContent?.trim() || !shown(el) || el.closest("script,style,title,noscript,[data-sonner-toaster]")) continue;
      const range = document.createRange();
      range.selectNodeContents(n);
      const clip = clipOf(el);
      for (const r of range.getClientRects()) {
        const w = Math.min(r.right, clip.right) - Math.max(r.left, clip.left),
          h = Math.min(r.bottom, clip.bottom) - Math.max(r.top, clip.top);
        if (w < 2 || h < r.height * 0.6) continue;
        boxes.push({ el, r });
      }
      for (let p: Element | null = el; p && p !== document.body; p = p.parentElement) {
        const s = getComputedStyle(p);
        if (/hidden|clip/.test(s.overflowX) && p.scrollWidth > p.clientWidth + 2 && p.clientWidth > 1 && s.textOverflow !== "ellipsis") {
          found.push(`cut off: ${say(p)}`);
          break;
        }
      }
    }
    for (let i = 0; i < boxes.length; i++)
      for (let j = i + 1; j < boxes.length; j++) {
        const a = boxes[i],
          b = boxes[j];
        if (a.el === b.el || a.el.contains(b.el) || b.el.contains(a.el)) continue;
        const w = Math.min(a.r.right, b.r.right) - Math.max(a.r.left, b.r.left),
          h = Math.min(a.r.bottom, b.r.bottom) - Math.max(a.r.top, b.r.top);
        if (w > 3 && h > Math.min(a.r.height, b.r.height) * 0.35) found.push(`text over text: ${say(a.el)} and ${say(b.el)}`);
      }
    const least = matchMedia("(pointer: coarse)").matches ? 44 : 24;
    for (const el of document.querySelectorAll(
      "button,a[href],input:not([type=hidden]):not([type=checkbox]),select,summary,[role=button]",
    )) {
      const r = el.getBoundingClientRect();
      if (!shown(el) || r.width < 2 || r.height < 2 || el.closest("[data-sonner-toaster]") || r.bottom < 0) continue;
      if (Math.min(r.width, r.height) < least - 0.5)
        found.push(`small target ${Math.round(r.width)}×${Math.round(r.height)}: ${say(el)} ${el.getAttribute("aria-label") ?? ""}`);
    }
    return [...new Set(found)];
  });
}

/** Looks at what is shown: by the eye of `audit`, and by the rules for assistive technology. */
async function look(bench: Page, where: string): Promise<void> {
  const { width } = bench.viewportSize()!;
  // What fades in or out has no contrast: a message is looked at once it stands, and elsewhere it is waited for until it has gone.
  // One that is pointed at stays.
  if (where === "the bench") await bench.locator("[data-sonner-toast][data-mounted=true]").hover();
  else await expect(bench.locator("[data-sonner-toast]")).toHaveCount(0);
  await bench.evaluate(() => Promise.allSettled(document.getAnimations().map((a) => a.finished)));
  expect(await audit(bench), where).toEqual([]);
  expect(await accessFaults(bench, { contrast: width === SIZES[0].viewport.width }), where).toEqual([]);
}

/** A page, once everything of it is there. What opens a station may have something to say for good. */
async function lookOnceThere(bench: Page, where: string, { path }: Tab): Promise<void> {
  await expect(bench.locator("main h1")).toBeVisible();
  await expect(bench.getByRole("progressbar")).toHaveCount(0, { timeout: 60_000 });
  if (path !== "") await expect(bench.locator("main [role=status]")).toHaveCount(0, { timeout: 60_000 });
  await look(bench, where);
}

/** Every tab that the list of stations names is there under its label, and is looked at. */
async function lookAtTabs(bench: Page, where: string, tabs: readonly Tab[]): Promise<void> {
  const links = bench.getByRole("navigation", { name: /^Tabs of/ }).getByRole("link");
  if (tabs.length > 1) await expect(links).toHaveCount(tabs.length);
  for (const [i, tab] of tabs.entries()) {
    if (tabs.length > 1) {
      await expect(links.nth(i)).toContainText(tab.label);
      await links.nth(i).click();
      // Until it is turned, the page before it is still there.
      await expect(links.nth(i)).toHaveAttribute("aria-current", "page");
    }
    await lookOnceThere(bench, `${where}, ${tab.label}`, tab);
  }
}

/** A part that has much on its pages. */
const PARTS: Partial<Record<Station["id"], string>> = { parts: "rowing-boat", print: "quay-wall" };

const walkOf = ({ name, tabs, id, partTabs }: Station): Record<string, (bench: Page) => Promise<void>> => ({
  [`the tabs of ${name}`]: async (bench) => {
    await openStation(bench, name);
    await lookAtTabs(bench, name, tabs);
  },
  ...(partTabs && {
    [`${name}, a part`]: async (bench) => {
      await bench.goto(`/s/saltmarsh-sluice/${id}/${PARTS[id] ?? "quay-wall"}`);
      await lookAtTabs(bench, `${name}, a part`, partTabs);
    },
  }),
});
const single = STATIONS.filter((s) => s.tabs.length === 1 && !s.partTabs);

/** One walk for each station with tabs, so that none is long: a busy machine takes a while over every page. */
const WALKS: Record<string, (bench: Page) => Promise<void>> = {
  "the sheet, and stations of one page": async (bench) => {
    await look(bench, "the sheet");
    for (const { name, tabs } of single) {
      await openStation(bench, name);
      await lookAtTabs(bench, name, tabs);
    }
  },
  ...Object.assign({}, ...STATIONS.filter((s) => !single.includes(s)).map(walkOf)),
  "the bench, and pages by lamp light": async (bench) => {
    await bench.goto("/bench");
    await bench.getByRole("button", { name: "Delete Saltmarsh Sluice" }).click();
    await expect(bench.getByRole("region", { name: "Deleted scenes" })).toBeVisible();
    await look(bench, "the bench");
    await bench.goto("/away");
    await expect(bench.getByRole("heading", { name: "Take a list in" })).toBeVisible();
    await look(bench, "a list taken along");
    await bench.goto("/bench");
    await bench.getByRole("button", { name: "Restore Saltmarsh Sluice" }).click();
    await bench.getByRole("link", { name: "Open Saltmarsh Sluice" }).click();
    await expect(bench.getByTestId("notes")).toBeVisible();
    await bench.evaluate(() => (document.documentElement.dataset.lamp = "on"));
    for (const name of ["Tonight", "Paint", "Scale"]) {
      await openStation(bench, name);
      await look(bench, `${name}, lamp-lit`);
    }
  },
};

for (const size of SIZES)
  test.describe(`on ${size.name}`, () => {
    test.use({ viewport: size.viewport, hasTouch: size.hasTouch, isMobile: size.isMobile });
    for (const [name, walk] of Object.entries(WALKS))
      test(`${name}: in order`, async ({ bench }) => {
        test.setTimeout(300_000);
        await walk(bench);
      });
  });

test("dialogs are in order", async ({ bench }) => {
  for (const [key, title] of [
    ["n", "New part"],
    ["s", "Scenes and files"],
    ["?", "Keys"],
  ] as const) {
    await bench.keyboard.press(key);
    await expect(bench.getByRole("dialog", { name: title })).toBeVisible();
    expect(await audit(bench).then((f) => f.filter((x) => !x.startsWith("text over text"))), title).toEqual([]);
    expect(await accessFaults(bench, { within: "[role=dialog]", contrast: true }), title).toEqual([]);
    await bench.keyboard.press("Escape");
  }
  await bench.getByRole("button", { name: /^Why: 6.61 m/ }).click();
  await expect(bench.getByText("real height = model height × ratio", { exact: false })).toBeVisible();
});

test("the turntable turns, and its code comes only then", async ({ bench }) => {
  const scripts: string[] = [];
  bench.on("request", (r) => r.url().endsWith(".js") && scripts.push(r.url()));
  await bench.keyboard.press("r");
  await expect(bench.getByRole("img", { name: /on a turntable/ }).locator("canvas")).toBeVisible();
  expect(scripts.some((s) => /turntable/i.test(s))).toBe(true);
  // Lines of 0.2 mm layers lie a layer apart on its walls, further on its roof.
  await bench.getByLabel("Show").selectOption("line spacing");
  await expect(bench.getByText("0.2 mm", { exact: true })).toBeVisible();
  await expect(bench.getByRole("img", { name: /on a turntable/ }).locator("canvas")).toBeVisible();
});

test("the page has a policy without unsafe scripts and asks nobody else", async ({ bench, request }) => {
  const response = await request.get("/");
  const policy = response.headers()["content-security-policy"];
  expect(policy).toContain("script-src 'self' 'nonce-");
  expect(policy.split(";").find((p) => p.includes("script-src"))).not.toContain("unsafe-inline");
  await expect(bench.getByTestId("notes")).toBeVisible();
});
