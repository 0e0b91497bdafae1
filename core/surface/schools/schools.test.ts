import { beforeAll, describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, mound, print, projectOf } from "../../../tests/sampleProject";
import { caseOf, linedSurfaces, surfacesOf, type Part, type Project } from "../../project";
import { realMaterial } from "../../subject";
import { upperTail } from "../../units";
import {
  BRUSH_FINDS_MM,
  drowned,
  mixedPlan,
  MOST_ROUNDS,
  planSchool,
  recommend,
  SCHOOLS,
  schoolById,
  shareSeen,
  SMOOTH_ENOUGH_MM,
  stepsOn,
  waysFor,
  whyNot,
  type SchoolId,
  type SurfaceCase,
} from "../index";

let hill: SurfaceCase;
let wall: SurfaceCase;
let project: Project;
let mounds: Part;
beforeAll(async () => {
  mounds = await meshPart("hill", "Hill", mound(), [print("large-filament"), coat("d", "brown", "dry brush")]);
  const brick = await meshPart("brick", "Brick", block(), [print("large-filament"), coat("d", "brown", "dry brush")]);
  project = projectOf([mounds, brick]);
  hill = caseOf(linedSurfaces(surfacesOf(mounds, project.scene))[0], mounds, project)!;
  wall = caseOf(linedSurfaces(surfacesOf(brick, project.scene))[0], brick, project)!;
});
const why = (id: SchoolId, c: SurfaceCase): string | null => whyNot(schoolById(id)!, c);
/** The same case on a slope of a large flat roof. */
const roof = (slopeDeg: number, more: Partial<SurfaceCase> = {}): SurfaceCase => {
  const steps = stepsOn(slopeDeg, { layerMm: 0.2, lineWidthMm: 0.45 });
  const faces = { ...wall.laid.surface.faces, count: 1, longMm: 160, shortMm: 80 };
  return {
    ...wall,
    areaMm2: 12_800,
    wall: { leastMm: 2.4, usualMm: 2.6, points: 60 },
    laid: {
      ...wall.laid,
      ...steps,
      kind: "slope",
      slopeDeg,
      areaMm2: 12_800,
      largestMm: steps.cuspMm,
      surface: { ...wall.laid.surface, faces, lengthMm: 160, widthMm: 80, areaMm2: 12_800, inner: 0, groove: null, flat: true },
    },
    ...more,
  };
};
const groove = (widthMm: number, depthMm: number) => {
  const c = roof(30);
  return { ...c, laid: { ...c.laid, surface: { ...c.laid.surface, groove: { widthMm, depthMm, lengthMm: 400 } } } };
};

