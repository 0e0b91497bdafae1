/** What each station takes over, by its own controls, on the demo's data. */
import { expect, openLeaf, openStation, test } from "./bench";

test("Paint: one press puts the clash right, and undo brings it back", async ({ bench }) => {
  await openStation(bench, "Paint");
  await openLeaf(bench, "Coats");
  const clash = bench.getByRole("region", { name: "Clash" });
  await expect(clash).toContainText("solvent matt varnish, can over enamel wash, brown-black");
  await expect(clash).toContainText("Sand tone between them is not a closed film.");
  await clash.getByRole("button", { name: "Use Water-based matt" }).click();
  await expect(clash).toHaveCount(0);
  await expect(bench.getByText("No coat in this order harms the one below.")).toBeVisible();
  await bench.keyboard.press("Control+z");
  await expect(clash).toHaveCount(1);
});

test("Paint: the rack can be added to, and a paint in use stays", async ({ bench }) => {
  await openStation(bench, "Paint");
  await openLeaf(bench, "Rack");
  await bench.getByRole("button", { name: "Add to the rack" }).click();
  await bench.getByRole("dialog").getByLabel("Name").fill("Creek green");
  await bench.getByRole("dialog").getByLabel("Left, ml").fill("12,5");
  await bench.getByRole("button", { name: "Add it" }).click();
  await expect(bench.getByRole("button", { name: /^Creek green, water acrylic, 12.5 ml/ })).toBeVisible();
  await bench.getByRole("button", { name: /^Mid earth, water acrylic/ }).click();
  await bench.getByRole("button", { name: "Remove it from the rack" }).click();
  await expect(bench.getByText(/uses it/)).toBeVisible();
});

test("Paint: a coat is thinned, tape goes on, and the core is still drawn; undo takes both back", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/coats?part=base");
  await bench.getByRole("button", { name: "How Mid earth is laid: as it comes" }).click();
  await bench.getByLabel("Thinner to one part of paint").fill("1:1");
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("button", { name: "How Mid earth is laid: thinned 1:1" })).toBeVisible();
  await bench.getByRole("button", { name: "Add a decal or a mask" }).click();
  await bench.getByLabel("Places on each copy").fill("3");
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("img", { name: /^Core through .*Masking tape/ })).toBeVisible();
  await bench.getByRole("button", { name: "Remove Masking tape" }).focus();
  for (let i = 0; i < 3; i++) await bench.keyboard.press("Control+z");
  await expect(bench.getByRole("button", { name: "How Mid earth is laid: as it comes" })).toBeVisible();
  await expect(bench.getByRole("img", { name: /^Core through .*Masking tape/ })).toHaveCount(0);
});

test("Paint: the pot finds a mix, counts its drops, and says what to add", async ({ bench }) => {
  await openStation(bench, "Paint");
  await openLeaf(bench, "Pot");
  await bench.getByLabel("pick it", { exact: true }).fill("#a8977a");
  await bench.getByRole("button", { name: /^Find mixes of \d+ pots/ }).click();
  await bench.getByRole("button", { name: "Take it" }).first().click();
  await expect(bench.getByRole("group", { name: /^In order of adding: .*Mist grey/ })).toBeVisible();
  const glass = bench.getByRole("group", { name: /^In order of adding/ });
  await bench.getByLabel("Paint, ml").fill("6");
  await bench.keyboard.press("Enter");
  await bench.getByLabel("Thinner to one of paint").fill("1:0,5");
  await bench.keyboard.press("Enter");
  await expect(glass).toHaveAccessibleName(/thinner 3(\.0)? ml/);
  // Ten fast presses are ten drops.
  const more = bench.getByRole("button", { name: "One drop more of Mist grey" });
  const before = Number(await bench.getByLabel("Drops of Mist grey").inputValue());
  for (let i = 0; i < 10; i++) await more.press("Enter", { noWaitAfter: true });
  await expect(bench.getByLabel("Drops of Mist grey")).toHaveValue(String(before + 10));
  await bench.getByLabel("pick the colour of a dry dab on card").fill("#6b5a48");
  await expect(bench.getByText(/^Add \d+ .* to every \d+ drops in the pot/)).toBeVisible();
  // It is there again after the page was left.
  await bench.reload();
  await expect(bench.getByLabel("Drops of Mist grey")).toHaveValue(String(before + 10));
});

test("Paint: a pot is kept on the rack with its parts, mixed again, and used up", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/pot");
  const before = bench.getByRole("region", { name: "Last time" });
  await expect(before).toContainText("Mill cream, mixed");
  await before.getByRole("button", { name: "Mix it again" }).click();
  await expect(bench.getByRole("group", { name: /^In order of adding: Lime white .*; Sand tone/ })).toBeVisible();
  await bench.getByLabel("Name of the pot").fill("Second cream");
  await bench.keyboard.press("Enter");
  await bench.getByRole("button", { name: "Put it on the rack" }).click();
  await expect(before).toContainText("Second cream");
  await expect(before.getByRole("listitem").filter({ hasText: "Second cream" })).toContainText("6 Lime white : 4 Sand tone");
  await before.getByRole("listitem").filter({ hasText: "Mill cream, mixed" }).getByRole("button", { name: "Pour what is left" }).click();
  await expect(bench.getByLabel("Drops of Mill cream, mixed")).toHaveValue("84");
  await openLeaf(bench, "Rack");
  await expect(bench.getByRole("button", { name: /^Second cream, .*mixed from Lime white, Sand tone/ })).toBeVisible();
});

