/** Log: the strip and what is found in it, the shelf that is counted, money that sums, the evening in a line. */
import wavefile from "wavefile";
import { cameraPicture } from "../tests/cameraPicture";
import { expect, openLeaf, openStation, test } from "./bench";
import { storedRow, storedRows } from "./rows";

const LOG = "/s/saltmarsh-sluice/log";

test("the strip goes from mark to mark by arrows, shows that day, and finds what went wrong", async ({ bench }) => {
  await bench.goto(LOG);
  const strip = bench.getByRole("group", { name: /^Marks of the log/ });
  await strip.focus();
  for (let n = 0; n < 3; n++) await bench.keyboard.press("ArrowLeft");
  const day = bench.getByRole("region", { name: "That day" });
  await expect(day).toContainText("as it was that day");
  const search = bench.getByLabel("Find in all that is kept");
  await search.fill("hinge underexposed");
  await search.press("Enter");
  const found = bench.getByRole("list", { name: "Found" });
  await expect(found.getByRole("button").first()).toContainText("Cargo crate");
  await found.getByRole("button").first().click();
  await expect(day).toContainText("the corner by the hinge side was underexposed");
});

test("a count on the shelf is a line that can be struck out; a purchase has its price; undo takes it back", async ({ bench }) => {
  await bench.goto(`${LOG}/shelf`);
  const level = bench.getByLabel("Lime white: ml left");
  await expect(level).toHaveValue("80");
  await level.fill("64");
  await level.press("Enter");
  await expect(level).toHaveValue("64");
  await bench.getByRole("button", { name: /^Lime white water acrylic/ }).click();
  const line = bench.getByRole("listitem").filter({ hasText: "counted 64 ml" });
  await expect(line.first()).toBeVisible();
  // What the row says is what it began with.
  expect((await storedRow<{ stockMl: number }>(bench, "rack", "lime-white"))!.stockMl).not.toBe(64);
  await bench.getByRole("button", { name: "Delete: Lime white, counted 64 ml" }).click();
  await expect(level).toHaveValue("80");
  await bench.getByLabel("Bought, ml").fill("60");
  await bench.getByLabel("Bought, ml").press("Enter");
  await bench.getByRole("button", { name: "Add to the shelf" }).click();
  await expect(level).toHaveValue("140");
  await bench.getByRole("heading", { name: "Shelf" }).click();
  await bench.keyboard.press("Control+z");
  await expect(level).toHaveValue("80");
});

test("a pot that is not found keeps its level, is named before the go that takes it, and is found again; undo too", async ({ bench }) => {
  await bench.goto(`${LOG}/shelf`);
  const row = bench.getByRole("listitem").filter({ hasText: "Harbour grey primer" }).first();
  await row.getByRole("button", { name: /^Harbour grey primer water/ }).click();
  await row.getByLabel("Stands at").fill("drawer, right");
  await row.getByLabel("Stands at").press("Enter");
  await row.getByRole("button", { name: "Not found" }).click();
  await expect(row).toContainText("not found since Thu 26 Nov; its place: drawer, right");
  await expect(row.getByLabel("Harbour grey primer: ml left")).toHaveValue("240");
  await openStation(bench, "Tonight");
  await expect(bench.getByText("▲ Harbour grey primer: not found; its place: drawer, right")).toBeVisible();
  await openStation(bench, "Log");
  await openLeaf(bench, "Shelf");
  await row.getByRole("button", { name: /^Harbour grey primer water/ }).click();
  await row.getByRole("button", { name: "Found", exact: true }).click();
  await expect(row).not.toContainText("not found since");
  await bench.locator("h1").click();
  await bench.keyboard.press("Control+z");
  await expect(row).toContainText("not found since");
});

