/** The evening goes along on a phone and comes back: two browsers with two books, and a server that only hands over. */
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { EVENING, expect, openLeaf, openStation, test } from "./bench";

/** Another browser: nothing of the first is in it. */
async function phone(bench: Page, path: string): Promise<Page> {
  const context = await bench
    .context()
    .browser()!
    .newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await page.clock.install({ time: EVENING });
  await page.goto(new URL(path, bench.url()).href);
  return page;
}

/** The first go that is two pieces: one press each, a word at the second, and it is done. */
async function doPrimer(there: Page): Promise<void> {
  await there.getByRole("button", { name: /^Start: Harbour grey primer/ }).tap();
  const hand = there.getByRole("region", { name: "In hand" });
  await hand.getByRole("button", { name: /^0 of 2 done/ }).tap();
  await hand.getByRole("button", { name: /^Say something/ }).tap();
  await there.getByLabel("What to know next time").fill("thin the second coat");
  await there.getByRole("button", { name: "Keep it" }).tap();
  await hand.getByRole("button", { name: /^1 of 2 done/ }).tap();
  await hand.getByRole("button", { name: /^Finish all/ }).tap();
  await expect(there.getByRole("button", { name: /^Harbour grey primer.*not done after all/ })).toBeVisible();
}

test("over the network: a code brings the list, a reload loses nothing, and the answer is read before it counts", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench.getByRole("button", { name: "Take tonight along…" }).click();
  await bench.getByRole("button", { name: "Give it a code" }).click();
  const code = (await bench.getByLabel(/^Code [A-Z0-9]/).textContent())!.replace(/\s/g, "");
  await bench.getByRole("button", { name: /^Close/ }).click();
  const there = await phone(bench, `/away#${code}`);
  await doPrimer(there);
  await there.reload();
  await there.getByRole("button", { name: "Send over the network" }).tap();
  await expect(there.getByText("Sent. Read it on the computer, at Tonight.")).toBeVisible();
  const answer = bench.getByRole("region", { name: "Answer from the phone" });
  await expect(answer.getByRole("listitem")).toHaveCount(2);
  await expect(answer).toContainText("“thin the second coat”");
  await answer.getByRole("button", { name: "Write 2 down" }).click();
  await expect(bench.getByText("2 steps written down. Undo takes them back.")).toBeVisible();
  // Once more, and nothing is written twice.
  await there.getByRole("button", { name: "Send over the network" }).tap();
  await expect(answer.getByText(/Already here/)).toHaveCount(2);
  await expect(answer.getByRole("button", { name: "Nothing new" })).toBeDisabled();
  await answer.getByRole("button", { name: "Put it away" }).click();
  await openStation(bench, "Log");
  await openLeaf(bench, "Entries");
  await expect(bench.getByLabel("Taken, Harbour grey primer, brushed").first()).toBeVisible();
  await there.context().close();
});

test("without a network: as a file there and back; what is no list or no answer says so", async ({ bench }) => {
  await openStation(bench, "Tonight");
  await bench.getByRole("button", { name: "Take tonight along…" }).click();
  const [list] = await Promise.all([bench.waitForEvent("download"), bench.getByRole("button", { name: "Save as a file" }).click()]);
  await bench.getByRole("button", { name: /^Close/ }).click();
  const there = await phone(bench, "/away");
  await there.getByLabel("List of the evening").setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from("{}") });
  await expect(there.getByText(/This is not a list of the evening/)).toBeVisible();
  await there.getByLabel("List of the evening").setInputFiles(await list.path());
  await doPrimer(there);
  const [answer] = await Promise.all([there.waitForEvent("download"), there.getByRole("button", { name: "Save as a file" }).tap()]);
  const file = readFileSync(await answer.path());
  await bench.getByLabel("Answer from the phone").setInputFiles(await list.path());
  await expect(bench.getByText("This is not an answer to a list, but a list of the evening.")).toBeVisible();
  await bench.getByLabel("Answer from the phone").setInputFiles({ name: "answer.json", mimeType: "application/json", buffer: file });
  await bench.getByRole("button", { name: "Write 2 down" }).click();
  await expect(bench.getByText("2 steps written down. Undo takes them back.")).toBeVisible();
  await there.context().close();
});