test("Paint: a band is pulled in whole drops, by keys as by hand, and the drops are counted and kept", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/pot");
  await bench.getByRole("button", { name: "Mix it again" }).click();
  const band = bench.getByRole("slider", { name: "Band of Sand tone" });
  await expect(band).toHaveAttribute("aria-valuenow", "24");
  await band.focus();
  for (let i = 0; i < 10; i++) await bench.keyboard.press("ArrowUp");
  await expect(band).toHaveAttribute("aria-valuenow", "34");
  await bench.keyboard.press("PageDown");
  await expect(band).toHaveAttribute("aria-valuenow", "24");
  // By hand: up by some, the other paint stays as it is, and the pot holds what is in it.
  const box = (await band.boundingBox())!;
  await bench.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await bench.mouse.down();
  await bench.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 6 });
  await bench.mouse.up();
  expect(Number(await band.getAttribute("aria-valuenow"))).toBeGreaterThan(28);
  await expect(bench.getByRole("slider", { name: "Band of Lime white" })).toHaveAttribute("aria-valuenow", "36");
  await bench.keyboard.press("Escape");
  await bench.getByRole("button", { name: "Count the drops" }).click();
  const counter = bench.getByRole("dialog", { name: "Count the drops" });
  for (let i = 0; i < 10; i++) await bench.keyboard.press("Enter", { delay: 0 });
  await expect(counter).toContainText("10 of 36");
  await counter.getByRole("button", { name: "One back" }).click();
  await expect(counter).toContainText("9 of 36");
  // The phone goes off: nothing is lost.
  await bench.reload();
  await bench.getByRole("button", { name: "Count the drops" }).click();
  await expect(counter).toContainText("9 of 36");
  await counter.getByRole("button", { name: "All of it is in" }).click();
  await expect(counter).toContainText(/Sand tone1\.\d ml, 0 of \d+/);
  await counter.getByRole("button", { name: "Start again" }).click();
  await expect(counter).toContainText("0 of 36");
  // All in: one press keeps it.
  await counter.getByRole("button", { name: "All of it is in" }).click();
  await counter.getByRole("button", { name: "All of it is in" }).click();
  // Pressed on too fast: nothing is kept by it. Pressed twice, it is one pot.
  for (let i = 0; i < 5; i++) await bench.keyboard.press("Enter");
  await counter.getByRole("button", { name: "Keep it" }).dblclick();
  await expect(counter).toBeHidden();
  await expect(
    bench
      .getByRole("region", { name: "Last time" })
      .getByRole("listitem")
      .filter({ hasText: /Mix, \d+ \w+/ }),
  ).toHaveCount(1);
});

test("Paint: from a step to last time's pot in four keys, mixed for its pieces and laid on them", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint");
  await bench.getByTestId("paint-tray").getByRole("button", { name: "Lime wall", exact: true }).click();
  await bench.keyboard.press("ArrowRight");
  await bench.keyboard.press("m");
  const what = bench.getByLabel("What the pot is for");
  await expect(what.locator("option:checked")).toContainText(/Lime white on .*lime wall/i);
  await bench.keyboard.press("l");
  await expect(bench.getByRole("group", { name: /^In order of adding: Lime white .*; Sand tone/ })).toBeVisible();
  await bench.getByRole("button", { name: /^Keep it, and lay it on/ }).click();
  await expect(bench.getByRole("region", { name: "Last time" })).toContainText(/Lime white, \d+ \w+/);
  await bench.goto("/s/saltmarsh-sluice/paint");
  await bench.getByTestId("paint-tray").getByRole("button", { name: "Lime wall", exact: true }).click();
  await expect(bench.getByRole("button", { name: /^Lime white, \d+ \w+, all over/ })).toBeVisible();
});

test("Paint: a cup that is too small is said, its gauge is a file, and the card is a code with the same words", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/pot");
  await bench.getByRole("button", { name: "Mix it again" }).click();
  await bench.getByRole("button", { name: "Measure your cup" }).click();
  await bench.getByLabel("Paint, ml").fill("20");
  await bench.keyboard.press("Enter");
  await expect(bench.getByText("The cup is too small for 20 ml: it holds 12.5 ml.")).toBeVisible();
  await bench.getByLabel("Paint, ml").fill("5");
  await bench.keyboard.press("Enter");
  const file = bench.waitForEvent("download");
  await bench.getByRole("button", { name: "Gauge on paper" }).click();
  expect((await file).suggestedFilename()).toMatch(/gauge\.pdf$/);
  await bench.getByRole("button", { name: "Card as a code" }).click();
  const card = bench.getByRole("dialog", { name: "The card" });
  await expect(card.getByRole("img")).toBeVisible();
  await expect(card).toContainText("6 drops Lime white + 4 drops Sand tone");
});

