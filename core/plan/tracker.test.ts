/** Where pieces are, and how many spares: against the binomial distribution (values from its table) and hand counts. */
import { describe, expect, it } from "vitest";
import type { FailureCause } from "../print";
import { alikeParts, type Part, type Project, type StepRecord } from "../project";
import { block, coat, meshPart, mound, print, printRecord, projectOf, record, sizePart } from "../../tests/sampleProject";
import { chanceOfAtLeast, sparesFor, stepsOfPart, trackOf, trackOfScene } from "./index";

const NOW = 1_000_000_000;
const crate = (more: Partial<Part> = {}): Promise<Part> =>
  meshPart("crate", "Crate", block(), [print("large-filament"), coat("p", "primer"), coat("b", "brown")], { copies: 6, ...more });

const PRINT = printRecord({ partId: "crate", name: "Crate", pieces: 4 });

/** Everything of a work item done. */
const done = (part: Part, project: Project, itemId: string) =>
  stepsOfPart(part, project)
    .filter((s) => s.itemId === itemId)
    .map((s, i) => record(part.id, s.key, { id: `${s.key}${i}`, startedAt: 1, finishedAt: 2, result: "good" }));

describe("the binomial", () => {
  // Tables of the cumulative binomial, as in any statistics handbook.
  it.each([
    [1, 2, 0.5, 0.75],
    [8, 10, 0.9, 0.9298],
    [10, 10, 0.9, 0.3487],
    [5, 20, 0.25, 0.5852],
    [0, 5, 0.3, 1],
  ])("at least %d of %d at %d is %d", (wanted, tried, p, want) =>
    // A share that is known beyond doubt: the beta-binomial becomes the binomial.
    expect(chanceOfAtLeast(wanted, tried, { good: 1e9 * p, failed: 1e9 * (1 - p) })).toBeCloseTo(want, 4),
  );
  it("with nothing known every count is as likely: k of n for Beta(1, 1) is 1/(n + 1) (Bayes 1763)", () => {
    for (const n of [1, 4, 9, 40])
      for (const k of [0, 1, n]) expect(chanceOfAtLeast(k, n, { good: 1, failed: 1 })).toBeCloseTo((n + 1 - k) / (n + 1), 9);
  });
  it("holds for hundreds, and doubt about the share costs certainty", () => {
    expect(chanceOfAtLeast(450, 500, { good: 900, failed: 100 })).toBeGreaterThan(0.5);
    expect(chanceOfAtLeast(6, 7, { good: 9, failed: 1 })).toBeLessThan(chanceOfAtLeast(6, 7, { good: 900, failed: 100 }));
  });
});

describe("where pieces are", () => {
  it("printed is good and failed; spare is what is beyond the need", async () => {
    const part = await crate({ goodBefore: 8, failedBefore: 2 });
    expect(trackOf(part, projectOf([part]), NOW)).toMatchObject({
      needed: 6,
      printed: 10,
      good: 8,
      failed: 2,
      spare: 2,
      primed: 0,
      painted: 0,
    });
  });
  it("a finished primer counts all good ones as primed, finished colour as painted", async () => {
    const part = await crate({ goodBefore: 6 });
    const project = projectOf([part]);
    const primed = { ...project, records: done(part, project, "p") };
    expect(trackOf(part, primed, NOW)).toMatchObject({ primed: 6, painted: 0 });
    const painted = { ...project, records: [...primed.records, ...done(part, project, "b")] };
    expect(trackOf(part, painted, NOW)).toMatchObject({ primed: 6, painted: 6, placed: 0 });
  });
  it("what was tallied by hand counts, but never beyond what is there", async () => {
    const part = await crate({ goodBefore: 3, tally: { fitted: 2, primed: 9, painted: 0, placed: 1 } });
    expect(trackOf(part, projectOf([part]), NOW)).toMatchObject({ fitted: 2, primed: 3, placed: 1 });
  });
  it("made by hand is there when it is needed", () => {
    const base = {
      ...sizePart("base", { kind: "scratch", sizeMm: [300, 200, 25], material: "foam" }),
      tally: { fitted: 0, primed: 1, painted: 0, placed: 0 },
    };
    expect(trackOf(base, projectOf([base]), NOW)).toMatchObject({ needed: 1, primed: 1 });
  });
  it("a scene is the sum of its parts", async () => {
    const a = await crate({ goodBefore: 2 }),
      b = { ...(await crate({ goodBefore: 7, failedBefore: 1 })), id: "other" };
    expect(trackOfScene(projectOf([a, b]), NOW)).toMatchObject({ needed: 12, printed: 10, good: 9, failed: 1, spare: 1 });
  });
});

