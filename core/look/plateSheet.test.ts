import { beforeAll, describe, expect, it } from "vitest";
import { boxFootprint, boxOfRings, ringsAt, type Footprint } from "../lay";
import { type Plate } from "../print";
import { PAPERS } from "../drawing";
import { loadSolids, type Solids } from "../slice";
import type { Part, Project } from "../project";
import { block, meshPart, print, projectOf } from "../../tests/sampleProject";
import { cardAgainst, cardName, parked, parkingMat, plateSheet, revisionOf } from "./plateSheet";

let solids: Solids;
let brick: Part;
beforeAll(async () => {
  solids = await loadSolids();
  brick = await meshPart("brick", "Brick", block(), [print()], { copies: 7 });
});
const footprint: Footprint = boxFootprint(40, 30, 20);
const plate = (more: Partial<Plate> = {}): Plate => ({
  id: "a",
  printerId: "large-filament",
  order: 0,
  byHand: false,
  pieces: [
    { id: "1", partId: "brick", variation: null, xMm: 50, yMm: 60, turnDeg: 0 },
    { id: "2", partId: "brick", variation: null, xMm: 120, yMm: 60, turnDeg: 90 },
  ],
  ...more,
});
const project = (plates: Plate[] = [plate()]): Project => projectOf([brick], [], { plates });
/** The name of a file as the page makes it of a title. */
const file = (name: string): string => `${name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}.3mf`;

describe("a plate on paper", () => {
  it("is drawn at a scale of the series, inside its border, each piece where it lies", () => {
    const d = plateSheet(plate(), 1, project(), () => footprint, "A4", "today");
    expect([1, 0.5, 0.2, 0.1]).toContain(d.reduction);
    const outline = d.strokes.find((s) => s.kind === "outline")!.lines;
    const [x0, y0] = [Math.min(...outline.filter((_, i) => i % 2 === 0)), Math.min(...outline.filter((_, i) => i % 2 === 1))];
    for (const s of d.strokes)
      for (let i = 0; i < s.lines.length; i += 2) {
        expect(s.lines[i]).toBeGreaterThanOrEqual(10 - 1e-9);
        expect(s.lines[i]).toBeLessThanOrEqual(PAPERS.A4[0] - 10 + 1e-9);
        expect(s.lines[i + 1]).toBeLessThanOrEqual(PAPERS.A4[1] - 10 + 1e-9);
      }
    // The second piece, turned by a quarter: 30 × 40 about 120, 60.
    const box = boxOfRings(ringsAt(footprint, plate().pieces[1]));
    const second = d.strokes.filter((s) => s.kind === "feature")[1].lines;
    const xs = second.filter((_, i) => i % 2 === 0);
    expect(Math.min(...xs)).toBeCloseTo(x0 + box.x0 * d.reduction, 6);
    expect(box.x1 - box.x0).toBeCloseTo(30, 9);
    const number = d.labels.find((l) => l.text === "2")!;
    expect([number.x, number.y]).toEqual([x0 + 120 * d.reduction, expect.closeTo(y0 + 60 * d.reduction - 1.1, 6)]);
    expect(d.labels.some((l) => l.text.startsWith("1, 2  Brick ×2"))).toBe(true);
  });
});