test("Paint: the dab's colour is read from a photograph with a white sheet in it", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/pot");
  await bench.getByRole("button", { name: "Mix it again" }).click();
  // A sheet left, a brown dab right, in dim light.
  const photo = await bench.evaluate(async () => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [400, 240];
    const c = canvas.getContext("2d")!;
    c.fillStyle = "#c8c8c8";
    c.fillRect(0, 0, 400, 240);
    c.fillStyle = "#70573b";
    c.fillRect(200, 0, 200, 240);
    const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!), "image/png"));
    return [...new Uint8Array(await blob.arrayBuffer())];
  });
  await bench.getByLabel("A photograph of the dab").setInputFiles({ name: "dab.png", mimeType: "image/png", buffer: Buffer.from(photo) });
  const look = bench.getByRole("dialog", { name: "The dab in the photograph" });
  await expect(look.getByRole("status")).toContainText(/by daylight good to about 5/);
  // The sheet's mark on the dab, by keys: that cannot be.
  const sheet = look.getByRole("button", { name: /^White sheet/ });
  await sheet.focus();
  for (let i = 0; i < 10; i++) await bench.keyboard.press("Shift+ArrowRight");
  await expect(sheet).toHaveAccessibleName(/mark at 75 %/);
  for (let i = 0; i < 10; i++) await bench.keyboard.press("Shift+ArrowLeft");
  await look.getByRole("button", { name: "Take this colour" }).click();
  await expect(bench.getByLabel("Colour of the dab")).toHaveValue(/^#8[0-9a-f]6[0-9a-f]4[0-9a-f]$/);
});

test("Paint: a can goes by weight and by area, and the last of a pot is said with its step", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/rack");
  await bench.getByRole("button", { name: /^Solvent matt varnish, can/ }).click();
  const can = bench.getByRole("dialog", { name: "Solvent matt varnish, can" });
  await can.getByLabel("Weighs now, g").fill("500");
  await bench.keyboard.press("Enter");
  await expect(can.getByRole("alert")).toContainText("Between empty and full this can weighs 118 to 455 g.");
  await can.getByLabel("Weighs now, g").fill("286.5");
  await bench.keyboard.press("Enter");
  await expect(can).toContainText("a can 50 % full, 6 000 cm² of coat");
  await can.getByRole("button", { name: "Save", exact: true }).click();
  await expect(bench.getByRole("button", { name: /^Solvent matt varnish, can, .*a can 50 % full/ })).toBeVisible();
  await bench.getByRole("button", { name: /^Umber oil/ }).click();
  await bench.getByRole("button", { name: "That was the last of it" }).click();
  await expect(bench.getByRole("button", { name: /^Umber oil, oil paint, 0 ml/ })).toBeVisible();
});

test("Paint: forty pots are on the rack in a minute, from their names and one photograph of the caps", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/rack");
  await bench.getByRole("button", { name: "Many at once" }).click();
  const names = Array.from({ length: 38 }, (_, i) => `Test tone ${i + 1}, 17 ml`);
  await bench.getByLabel("Names, one a line").fill([...names, "Ferry grey primer can, 400 ml", "Lime white"].join("\n"));
  await bench.getByRole("button", { name: "Read 40 names" }).click();
  const many = bench.getByRole("dialog", { name: "Many pots at once" });
  await expect(many).toContainText("on the rack already: left as it is");
  // Five rows of eight caps below a white sheet.
  const photo = await bench.evaluate(async () => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [800, 600];
    const c = canvas.getContext("2d")!;
    c.fillStyle = "#dedede";
    c.fillRect(0, 0, 800, 600);
    for (let i = 0; i < 40; i++) {
      c.fillStyle = i === 0 ? "#803020" : `rgb(${40 + i * 4}, ${60 + i * 3}, ${90 + i})`;
      c.beginPath();
      c.arc(120 + (i % 8) * 80, 150 + Math.floor(i / 8) * 90, 30, 0, 7);
      c.fill();
    }
    const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!), "image/png"));
    return [...new Uint8Array(await blob.arrayBuffer())];
  });
  await bench.getByLabel("A photograph of the caps").setInputFiles({ name: "caps.png", mimeType: "image/png", buffer: Buffer.from(photo) });
  const caps = bench.getByRole("dialog", { name: "Caps in rows" });
  await caps.getByLabel("Caps in a row").fill("8");
  await bench.keyboard.press("Enter");
  await caps.getByRole("button", { name: "Take these colours" }).click();
  await expect(many.getByLabel("Colour of Test tone 1", { exact: true })).toHaveValue(/^#[89][0-9a-f][34][0-9a-f][23][0-9a-f]$/);
  await many.getByRole("button", { name: "Put 39 on the rack" }).click();
  await expect(bench.getByRole("button", { name: /^Ferry grey primer can, solvent primer, a can 100 % full/ })).toBeVisible();
  await bench.keyboard.press("Control+z");
  await expect(bench.getByRole("button", { name: /^Ferry grey primer can/ })).toBeHidden();
});