describe("spares", () => {
  it("nine good of ten to begin with: six pieces want as many more as make it sure", async () => {
    const s = sparesFor(await crate(), [], 40, 12);
    expect(s.goodShare).toBeCloseTo(0.9, 9);
    expect(s.missing).toBe(6);
    // The least number that is enough nine times in ten, with the prior of nine in ten.
    expect(chanceOfAtLeast(6, 6 + s.spares, { good: 9, failed: 1 })).toBeGreaterThanOrEqual(0.9);
    expect(chanceOfAtLeast(6, 5 + s.spares, { good: 9, failed: 1 })).toBeLessThan(0.9);
  });
  it("failures teach: four failed of twenty ask for more, a clean record for fewer", async () => {
    const bad = sparesFor(await crate({ copies: 30, goodBefore: 16, failedBefore: 4 }), [], 40, 12);
    const clean = sparesFor(await crate({ copies: 30, goodBefore: 16, failedBefore: 0 }), [], 40, 12);
    expect(bad.goodShare).toBeCloseTo(25 / 30, 9);
    expect(bad.spares).toBeGreaterThan(clean.spares);
  });
  it("many failures ask for as many as really suffice, and none where only mending the fault helps", async () => {
    const poor = sparesFor(await crate({ failedBefore: 30 }), [], 40, 12);
    // 9 of 40 with the prior: the least number, however far beyond twice the count.
    expect(poor.spares).toBeGreaterThan(12);
    expect(chanceOfAtLeast(6, 6 + poor.spares, { good: 9, failed: 31 })).toBeGreaterThanOrEqual(0.9);
    expect(chanceOfAtLeast(6, 5 + poor.spares, { good: 9, failed: 31 })).toBeLessThan(0.9);
    expect(sparesFor(await crate({ failedBefore: 2000 }), [], 40, 12)).toMatchObject({
      spares: 0,
      why: expect.stringContaining("too many fail"),
    });
  });
  it("what fell together counts once, and the power or a hand is not the part's fault", async () => {
    const wall = await crate({ copies: 4 });
    const failed = (n: number, cause: FailureCause): StepRecord =>
      record(wall.id, `${wall.id}/print/start${n}`, {
        time: "machine",
        startedAt: n,
        finishedAt: n + 1,
        result: "failed",
        failed: 4,
        print: { ...PRINT, failure: { cause, layer: null } },
      });
    // Two whole plates of four: two failures, not eight.
    const two = sparesFor(wall, [failed(0, "corner-lift"), failed(1, "corner-lift")], 40, 12);
    expect(two.goodShare).toBeCloseTo(9 / 12, 9);
    expect(two.spares).toBeLessThan(5);
    expect(sparesFor(wall, [failed(0, "power-cut"), failed(1, "stopped")], 40, 12)).toEqual(sparesFor(wall, [], 40, 12));
    // Pieces that fail one by one count one by one.
    const cleared = record(wall.id, `${wall.id}/print/clear0`, { startedAt: 5, finishedAt: 6, result: "partly", good: 2, failed: 2 });
    expect(sparesFor(wall, [cleared], 40, 12).goodShare).toBeCloseTo(11 / 14, 9);
  });
  it("crumbs get lost, a piece that takes a plate is printed again instead, and enough is enough", async () => {
    expect(sparesFor(await crate(), [], 12, 40).goodShare).toBeCloseTo(0.9 * 0.95, 9);
    expect(sparesFor(await crate({ copies: 2 }), [], 200, 1)).toMatchObject({ spares: 0, missing: 2 });
    expect(sparesFor(await crate({ goodBefore: 6 }), [], 40, 12)).toMatchObject({ spares: 0, missing: 0 });
  });
});

describe("look-alikes", () => {
  it("two crates a little apart are mixed up, whichever way they lie; a mound and a crate are not", async () => {
    const a = sizePart("a", { kind: "typed", sizeMm: [40, 30, 20], shell: false }),
      b = sizePart("b", { kind: "typed", sizeMm: [20.5, 41, 30], shell: false }),
      c = sizePart("c", { kind: "typed", sizeMm: [40, 30, 26], shell: false });
    const got = alikeParts([a, b, c, await meshPart("m", "Mound", mound())]);
    expect(got.get("a")).toEqual(["b"]);
    expect(got.get("b")).toEqual(["a"]);
    expect(got.has("c")).toBe(false);
    expect(got.has("m")).toBe(false);
  });
});