test("a report of the scene and the list of its parts come out as PDF", async ({ bench }) => {
  for (const [page, button, file] of [
    [`${LOG}/entries`, "Scene report", "saltmarsh-sluice-report.pdf"],
    ["/s/saltmarsh-sluice/parts", "Parts on paper", "saltmarsh-sluice-parts-list.pdf"],
  ]) {
    await bench.goto(page);
    const coming = bench.waitForEvent("download");
    await bench.getByRole("button", { name: button }).click();
    const got = await coming;
    expect(got.suggestedFilename()).toBe(file);
    const stream = await got.createReadStream();
    const first = await new Promise<Buffer>((done) => stream.once("data", (b: Buffer) => done(b)));
    expect(first.subarray(0, 5).toString()).toBe("%PDF-");
  }
});

test("too much for the date: what leaving out buys is left out with one press, and one undo brings it back", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench.getByLabel("ready by").fill("2026-11-30");
  const cuts = bench.getByRole("group", { name: "What leaving out buys" });
  const pigment = cuts.getByRole("button", { name: /^Leave out Dry mud pigment, dusted on/ });
  await pigment.click();
  await expect(pigment).toBeHidden();
  await expect(cuts).toBeVisible();
  await expect(cuts).not.toContainText("Dry mud pigment");
  await bench.locator("h1").click();
  await bench.keyboard.press("Control+z");
  await expect(pigment).toBeVisible();
});

test("money sums to the receipts, and hours of a printer make a piece dearer", async ({ bench }) => {
  await bench.goto(`${LOG}/money`);
  const bar = bench.getByRole("img", { name: /^filament/ });
  const label = (await bar.getAttribute("aria-label"))!;
  const sum = [...label.matchAll(/(\d+\.\d\d)/g)].reduce((s, m) => s + Math.round(Number(m[1]) * 100), 0);
  const total = (await bench
    .getByText(/\d so far/)
    .first()
    .textContent())!;
  expect(sum).toBe(Math.round(Number(/(\d+\.\d\d) so far/.exec(total)![1]) * 100));
  const printer = bench.getByRole("group").filter({ hasText: "Large filament" }).first();
  await printer.getByText("Large filament").click();
  for (const [name, text] of [
    ["Price", "280"],
    ["Life, hours", "3000"],
  ] as const) {
    await printer.getByLabel(name, { exact: true }).fill(text);
    await printer.getByLabel(name, { exact: true }).press("Enter");
  }
  await expect(printer).toContainText("0.093 EUR an hour");
});

test("an evening in a line is shown before it counts, refused with its place, and one undo takes it back", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/tonight");
  const field = bench.getByLabel("The evening in one line");
  const write = bench.getByRole("button", { name: "Write it down" });
  await field.fill("a 25, z 3");
  await expect(bench.getByText("Place 7: there is no letter “z” on the slip.")).toBeVisible();
  await expect(write).toBeDisabled();
  await field.fill("a 25, lime white low, !thin the second coat");
  await expect(bench.getByText(/done, 25 min/)).toBeVisible();
  await write.click();
  await expect(bench.getByText("3 entries written down. Undo takes them back.")).toBeVisible();
  await bench.goto(`${LOG}/entries`);
  const taken = bench.getByLabel("Taken, Harbour grey primer, brushed");
  // Two pieces share what was said, by what was planned for each.
  await expect(taken.first()).toHaveValue(/^\d+ min$/);
  const minutes = await Promise.all([0, 1].map((i) => taken.nth(i).inputValue()));
  expect(minutes.reduce((sum, m) => sum + Number.parseInt(m), 0)).toBeGreaterThanOrEqual(24);
  const before = await taken.count();
  await bench.getByRole("heading", { name: "Entries" }).click();
  await bench.keyboard.press("Control+z");
  await expect(taken).toHaveCount(before - 2);
});