test("Paint: a rack goes out as CSV and comes in again; a broken file is said with its place", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/rack");
  const file = bench.waitForEvent("download");
  await bench.getByRole("button", { name: "To CSV" }).click();
  expect((await file).suggestedFilename()).toBe("rack.csv");
  const csv = (text: string) =>
    bench.getByLabel("A rack as CSV").setInputFiles({ name: "rack.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await csv("name,colour\nNew tone,black");
  await expect(bench.getByText(/colour must be six digits/)).toBeVisible();
  await csv("name,colour,left_ml\nNew tone,#123456,8\nLime white,#000000,1");
  await expect(bench.getByRole("button", { name: /^New tone, water acrylic, 8 ml/ })).toBeVisible();
  await expect(bench.getByRole("button", { name: /^Lime white, water acrylic, 80 ml/ })).toBeVisible();
});

test("Paint: a spray session is planned, ticked before the start, and logged with what was covered", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint");
  await bench.getByTestId("paint-tray").getByRole("button", { name: "Tarred timber", exact: true }).click();
  const strip = bench.getByRole("region", { name: "Tarred timber" });
  for (let i = 0; i < 4; i++) await bench.keyboard.press("ArrowLeft");
  await strip.getByText("Change the recipe, for every piece that it lies on").click();
  await strip.getByLabel("Method", { exact: true }).selectOption({ label: "sprayed" });
  await bench.goto("/s/saltmarsh-sluice/paint/spray");
  const rod = bench.getByRole("list", { name: "On the rod: Harbour grey primer" }).first();
  await expect(rod).toContainText("Sluice paddle");
  const groove = rod.getByRole("checkbox", { name: /the groove: bare/ }).first();
  await expect(groove).not.toBeChecked();
  await bench
    .getByRole("button", { name: /^Start: / })
    .first()
    .click();
  await expect(bench.getByText(/Tick what stays bare first/)).toBeVisible();
  for (const tick of await rod.getByRole("checkbox").all()) await tick.check();
  // Another look at the page: the ticks are there.
  await bench.reload();
  await expect(groove).toBeChecked();
  await bench
    .getByRole("button", { name: /^Start: / })
    .first()
    .click();
  await expect(bench.getByText(/^Started: Harbour grey primer, sprayed/).first()).toBeVisible();
  await openStation(bench, "Tonight");
  await expect(bench.getByRole("region", { name: "In hand" })).toContainText(/Harbour grey primer/);
});

test("Paint: colours of the real thing are picked from a photograph, put beside the plan, and details are ticked", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/reference");
  // A white door frame, and a wall the colour of lime.
  const photo = await bench.evaluate(async () => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [400, 300];
    const c = canvas.getContext("2d")!;
    c.fillStyle = "#c9c0a5";
    c.fillRect(0, 0, 400, 300);
    c.fillStyle = "#e2e2e2";
    c.fillRect(10, 10, 80, 80);
    const blob = await new Promise<Blob>((done) => canvas.toBlob((b) => done(b!), "image/png"));
    return [...new Uint8Array(await blob.arrayBuffer())];
  });
  await bench
    .getByLabel("A photograph of the real thing")
    .setInputFiles({ name: "wall.png", mimeType: "image/png", buffer: Buffer.from(photo) });
  const marks = bench.getByRole("dialog", { name: "Colours of the real thing" });
  await marks.getByRole("button", { name: "One more mark" }).click();
  await marks.getByRole("button", { name: "Take these colours" }).click();
  const colours = bench.getByRole("region", { name: "Colours of the real thing" });
  await expect(colours.getByRole("listitem")).toHaveCount(5);
  await colours.getByLabel("What Colour 4 is").fill("Lime in the shade");
  await bench.keyboard.press("Enter");
  await colours.getByLabel("What stands for Lime in the shade").selectOption({ label: "Bog brown" });
  await expect(colours).toContainText(/Bog brown on .*: another colour: darker/);
  await colours.getByLabel("Otherwise on purpose").nth(3).fill("the piece stands in shade");
  await bench.keyboard.press("Enter");
  await bench.reload();
  await expect(colours.getByLabel("Otherwise on purpose").nth(3)).toHaveValue("the piece stands in shade");
  const details = bench.getByRole("region", { name: "Details, at the dry fit" });
  await details.getByLabel("Another detail").fill("Chimney pot");
  await details.getByRole("button", { name: "Add it" }).click();
  await details.getByLabel("Time for Chimney pot").fill("20 min");
  await bench.keyboard.press("Enter");
  await expect(details).toContainText("2 details are open, 40 min by your own figures.");
  await details.getByLabel("Chimney pot is there").click();
  await expect(details.getByLabel("Chimney pot is there")).toBeChecked();
  await expect(details).toContainText("1 detail is open, 20 min by your own figures.");
});