describe("schools", () => {
  it("are at least eight, each with a name, a sentence and conditions", () => {
    expect(SCHOOLS.length).toBeGreaterThanOrEqual(8);
    for (const s of SCHOOLS) expect([s.name.length > 3, s.says.endsWith(".")]).toEqual([true, true]);
  });
  it("apply only where their conditions hold, and say why not", () => {
    expect(why("heat", roof(30))).toBeNull();
    expect(why("heat", roof(30, { wall: { leastMm: 1.4, usualMm: 2, points: 60 } }))).toMatch(/a wall of 1\.4 mm is too thin/);
    // What reads as 2.0 mm is enough where 2 are wanted; rays measure a hair less.
    expect(why("heat", roof(30, { wall: { leastMm: 1.9996, usualMm: 2, points: 60 } }))).toBeNull();
    // In a thick wall the shell alone bears; five lines of 0.45 mm are enough.
    const thick = { leastMm: 12, usualMm: 12, points: 60 };
    expect(why("heat", roof(30, { wall: thick, shellMm: 3 * 0.45 }))).toMatch(/1\.4 mm is too thin: 2\.0 mm|too thin: 2 mm/);
    expect(why("heat", roof(30, { wall: thick, shellMm: 5 * 0.45 }))).toBeNull();
    expect(why("heat", roof(30, { wall: null }))).toMatch(/could not be measured/);
    expect(why("heat", roof(30, { process: "resin" }))).toMatch(/chars/);
    expect(why("heat", { ...roof(30), laid: { ...roof(30).laid, areaMm2: 500 } })).toMatch(/too small/);
    expect(why("heat", groove(1, 0.5))).toMatch(/detail/);
    expect(why("fill-and-sand", roof(30, { noSprayPlace: true }))).toMatch(/no spray place/);
    expect(why("sand", groove(1, 0.1))).toMatch(/sanding would remove them/);
    expect(why("uv-resin", groove(0.5, 0.5))).toMatch(/fills grooves/);
    expect(why("stipple", roof(5))).toMatch(/shapes/);
    expect(why("stipple", roof(30, { gloss: true }))).toMatch(/gloss/);
    expect(why("texture", roof(30, { material: realMaterial("metal")! }))).toMatch(/smooth/);
    expect(why("texture", roof(30, { material: realMaterial("render")! }))).toBeNull();
    expect(why("face-by-face", roof(30))).toMatch(/no separate faces/);
    expect(why("reprint", roof(30, { reprint: null }))).toMatch(/no thinner layer or other orientation/);
    const bricks = roof(90);
    bricks.laid.surface.faces = { ...bricks.laid.surface.faces, count: 60, longMm: 8, shortMm: 3 };
    expect(why("sand", bricks)).toMatch(/too small for a sanding stick/);
    expect(why("face-by-face", bricks)).toBeNull();
  });
  it("filler and sanding go further and take longer than a thick coat", () => {
    const thick = planSchool("thick-coat", roof(30)),
      fill = planSchool("fill-and-sand", roof(30));
    expect(fill.leavesMm).toBeLessThan(thick.leavesMm);
    expect(fill.handsOnS).toBeGreaterThan(0);
    expect(fill.cautions).toContain("sanding-dust");
    // It can pass, and sanding of the bare plastic begins at P80 to P120 (common practice, no source).
    expect(fill.leavesMm).toBeLessThanOrEqual(SMOOTH_ENOUGH_MM);
    expect(fill.stages[0].title).toMatch(/bare plastic dry.*P(80|120)/);
    expect(thick.notes.join(" ")).toMatch(/slots and clips/);
  });
  it("bare filament is never sanded wet (it wicks); resin is sanded wet from P240 on (common practice, no source)", () => {
    expect(planSchool("sand", roof(30)).stages[0].papers.some((p) => p.wet)).toBe(false);
    expect(planSchool("sand", roof(30, { process: "resin" })).stages[0].papers.some((p) => p.wet)).toBe(true);
  });
  it("UV resin goes on primer where the print is filament: it wicks into bare filament (common practice, no source)", () => {
    expect(planSchool("uv-resin", roof(30)).stages[0].title).toMatch(/^Primer first/);
    expect(planSchool("uv-resin", roof(30, { noSprayPlace: true })).stages[0]).toMatchObject({ product: "primer-brush", needs: [] });
    expect(planSchool("uv-resin", roof(30, { process: "resin" })).stages[0].title).not.toMatch(/Primer/);
  });
  it("leaving it costs nothing and warns of the dry brush", () => {
    const leave = planSchool("leave", roof(30));
    expect([leave.handsOnS, leave.stages]).toEqual([0, []]);
    expect(leave.notes.join(" ")).toMatch(/Dry brushing/);
  });
  it("says that wide terraces do not flow out", () => expect(planSchool("thick-coat", roof(5)).notes.join(" ")).toMatch(/never level out/));
  it("says what detail it takes: grooves that drown, and those to recut after sanding", () => {
    expect(drowned(groove(0.3, 0.4), 0.2)).toEqual(["closes its grooves of 0.3 mm"]);
    expect(drowned(groove(1, 0.4), 0.2)).toEqual(["grooves of 1 mm keep 0.6 mm"]);
    expect(drowned(groove(1, 0.4), 0.05)).toEqual([]);
    expect(planSchool("sand", groove(1, 0.6)).costs.join(" ")).toMatch(/recut 40 cm/);
  });
  it("grows with the area and with the copies by the same work, and not by the setting up", () => {
    for (const id of ["thick-coat", "fill-and-sand", "surfacer", "sand"] as const) {
      const [one, twice, copies] = [
        planSchool(id, roof(30)),
        planSchool(id, roof(30, { areaMm2: 25_600 })),
        planSchool(id, roof(30, { copies: 2 })),
      ];
      expect(copies.handsOnS).toBeCloseTo(twice.handsOnS, 6);
      const setUp = one.stages.reduce((n, s) => n + s.setUpS, 0);
      expect(twice.handsOnS - setUp).toBeCloseTo(2 * (one.handsOnS - setUp), 6);
      expect(twice.usedMl).toBeCloseTo(2 * one.usedMl, 9);
    }
  });
  it("material follows the film: dry = wet × solids, used = wet ÷ what lands (ISO 2808 identities)", () => {
    const [stage] = planSchool("thick-coat", roof(30)).stages;
    const valleys = (12_800 * stepsOn(30, { layerMm: 0.2 }).cuspMm) / 2 / 1000;
    expect(stage.wetMl).toBeCloseTo((12_800 * 0.1) / 1000 / 0.4 + valleys / 0.4, 6);
    expect(stage.usedMl).toBeCloseTo(stage.wetMl / 0.95, 6);
  });
});

