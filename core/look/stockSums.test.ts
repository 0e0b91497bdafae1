/** Shelf and money over a scene: what runs dry is what the plan comes to first, and every shown list sums to its total. */
import { describe, expect, it } from "vitest";
import { coat, print, printRecord, projectOf, record, sizePart, THURSDAY } from "../../tests/sampleProject";
import { schedule, stepStates, stepsOfProject } from "../plan";
import { eveningsFrom } from "../plan";
import type { Project } from "../project";
import { seededRandom } from "../units";
import { machineHourMinor, moneySums, shelfRows } from ".";

const planned = (project: Project) => {
  const steps = stepsOfProject(project);
  const states = stepStates(steps, project.records, THURSDAY);
  return { states, schedule: schedule(steps, states, eveningsFrom(THURSDAY, project.scene.evenings, "Europe/Berlin", 60), THURSDAY) };
};
const crate = (id: string, copies: number) => ({
  ...sizePart(id, { kind: "scratch", sizeMm: [60, 60, 60], material: "wood" }),
  copies,
  work: [coat("c", "brown", "brush")],
});

describe("the shelf", () => {
  const project = { ...projectOf([crate("a", 10), crate("b", 10)]), lines: [] };
  const brownOf = (p: Project) => shelfRows(p, planned(p)).find((r) => r.item.id === "brown")!;
  it("says what the plan takes, and of what runs dry for what and when", () => {
    const enough = brownOf(project);
    expect(enough.needs).toBeGreaterThan(5);
    expect(enough).toMatchObject({ dry: null, order: null });
    // Half of what is needed: the first part is coated, the second is not.
    const half = { ...project, paints: project.paints.map((p) => (p.id === "brown" ? { ...p, stockMl: enough.needs * 0.7 } : p)) };
    const short = brownOf(half);
    const second = planned(half)
      .schedule.slots.filter((s) => s.step.takes.length > 0)
      .sort((x, y) => x.hands[0].from - y.hands[0].from)[1];
    expect(short.dry).toMatchObject({ at: second.hands[0].from, step: { partId: second.step.partId } });
    expect(short.order!).toBeLessThanOrEqual(short.dry!.at - 4 * 86_400_000);
    expect([1, 2, 3, 4, 5]).toContain(new Date(short.order!).getDay());
    expect(short.chance!).toBeLessThan(0.3);
    expect(shelfRows(half, planned(half))[0].item.id).toBe("brown");
  });
  it("counts nothing of what is done", () => {
    const done = { ...project, records: [record("a", "a/c/0", { startedAt: THURSDAY - 9e7, finishedAt: THURSDAY - 8e7, result: "good" })] };
    expect(brownOf(done).needs).toBeCloseTo(brownOf(project).needs / 2, 6);
  });
});