test("Paint: it went wrong: the coat is known, place and time tell causes apart, and it is kept as a lesson", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/wrong");
  await expect(bench.getByText(/Harbour grey primer over filament print/)).toBeVisible();
  await bench.getByRole("button", { name: "milky, white or frosted" }).click();
  const region = bench.getByRole("region", { name: "Milky, white or frosted" });
  await expect(region.getByText(/told apart by place and time/)).toBeVisible();
  await bench.getByRole("button", { name: "only where you touched it with something" }).click();
  await bench.getByRole("button", { name: "at once" }).click();
  await expect(region.getByRole("listitem").first()).toContainText("alcohol attacked the varnish");
  await bench.getByRole("button", { name: "all over", exact: true }).click();
  await bench.getByRole("button", { name: "while it dried" }).click();
  await expect(region.getByRole("listitem").first()).toContainText("damp air");
  await region.getByRole("button", { name: "Save as a lesson" }).first().click();
  await expect(region.getByRole("button", { name: "Saved as a lesson" }).first()).toBeDisabled();
});

test("Paint: the drill moves over the part, and the core is of the surface that it stands on", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/coats");
  const drill = bench.getByRole("button", { name: /^The drill on Mill house: not set down/ });
  await drill.click();
  const moved = bench.getByRole("button", { name: /^The drill on Mill house: front/ });
  await expect(moved).toBeVisible();
  await moved.focus();
  for (let i = 0; i < 10; i++) await bench.keyboard.press("ArrowUp");
  await expect(bench.getByText(/Drilled at: front/)).toBeVisible();
  await moved.click();
  await expect(bench.getByText(/Drilled at: right side/)).toBeVisible();
  await bench.getByRole("button", { name: "Lift it" }).click();
  await expect(drill).toBeVisible();
});

test("Print: an edited profile makes every estimate anew", async ({ bench }) => {
  await openStation(bench, "Print");
  await openLeaf(bench, "Every part");
  const row = bench.getByRole("row", { name: /^Sluice frame/ });
  // Half the layer height is twice the layers: from over an hour to over two.
  await expect(row.getByRole("cell").nth(3)).toContainText(/1 h \d\d ·/);
  await openLeaf(bench, "Printers");
  const profile = bench.getByRole("region", { name: "Profile of Small filament" });
  await profile.getByLabel("layer, mm", { exact: true }).fill("0.1");
  await profile.getByLabel("layer, mm", { exact: true }).press("Enter");
  await openLeaf(bench, "Every part");
  await expect(row.getByRole("cell").nth(3)).toContainText(/2 h \d\d/, { timeout: 60_000 });
  await openLeaf(bench, "Printers");
  await profile.getByLabel("build space").fill("90 x 90");
  await profile.getByLabel("build space").press("Enter");
  await expect(bench.getByRole("alert")).toContainText("A size is three lengths");
});

test("Scale: another ratio changes what is real, everywhere", async ({ bench }) => {
  await openStation(bench, "Scale");
  await bench.getByLabel("Scale: figure, ratio or railway").fill("1:64");
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("heading", { name: "1:64", level: 1 })).toBeVisible();
  await expect(bench.getByRole("row", { name: /^door leaf/ })).toContainText("31 mm");
  await expect(bench.getByTestId("length-answer")).toHaveText("31.3 mm");
  await openStation(bench, "Parts");
  await expect(bench.getByRole("row", { name: /Mill house/ })).toContainText("7.55 m");
});

test("Scale: the school of a figure moves the ratio within its range", async ({ bench }) => {
  await openStation(bench, "Scale");
  await bench.getByLabel("Measured from foot to").selectOption("crown");
  await expect(bench.getByRole("heading", { name: "1:59.9", level: 1 })).toBeVisible();
  await bench.getByLabel("of a person of").selectOption("1828.8");
  await expect(bench.getByRole("heading", { name: "1:65.3", level: 1 })).toBeVisible();
});

test("Surface: closer to, the lines are plain; the strip follows the school", async ({ bench }) => {
  await openStation(bench, "Scale");
  await bench.getByRole("button", { name: /^in the hand/ }).click();
  await openStation(bench, "Surface");
  await expect(bench.locator("main")).toContainText("plain to see");
  await expect(bench.getByRole("img", { name: /^Profile of the surface: printed/ })).toBeVisible();
  await bench.getByRole("button", { name: "Leave it", exact: true }).click();
  await expect(bench.getByRole("img", { name: /^Profile of the surface: printed [\d.]+ (mm|µm)$/ })).toBeVisible();
});

test("Assemble: the glue follows the pair, and load and gap", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/assemble/joint?joint=frame-on-base");
  const glue = bench.getByTestId("glue-chosen");
  await expect(glue).toContainText("five-minute epoxy");
  await bench.getByText("Other glues, and why not").click();
  await expect(bench.getByText("no: spoils foam").first()).toBeVisible();
  await bench.getByLabel("Seam width").fill("0.1 mm");
  await bench.getByLabel("Seam width").press("Enter");
  await bench.getByLabel("Material of the other side").selectOption("filament print");
  await expect(bench.getByText("no: spoils foam")).toHaveCount(0);
  // What was chosen stays until it is left to the program again.
  await expect(glue).toContainText("five-minute epoxy");
  await bench.getByLabel("takes load").click();
  await expect(bench.getByLabel("takes load")).not.toBeChecked();
  await bench.getByRole("button", { name: "Choose automatically" }).click();
  await expect(glue).toContainText("instant glue, gel");
  await bench.getByLabel("Material of the other side").selectOption("clear sheet");
  await expect(glue).not.toContainText("instant");
  await expect(bench.getByText("no: spoils clear sheet").first()).toBeVisible();
});