test("pictures of a camera find their steps by their time, its clock is set once, and undo takes them down", async ({ bench }) => {
  await bench.goto(LOG);
  const strip = bench.getByRole("group", { name: /^Marks of the log/ });
  await strip.focus();
  await bench.keyboard.press("ArrowRight");
  const day = bench.getByRole("region", { name: "That day" });
  await expect(day).toBeVisible();
  const first = await bench.evaluate(
    () =>
      new Promise<{ startedAt: number; id: string }>((resolve) => {
        const open = indexedDB.open("inch-hollow");
        open.onsuccess = () => {
          const all = open.result.transaction("records").objectStore("records").getAll();
          all.onsuccess = () =>
            resolve(
              (all.result as { startedAt: number; sceneId: string; id: string }[])
                .filter((r) => r.sceneId === "saltmarsh-sluice")
                .sort((a, b) => a.startedAt - b.startedAt)[0],
            );
        };
      }),
  );
  // The camera is an hour ahead, and says its zone.
  const wall = (ms: number): string => new Date(ms).toISOString().slice(0, 19).replaceAll("-", ":").replace("T", " ");
  const picture = (ms: number, grey: number) => ({
    name: `shot-${grey}.jpg`,
    mimeType: "image/jpeg",
    buffer: cameraPicture(wall(ms), "+00:00", grey),
  });
  await bench.getByLabel("The camera’s clock is").fill("ahead 1 h");
  await bench.getByLabel("The camera’s clock is").press("Enter");
  const hour = 3_600_000;
  await bench
    .getByLabel("Pictures from a camera")
    .setInputFiles([picture(first.startedAt + hour + 30_000, 90), picture(first.startedAt - 300 * 24 * hour, 180)]);
  const list = bench.getByRole("list", { name: "Pictures and their steps" });
  await expect(list.getByRole("listitem")).toHaveCount(2);
  await expect(list).toContainText("while it was in hand");
  await bench.getByRole("button", { name: "Hang 1 of 2 at their steps" }).click();
  await expect(bench.getByText("1 picture hangs at its step. Undo takes them back.")).toBeVisible();
  const shown = bench.getByRole("group", { name: "Pictures of the days" }).getByRole("button");
  await shown.first().click();
  await expect(day.getByRole("img", { name: /photo 1$/ })).toBeVisible();
  await bench.getByRole("heading", { name: "Log" }).first().click();
  await bench.keyboard.press("Control+z");
  await expect(day.getByRole("img", { name: /photo 1$/ })).toHaveCount(0);
});

test("again: a calls up what was kept, a digit picks, letters search, and the card goes to the pot", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint");
  await bench.getByRole("heading", { level: 1 }).click();
  await bench.keyboard.press("a");
  const dialog = bench.getByRole("dialog");
  await expect(dialog.getByRole("listitem").first()).toBeVisible();
  await bench.keyboard.type("mix");
  await bench.keyboard.press("Enter");
  await expect(dialog.getByRole("button", { name: "Mix it at the pot" })).toBeVisible();
  await dialog.getByLabel("the new swatch, dry").fill("#1a1410");
  await expect(dialog.getByText(/^Add \d+ drops?|^Near enough|^None of its paints/)).toBeVisible();
  await dialog.getByRole("button", { name: "Mix it at the pot" }).click();
  await expect(bench.getByRole("heading", { name: "In order of adding" })).toBeVisible();
  await expect(bench.getByRole("button", { name: /Count the drops/ })).toBeVisible();
  await bench.keyboard.press("a");
  await bench.keyboard.press("1");
  await expect(dialog.getByRole("button", { expanded: true })).toHaveCount(1);
  await bench.keyboard.press("Escape");
  await expect(dialog).toHaveCount(0);
});