describe("money", () => {
  it("every list adds up to its total, whatever was used for what, over 200 books", () => {
    const random = seededRandom(2);
    for (let n = 0; n < 200; n++) {
      const base = projectOf([crate("a", 3), { ...crate("b", 1), fileCost: { minor: 333, currency: "EUR" } }]);
      const lines = Array.from({ length: 20 }, (_, i) => ({
        id: `l${i}`,
        at: i,
        kind: (["bought", "took", "took", "thrown", "counted"] as const)[Math.floor(random() * 5)],
        itemId: ["brown", "stone", "primer"][Math.floor(random() * 3)],
        amount: random() * 9,
        sceneId: random() < 0.7 ? "s" : "t",
        // Some of a part that was deleted since, some of none.
        partId: ["a", "b", "gone", undefined][Math.floor(random() * 4)],
      })).map((l) => ({
        ...l,
        ...(l.kind === "bought" && { price: { minor: Math.floor(random() * 900), currency: random() < 0.7 ? "EUR" : "GBP" } }),
        ...(l.kind === "took" && { outcome: (["good", "failed", "trial"] as const)[Math.floor(random() * 3)] }),
      }));
      const paints = base.paints.map((p) => ({ ...p, wholeMl: 50, price: { minor: 399, currency: "EUR" } }));
      const sums = moneySums({ ...base, paints, lines });
      const paid = (currency: string): number =>
        lines.reduce((sum, l) => sum + (l.price?.currency === currency ? l.price.minor : 0), 0) +
        (currency === "EUR" ? 399 * paints.length : 0);
      for (const s of sums.shop) {
        expect(s.total).toBe(paid(s.currency));
        expect(s.fates.reduce((sum, f) => sum + f.minor, 0)).toBe(s.total);
      }
      for (const s of sums.scene) {
        expect(s.bar.reduce((sum, b) => sum + b.minor, 0)).toBe(s.total);
        expect(s.parts.reduce((sum, p) => sum + p.good + p.failed + p.trial, 0)).toBe(s.total);
      }
    }
  });
  it("costs nobody anything that is made up for the demo", () => {
    const base = projectOf([crate("a", 1)]);
    const line = {
      id: "l",
      demo: true,
      at: 1,
      kind: "bought" as const,
      itemId: "demo-pot",
      amount: 3,
      price: { minor: 500, currency: "EUR" },
    };
    expect(moneySums({ ...base, lines: [line] }).shop).toEqual([]);
    expect(moneySums({ ...base, scene: { ...base.scene, demo: true }, lines: [line] }).shop).toMatchObject([{ total: 500 }]);
  });
  it("names what was used without a price, and keeps tools apart", () => {
    const base = projectOf([crate("a", 1)]);
    const tool = { id: "t", kind: "tool" as const, name: "Airbrush", what: "airbrush", stock: 1, price: { minor: 8900, currency: "EUR" } };
    const line = { id: "l", at: 1, kind: "took" as const, itemId: "brown", amount: 3, sceneId: "s", partId: "a" };
    const sums = moneySums({ ...base, supplies: [tool], lines: [line] });
    expect(sums).toMatchObject({ unpriced: ["Brown"], scene: [], shop: [{ currency: "EUR", total: 0, kept: 8900 }] });
  });
  it("a piece costs what was used for the good ones there are: none, and nothing is said", () => {
    const base = projectOf([{ ...crate("a", 24), work: [print()] }]);
    const line = { id: "l", at: 1, kind: "took" as const, itemId: "brown", amount: 10, sceneId: "s", partId: "a" };
    const paints = base.paints.map((p) => (p.id === "brown" ? { ...p, wholeMl: 50, price: { minor: 500, currency: "EUR" } } : p));
    const each = (good: number) => {
      const cleared = record("a", "a/print/clear0", { startedAt: 0, finishedAt: 1, result: "good", good });
      return moneySums({ ...base, paints, lines: [line], records: [cleared] }).scene[0].parts[0].each;
    };
    expect([each(0), each(20), each(24)]).toEqual([null, 5, 100 / 24]);
  });
  // Worked value: (280 − 40)/3000 + 0.15 × 0.30 + 18/600 = 0.155 an hour; two hours on four pieces of one part and one of another.
  it("adds hours of printers beside the receipts: the price below which a piece loses", () => {
    const base = projectOf([crate("a", 4), crate("b", 1)]);
    const printer = {
      ...base.scene.printers[0],
      machine: { priceMinor: 28_000, residualMinor: 4000, lifeH: 3000, watts: 150, perKWhMinor: 30, partsMinor: 1800, partsLifeH: 600 },
    };
    expect(machineHourMinor(printer)).toBeCloseTo(15.5, 9);
    expect(machineHourMinor(base.scene.printers[0])).toBeNull();
    const run = record("a", "plate/p/start", {
      time: "machine",
      startedAt: 0,
      finishedAt: 7_200_000,
      result: "good",
      print: {
        ...printRecord({ partId: "a", name: "A", pieces: 4 }),
        printerId: printer.id,
        pieces: [
          { partId: "a", name: "A", pieces: 4 },
          { partId: "b", name: "B", pieces: 1 },
        ],
      },
    });
    const line = { id: "l", at: 1, kind: "took" as const, itemId: "brown", amount: 10, sceneId: "s", partId: "a" };
    const paints = base.paints.map((p) => (p.id === "brown" ? { ...p, wholeMl: 50, price: { minor: 500, currency: "EUR" } } : p));
    const project = { ...base, scene: { ...base.scene, printers: [printer] }, paints, records: [run], lines: [line] };
    const [{ parts, total }] = moneySums(project).scene;
    // 31.0 over five pieces: 24.8 and 6.2; paint for 100.
    expect(parts.map((p) => [p.name, p.good, p.machineMinor, Math.round(p.each! * 100) / 100])).toEqual([
      ["a", 100, 25, 31.25],
      ["b", 0, 6, 6],
    ]);
    expect(total).toBe(100);
  });
});