test("Ground: twice the depth takes twice the sand", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/ground/layers?zone=mud-bank");
  const sand = bench.getByRole("row", { name: /^fine sand/ });
  await expect(sand).toContainText("22 ml");
  await bench.getByLabel("Depth, dry").fill("4 mm");
  await bench.keyboard.press("Enter");
  await expect(sand).toContainText("43 ml");
});

test("Tonight: one stage through all pieces, a tick each, one press ends them; undo takes all of it back", async ({ bench }) => {
  await bench.keyboard.press("t");
  const todo = bench.getByRole("region", { name: "What to do" });
  const first = todo.getByRole("listitem").filter({ hasText: "Harbour grey primer, brushed, on 2 pieces" });
  await expect(first).toContainText("Sluice frame, Sluice paddle");
  await first.getByRole("button", { name: /^Start: / }).click();
  const hand = bench.getByRole("region", { name: "In hand" });
  await expect(hand).toContainText("on 2 pieces");
  // It is stored before the clock goes on: eight minutes without an answer would be a store that is silent.
  await expect(bench.locator("[data-sonner-toast]").getByText(/^Started/)).toBeVisible();
  await bench.clock.fastForward("00:08:00");
  await hand.getByRole("checkbox", { name: "Sluice paddle" }).check();
  await expect(hand.getByRole("button", { name: /^End 1 of 2/ })).toBeVisible();
  await bench.keyboard.press("f");
  const alone = bench.getByRole("region", { name: "Leave alone" });
  await expect(alone).toContainText("Sluice paddle");
  await expect(alone).not.toContainText("Sluice frame");
  // What was not ticked is on the list again.
  await expect(todo.getByText(/^Sluice frame: Harbour grey primer/)).toBeVisible();
  await bench.locator("h1").click();
  await bench.keyboard.press("Control+z");
  await expect(hand).toContainText("on 2 pieces");
});

test("Tonight: start and finish one step; fewer minutes offer less, and what needs spraying waits for a place", async ({ bench }) => {
  await bench.keyboard.press("t");
  const todo = bench.getByRole("region", { name: "What to do" });
  await bench.getByRole("button", { name: /^Start: Cargo crate, Wash and cure/ }).click();
  await expect(bench.getByRole("region", { name: "In hand" })).toContainText("Cargo crate");
  await expect(bench.locator("[data-sonner-toast]").getByText(/^Started/)).toBeVisible();
  await bench.clock.fastForward("00:08:00");
  await bench.keyboard.press("f");
  // A time that cannot be read is not left out in silence.
  await bench.getByLabel("Time taken").fill("a while");
  await bench.getByRole("button", { name: "Done", exact: true }).click();
  await expect(bench.getByRole("dialog").getByRole("alert").first()).toBeVisible();
  await bench.getByLabel("Time taken").fill("20 min");
  await bench.getByRole("button", { name: "Done", exact: true }).click();
  await expect(bench.getByRole("region", { name: "Leave alone" })).toContainText("Cargo crate");
  await bench.getByLabel("Time available").fill("2 min");
  await bench.keyboard.press("Enter");
  await expect(todo.getByText("take longer")).toBeVisible();
  await bench.getByRole("button", { name: "a place to spray" }).click();
  await expect(bench.getByRole("button", { name: "no spraying" })).toHaveAttribute("aria-pressed", "false");
});

test("Tonight: the tray counts, and a tap moves one piece on", async ({ bench }) => {
  await bench.keyboard.press("t");
  await bench.getByRole("button", { name: "Cargo crate: one more fitted, 0 of 24" }).click();
  await expect(bench.getByRole("button", { name: "Cargo crate: one more fitted, 1 of 24" })).toBeVisible();
});

test("Workshop: a printer renamed in one scene is renamed in all, what it reckoned stays, and a backup brings all back", async ({
  bench,
}) => {
  await openStation(bench, "Workshop");
  await bench.getByLabel("Name of Small filament").fill("The quick one");
  await bench.getByLabel("Name of Small filament").press("Enter");
  await expect(bench.getByLabel("Name of The quick one")).toBeVisible();
  await openStation(bench, "Print");
  await openLeaf(bench, "Every part");
  await expect(bench.getByRole("columnheader", { name: /The quick one/ })).toBeVisible();
  await expect(bench.getByRole("row", { name: /^Sluice frame/ })).toContainText(/\d ·/);
  await expect(bench.getByText(/^calculating/)).toHaveCount(0);
  await openStation(bench, "Workshop");
  const [saved] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "Back up everything" }).click()]);
  expect(saved.suggestedFilename()).toMatch(/^workshop-2026-11-26\.inchhollow-backup$/);
  // Another scene of one's own has the same machines.
  await bench.goto("/bench");
  await bench.getByRole("button", { name: "Start a scene" }).click();
  await expect(bench.getByRole("heading", { name: "Parts", level: 1 })).toBeVisible();
  await openStation(bench, "Workshop");
  await expect(bench.getByLabel("Name of The quick one")).toBeVisible();
  // What was made up for the demo is not on this shelf.
  await expect(bench.getByText("Enamel wash, brown-black")).toHaveCount(0);
  await bench.getByLabel("paused").click();
  await expect(bench.getByLabel("paused")).toBeChecked();
  await bench.locator("#backup-file").setInputFiles(await saved.path());
  await expect(bench.getByText(/^Everything is restored to 26 November 2026: 1 scene/)).toBeVisible();
});