describe("the parking mat", () => {
  it("has every small piece once, at true size, numbered, with its boxes", () => {
    const pieces = parked(projectOf([brick, { ...brick, id: "big", name: "Big" }]), (p) =>
      p.id === "big" ? boxFootprint(90, 20, 5) : footprint,
    );
    expect(pieces.map((p) => p.nth)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    const sheets = parkingMat(solids, pieces, "Creek", "A4", "today");
    const outlines = sheets.flatMap((s) => s.strokes.filter((x) => x.kind === "feature"));
    expect(outlines).toHaveLength(7);
    for (const o of outlines) {
      const xs = o.lines.filter((_, i) => i % 2 === 0),
        ys = o.lines.filter((_, i) => i % 2 === 1);
      expect([Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)].map((v) => Math.round(v * 1000) / 1000)).toEqual([
        40, 30,
      ]);
      expect(Math.min(...xs)).toBeGreaterThan(10);
      expect(Math.max(...ys)).toBeLessThan(PAPERS.A4[1] - 10);
    }
    const numbers = sheets.flatMap((s) => s.labels.map((l) => /^(\d+) Brick/.exec(l.text)?.[1])).filter(Boolean);
    expect(numbers.map(Number).sort((a, b) => a - b)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(sheets.flatMap((s) => s.labels).filter((l) => l.text === "prime")).toHaveLength(7);
  });
  it("takes as many sheets as it needs", () => {
    const many = parked(projectOf([{ ...brick, copies: 60 }]), () => footprint);
    const sheets = parkingMat(solids, many, "Creek", "A4", "today");
    expect(sheets.length).toBeGreaterThan(1);
    expect(sheets.flatMap((s) => s.strokes.filter((x) => x.kind === "feature"))).toHaveLength(60);
  });
});

describe("the card", () => {
  it("names a plate by what it is, scale, revision, printer and hours", () => {
    expect(cardName(plate(), 2, project())).toMatch(/^Brick x2 1-56 r[0-9a-f]{6} Large filament plate 2 /);
  });
  it("has another revision when part, size, place or turn is another, and the same in another order", () => {
    const revision = revisionOf(plate(), project());
    const moved = plate({ pieces: [{ ...plate().pieces[0], xMm: 51 }, plate().pieces[1]] });
    expect(revisionOf(moved, project())).not.toBe(revision);
    expect(revisionOf(plate(), projectOf([{ ...brick, factor: 1.01 }]))).not.toBe(revision);
    expect(revisionOf(plate({ pieces: [...plate().pieces].reverse() }), project())).toBe(revision);
    expect(revisionOf(plate(), projectOf([{ ...brick, name: "Renamed" }]))).toBe(revision);
  });
  it("tells what is planned, what is stale, and what is of no plate", () => {
    const old = file(cardName(plate({ pieces: [{ ...plate().pieces[0], xMm: 70 }, plate().pieces[1]] }), 1, project()));
    const now = file(cardName(plate(), 1, project()));
    const { verdicts, missing } = cardAgainst(
      [`card/${now}`, old, "holiday.jpg", "tower-1-56-r0a0a0a-large-filament-plate-1-3-h.3mf"],
      project(),
      file,
    );
    expect(verdicts.map((v) => v.kind)).toEqual(["planned", "stale", "unknown", "unknown"]);
    expect(verdicts[3].words).toMatch(/remove it before/);
    expect(missing).toEqual([]);
    expect(cardAgainst([], project(), file).missing).toHaveLength(1);
  });
  it("plates that are alike in everything are each there once, and one that was printed is asked for no more", () => {
    const two = project([plate(), plate({ id: "b", order: 1 })]);
    const names = two.scene.plates.map((p, i) => file(cardName(p, i + 1, two)));
    const on = (files: string[]) => cardAgainst(files, two, file);
    expect(on(names)).toMatchObject({ missing: [], verdicts: [{ kind: "planned" }, { kind: "planned" }] });
    expect(on([names[1]]).missing).toEqual([names[0]]);
    // The same file under two other numbers stands for both.
    expect(on(names.map((n) => n.replace(/plate-\d/, "plate-9"))).missing).toEqual([]);
    const cleared = { ...two, records: [{ ...two.records[0], stepKey: "plate/a/clear", partId: "brick", finishedAt: 1 }] } as Project;
    expect(cardAgainst([], cleared, file).missing).toEqual([file(cardName(plate({ id: "b" }), 1, two))]);
  });
  it("a copy that differs has a revision of its own size, and its own outline on the mat", () => {
    const variation = { id: "v", copies: 2, mirrored: false, percent: 90, state: "", extraColour: "" };
    const at = (percent: number) => projectOf([{ ...brick, variations: [{ ...variation, percent }] }]);
    const own = plate({ pieces: [{ ...plate().pieces[0], variation: "v" }] });
    expect(revisionOf(own, at(90))).not.toBe(revisionOf(own, at(95)));
    const pieces = parked(projectOf([{ ...brick, variations: [variation] }]), (_, v) => (v ? boxFootprint(36, 27, 18) : footprint));
    expect(pieces.map((p) => [p.nth, p.footprint.widthMm])).toEqual([1, 2, 3, 4, 5, 6, 7].map((n) => [n, n < 3 ? 36 : 40]));
  });
});