describe("rounds", () => {
  // Tail of the normal distribution: tables give 0.1587 at 1, 0.0228 at 2, 0.5 at 0 (published).
  it("ask how much of the area still shows", () => {
    expect([upperTail(0), upperTail(1), upperTail(2), upperTail(-1)].map((x) => Math.round(x * 1e4))).toEqual([5000, 1587, 228, 8413]);
    expect(shareSeen(0.05, 0.05)).toBeCloseTo(0.5, 6);
    expect(shareSeen(0.01, 0.05)).toBeLessThan(0.001);
    expect(shareSeen(0.2, Infinity)).toBe(0);
  });
  it("end with a look each; after the first only spots are treated, and they stop", () => {
    for (const id of ["fill-and-sand", "surfacer", "uv-resin", "sand"] as const)
      for (const slope of [3, 8, 20, 45, 88]) {
        const { stages, rounds } = planSchool(id, roof(slope, { smooth: true }));
        expect(rounds).toBeLessThanOrEqual(MOST_ROUNDS);
        for (let r = 1; r <= rounds; r++) {
          const own = stages.filter((s) => s.round === r);
          expect(
            own.some((s) => s.kind === "look"),
            `${id} ${slope} round ${r}`,
          ).toBe(true);
          const work = own.filter((s) => s.kind === "lay" || s.kind === "sand");
          expect(work.every((s) => (r === 1 ? s.share === 1 : s.share < 1))).toBe(true);
        }
        // What comes last goes over the whole again, and is in the film.
        const last = stages.filter((s) => s.round > rounds);
        expect(last.every((s) => s.share === 1)).toBe(true);
        expect(last.map((s) => s.product)).toEqual(id === "fill-and-sand" ? ["filler-thin"] : []);
        for (let r = 3; r <= rounds; r++)
          expect(stages.find((s) => s.round === r)!.share).toBeLessThanOrEqual(stages.find((s) => s.round === r - 1)!.share + 1e-9);
      }
  });
  it("never leave more than there was, never less than nothing", () => {
    for (const s of SCHOOLS)
      for (const slope of [1, 5, 15, 30, 60, 90]) {
        const c = roof(slope, { smooth: true });
        const p = planSchool(s.id, c);
        expect(p.leavesMm).toBeGreaterThanOrEqual(0);
        expect(p.leavesMm).toBeLessThanOrEqual(c.laid.cuspMm + 1e-9);
        expect([p.low <= p.leavesMm + 1e-9, p.high >= p.leavesMm - 1e-9]).toEqual([true, true]);
      }
  });
});