test("Tonight: a print that failed is offered again and counted", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench.getByRole("button", { name: "The print of Mill house failed or ended" }).click();
  await bench.getByLabel("What went wrong, if anything").fill("came off the bed");
  await bench.getByRole("button", { name: "The print failed" }).click();
  await expect(bench.getByRole("button", { name: /^Start: Mill house, Start the print/ })).toBeVisible();
  await openStation(bench, "Log");
  await openLeaf(bench, "Entries");
  await expect(bench.getByRole("row", { name: /came off the bed/ })).toContainText("failed");
});

test("Tonight: at night nothing is offered until somebody is awake", async ({ bench }) => {
  await bench.clock.fastForward("06:00:00");
  await openStation(bench, "Tonight");
  await expect(bench.getByText("It is night. Nothing suggested until 07:00.")).toBeVisible();
  await bench.getByRole("button", { name: /^I am awake/ }).click();
  await expect(bench.getByRole("region", { name: "What to do" }).getByRole("listitem").first()).toBeVisible();
});

test("Tonight: a date to be ready by gets its chance", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench.getByLabel("ready by", { exact: true }).fill("2027-03-01");
  await expect(bench.getByRole("heading", { name: "Ready by Monday 1 March?" })).toBeVisible();
  await expect(bench.getByText("Yes, almost certainly.")).toBeVisible();
  await bench.getByRole("textbox", { name: "Thursday" }).fill("late");
  await bench.getByRole("textbox", { name: "Thursday" }).press("Enter");
  await expect(bench.getByRole("alert")).toContainText("Enter from and to");
});

test("a kept step of one's own goes on any part, anywhere in the order", async ({ bench }) => {
  await bench.getByRole("button", { name: "Add a step" }).click();
  await bench.getByLabel("Position").selectOption({ label: "at the start" });
  await bench.getByRole("button", { name: /^My usual thick base coat/ }).click();
  const work = bench.getByRole("region", { name: "Order of work" }).getByRole("listitem");
  await expect(work.first()).toContainText("My usual thick base coat");
  await bench.getByRole("button", { name: "Move My usual thick base coat down" }).click();
  await expect(work.nth(1)).toContainText("My usual thick base coat");
  await expect(work.nth(1)).toContainText("25 min hands-on · 12 h waiting");
});

test("the order of work is dragged, and moved by space and arrow keys; undo puts it back", async ({ bench }) => {
  await openStation(bench, "Parts");
  await bench.getByRole("link", { name: "Cargo crate" }).click();
  const list = bench.getByRole("region", { name: "Order of work" }).getByRole("listitem");
  const titles = () => list.evaluateAll((rows) => rows.map((r) => r.querySelector(".font-semibold")!.textContent));
  await expect(list).not.toHaveCount(0);
  const before = await titles();
  const grip = list.first().locator("button").first();
  await grip.focus();
  await bench.keyboard.press("Space");
  await bench.keyboard.press("ArrowDown");
  await expect(bench.getByText(/would move to place 2 of/)).toBeAttached();
  await bench.keyboard.press("Space");
  await expect.poll(titles).toEqual([before[1], before[0], ...before.slice(2)]);
  await expect(bench.getByText("Undone", { exact: false })).toHaveCount(0);
  await bench.keyboard.press("Control+z");
  await expect.poll(titles).toEqual(before);
  const [from, to] = await Promise.all([0, 1].map((i) => list.nth(i).locator("button").first().boundingBox()));
  await bench.mouse.move(from!.x + 15, from!.y + 15);
  await bench.mouse.down();
  await bench.mouse.move(to!.x + 15, to!.y + 25, { steps: 6 });
  await bench.mouse.up();
  await expect.poll(titles).toEqual([before[1], before[0], ...before.slice(2)]);
});