test("a parcel holds its part back until it came; undo has it waited for again", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/tonight");
  const offers = bench.getByRole("region", { name: "What to do" });
  await expect(offers.getByText("Cargo crate: Wash and cure")).toBeVisible();
  await bench.getByLabel("Expected on").fill("2027-01-09");
  await bench.getByLabel("What waits for it").selectOption({ label: "Cargo crate" });
  await bench.getByLabel("A parcel, a friend, an answer").fill("gloves, a box");
  await bench.getByLabel("A parcel, a friend, an answer").press("Enter");
  const waited = bench.getByRole("list", { name: "Waited for" });
  await expect(waited).toContainText("gloves, a box for Cargo crate");
  await expect(offers.getByText("Cargo crate: Wash and cure")).toHaveCount(0);
  await bench.getByRole("button", { name: "gloves, a box: it came" }).click();
  await expect(offers.getByText("Cargo crate: Wash and cure")).toBeVisible();
  await bench.getByRole("heading", { name: "Waiting for" }).click();
  await bench.keyboard.press("Control+z");
  await expect(offers.getByText("Cargo crate: Wash and cure")).toHaveCount(0);
});

test("a sound is kept at a step: from a file in stereo, and from the microphone; it plays, and undo takes it away", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench
    .getByRole("button", { name: /^Start/ })
    .first()
    .click();
  await bench
    .getByRole("button", { name: /^Say something about/ })
    .first()
    .click();
  const dialog = bench.getByRole("dialog");
  // Half a second of a tone, in stereo at 44.1 kHz.
  const tone = Array.from({ length: 22_050 }, (_, i) => Math.round(20_000 * Math.sin((2 * Math.PI * 440 * i) / 44_100)));
  const wav = new wavefile.WaveFile();
  wav.fromScratch(2, 44_100, "16", [tone, tone]);
  const input = dialog.locator("input[type=file]");
  await input.setInputFiles({ name: "note.wav", mimeType: "audio/wav", buffer: Buffer.from(wav.toBuffer()) });
  const first = dialog.getByLabel(/sound 1$/);
  await expect(first).toBeVisible();
  const seconds = (n: number) =>
    dialog
      .getByLabel(new RegExp(`sound ${n}$`))
      .evaluate(
        (a: HTMLAudioElement) =>
          new Promise<number>((r) => (a.readyState > 0 ? r(a.duration) : (a.onloadedmetadata = () => r(a.duration)))),
      );
  expect(await seconds(1)).toBeCloseTo(0.5, 2);
  await input.setInputFiles({ name: "note.wav", mimeType: "audio/wav", buffer: Buffer.from("no sound at all") });
  await expect(bench.getByText(/This browser cannot play that file/)).toBeVisible();
  await dialog.getByRole("button", { name: "Record" }).click();
  await expect(dialog.getByRole("button", { name: /^Stop recording/ })).toContainText("2 s");
  await dialog.getByRole("button", { name: /^Stop recording/ }).click();
  await expect(dialog.getByLabel(/sound 2$/)).toBeVisible();
  expect(await seconds(2)).toBeGreaterThan(1);
  await bench.keyboard.press("Escape");
  await bench.locator("h1").click();
  await bench.keyboard.press("Control+z");
  await bench
    .getByRole("button", { name: /^Say something about/ })
    .first()
    .click();
  await expect(dialog.getByLabel(/sound 1$/)).toBeVisible();
  await expect(dialog.getByLabel(/sound 2$/)).toHaveCount(0);
});

test("what aired is said at a step, and said no longer", async ({ bench }) => {
  await bench.goto(LOG);
  await bench.getByRole("group", { name: /^Marks of the log/ }).focus();
  const field = bench.getByLabel("What aired").first();
  const aired = async () =>
    (await storedRows<{ id: string; aired?: string }>(bench, "records")).flatMap((r) => (r.aired ? [`${r.id} ${r.aired}`] : []));
  const before = await aired();
  // Most steps bring nothing into the air.
  for (let k = 0; k < 40 && (await field.count()) === 0; k++) await bench.keyboard.press("ArrowLeft");
  const was = await field.inputValue();
  await field.selectOption({ index: was === "" ? 1 : 2 });
  await expect.poll(aired).not.toEqual(before);
  await field.selectOption("not said");
  await expect.poll(async () => (await aired()).length).toBe(before.length - (was === "" ? 0 : 1));
});