describe("what is recommended", () => {
  it("no work for what is covered, hidden, looks down or is not seen", () => {
    for (const sight of ["covered", "hidden", "mating"] as const) expect(recommend(roof(5, { sight })).school).toBe("leave");
    expect(recommend(roof(30, { seen: "hidden" })).school).toBe("leave");
    expect(recommend({ ...roof(30), laid: { ...roof(30).laid, looksDown: true } }).school).toBe("leave");
    // What only looks down while it is printed is looked at like any other.
    expect(recommend({ ...roof(30), laid: { ...roof(30).laid, underside: true } }).school).not.toBe("leave");
    expect(recommend(roof(30, { dryBrush: false })).school).toBe("leave");
  });
  it("something that hides it where it shows, with a reason and never one that does not apply", () => {
    for (const c of [hill, wall, roof(30), roof(5, { seen: "plain" }), roof(30, { smooth: true }), groove(0.5, 0.5)]) {
      const best = recommend(c);
      expect(whyNot(schoolById(best.school)!, c)).toBeNull();
      expect(best.why.length).toBeGreaterThan(20);
      expect(best.why.endsWith(".")).toBe(true);
    }
    expect(recommend(roof(30, { smooth: true })).school).not.toBe("stipple");
  });
  it("a dry brush is what makes low ridges work; on a display piece they are smoothed", () => {
    const c = roof(30);
    expect(planSchool(recommend(c).school, c).stillSeen).toBeLessThan(0.1);
    expect(c.laid.cuspMm).toBeGreaterThan(BRUSH_FINDS_MM);
    const smooth = planSchool(recommend(roof(30, { smooth: true })).school, roof(30, { smooth: true }));
    expect(smooth.leavesMm).toBeLessThanOrEqual(SMOOTH_ENOUGH_MM * 1.2);
  });
  it("all ways are listed once, those that apply first", () => {
    const ways = waysFor(roof(30));
    expect(new Set(ways.map((w) => w.plan.school)).size).toBe(SCHOOLS.length);
    const firstNo = ways.findIndex((w) => w.whyNot !== null);
    expect(ways.slice(firstNo).every((w) => w.whyNot !== null)).toBe(true);
  });
});

describe("the part as one", () => {
  it("shares the setting up of what is done in the same round, and nothing else", () => {
    const plan = planSchool("thick-coat", roof(30));
    const two = mixedPlan([plan, plan]);
    expect(two.handsOnS).toBeCloseTo(2 * plan.handsOnS - two.sharedS, 9);
    expect(two.sharedS).toBeCloseTo(
      plan.stages.reduce((n, s) => n + s.setUpS, 0),
      9,
    );
    const other = planSchool("sand", roof(30));
    expect(mixedPlan([plan, other]).sharedS).toBe(0);
    expect(mixedPlan([])).toMatchObject({ handsOnS: 0, sharedS: 0, waitS: 0 });
    // Surfaces wait side by side.
    expect(two.waitS).toBe(plan.waitS);
  });
  it("is the same in whatever order the surfaces come", () => {
    const plans = [planSchool("thick-coat", roof(30)), planSchool("fill-and-sand", roof(10)), planSchool("sand", roof(60))];
    expect(mixedPlan([...plans].reverse()).handsOnS).toBeCloseTo(mixedPlan(plans).handsOnS, 9);
  });
});

describe("what was said of a surface stays with it", () => {
  it("through a rescale and a turn: name, sight and way", () => {
    const part = hiding(mounds, "sand");
    const known = (p: Part) => surfacesOf(p, project.scene).find((k) => k.said?.id === "s");
    expect(known(part)!.name).toBe("roof");
    expect(known({ ...part, factor: 2 })!.name).toBe("roof");
    const lying = { ...part, work: [print("large-filament", { turn: [1, 0, 0, 0] }), ...part.work.slice(1)] };
    expect(known(lying)!.name).toBe("roof");
    expect(known(lying)!.laid.underside).toBe(true);
    const hidden: Part = { ...part, surfaces: part.surfaces.map((s) => ({ ...s, sight: "hidden" as const })) };
    expect(linedSurfaces(surfacesOf(hidden, project.scene)).length).toBeLessThan(linedSurfaces(surfacesOf(part, project.scene)).length);
  });
});