test("Workshop: what is not on the shelf is said at the joint, and what was learned is told at the next work of its kind", async ({
  bench,
}) => {
  await openStation(bench, "Workshop");
  const glues = bench.getByRole("region", { name: "Glues", exact: true });
  await expect(glues.getByRole("listitem")).toHaveCount(3);
  await glues.getByRole("button", { name: "Remove Five-minute epoxy" }).click();
  await expect(glues.getByRole("listitem")).toHaveCount(2);
  await bench.getByLabel("Another lesson").fill("Warm the can first");
  await bench.keyboard.press("Enter");
  await expect(bench.getByRole("region", { name: "Lessons" }).getByRole("listitem")).toHaveCount(3);
  // A tool that goes is not at hand tonight, before anybody has said otherwise.
  await bench.getByRole("button", { name: "Remove Airbrush, 0.4 mm" }).click();
  await openStation(bench, "Tonight");
  await expect(bench.getByRole("button", { name: "no airbrush" })).toBeVisible();
  await openStation(bench, "Assemble");
  await bench.getByRole("link", { name: "Sluice frame and Base" }).first().click();
  await expect(bench.getByTestId("glue-chosen")).toContainText("five-minute epoxy, not on your shelf");
  await bench.getByText("Other glues, and why not").click();
  await expect(bench.getByRole("listitem").filter({ hasText: "instant glue, gel" })).not.toContainText("not on your shelf");
  await openStation(bench, "Tonight");
  await bench.getByRole("button", { name: /^Start: Cargo crate, Wash and cure/ }).click();
  await expect(bench.getByRole("region", { name: "In hand" })).toContainText("You learned: Warm the can first");
  await openStation(bench, "Log");
  await openLeaf(bench, "Entries");
  const keep = bench.getByRole("button", { name: /^Save as a lesson: Four came off/ });
  await keep.click();
  // What is kept is not offered again.
  await expect(keep).toHaveCount(0);
  await openStation(bench, "Workshop");
  await expect(bench.getByRole("region", { name: "Lessons" }).getByRole("listitem")).toHaveCount(4);
});

test("Paint: an area below a height has its border measured and its place in the order; it is taken back in one", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/paint/areas");
  await bench.getByLabel("Current part").selectOption({ label: "Cargo crate" });
  await bench.getByRole("button", { name: "Below a height" }).click();
  const borders = bench.getByRole("row", { name: /^the rest Foot/ });
  await expect(borders).toContainText("by brush");
  await expect(bench.getByText(/of border on one piece/)).toContainText("on 24 pieces");
  await bench.getByLabel("Name of the area").fill("Rim");
  await bench.getByLabel("Name of the area").press("Enter");
  await expect(bench.getByRole("row", { name: /^the rest Rim/ })).toBeVisible();
  // Higher than the crate: all of it, and nothing to border on.
  await bench.getByLabel("Below which height").fill("500 mm");
  await bench.getByLabel("Below which height").press("Enter");
  await expect(bench.getByText("No two colours meet.")).toBeVisible();
  await bench.getByRole("button", { name: "Remove Rim" }).click();
  await expect(bench.getByText(/No areas yet/)).toBeVisible();
  await bench.keyboard.press("Control+z");
  await expect(bench.getByText("No two colours meet.")).toBeVisible();
});

test("Paint: a pool is poured in layers, banks that meet are named, a dome takes about a drop, panes print at true size", async ({
  bench,
}) => {
  await bench.goto("/s/saltmarsh-sluice/paint/effects");
  await bench.getByRole("button", { name: "Add a pool" }).click();
  const vat = bench.getByRole("listitem", { name: "Sludge vat" });
  // π × 20² × 6 mm³ are 7.54 ml; six tenths are left of what is poured.
  await expect(vat).toContainText("13 ml in 2 layers");
  const set = async (label: string, text: string): Promise<void> => {
    await vat.getByLabel(label).fill(text);
    await vat.getByLabel(label).press("Enter");
  };
  await set("Depth", "9 mm");
  await expect(vat).toContainText("in 3 layers");
  await set("Banks lean, °", "75");
  await expect(vat).toContainText(/Its banks meet 5\.4 mm down/);
  await bench.getByRole("button", { name: "Add a dome" }).click();
  await expect(bench.getByRole("listitem", { name: "Dial glass" })).toContainText("40 mm³ each, about a drop");
  await bench.getByRole("button", { name: "Windows of Mill house" }).click();
  await expect(bench.getByRole("listitem", { name: "Mill house window" }).first()).toBeVisible();
  const [file] = await Promise.all([
    bench.waitForEvent("download"),
    bench.getByRole("button", { name: "Print them at true size" }).click(),
  ]);
  expect(file.suggestedFilename()).toBe("saltmarsh-sluice-panes.pdf");
});

test("Assemble: a paddle that would seize after paint is said before the first coat; masked faces answer at once", async ({ bench }) => {
  await bench.goto("/s/saltmarsh-sluice/assemble/joint?joint=paddle-in-frame");
  const verdict = bench.getByTestId("fit-verdict");
  await expect(verdict).toContainText(/will go with a chance of [1-8]\d %\./);
  const chance = async (): Promise<number> => Number(/(\d+) %/.exec((await verdict.textContent()) ?? "")![1]);
  const painted = await chance();
  await bench.keyboard.press("m");
  await expect(verdict).toContainText("its faces masked");
  expect(await chance()).toBeGreaterThan(painted);
  await bench.keyboard.press("j");
  await expect(bench.getByRole("heading", { name: "Mill house and Quay wall" })).toBeVisible();
  await bench.keyboard.press("k");
  await expect(verdict).toBeVisible();
});
