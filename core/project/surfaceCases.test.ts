import { beforeAll, describe, expect, it } from "vitest";
import { block, coat, hiding, meshPart, mound, print, projectOf } from "../../tests/sampleProject";
import { MeshBuilder } from "../mesh";
import { stepsOfProject } from "../plan";
import { turnTo } from "../print";
import { planSchool, recommend, schoolById, whyNot } from "../surface";
import {
  caseOf,
  dryBrushOf,
  grainOf,
  lostSurfaces,
  NEW_SURFACE,
  plainestFirst,
  saidId,
  surfacesOf,
  type KnownSurface,
  type Part,
  type Project,
  type Supply,
} from "./index";

let brick: Part;
let hill: Part;
let project: Project;
beforeAll(async () => {
  brick = await meshPart("brick", "Brick", block(), [print("large-filament")]);
  hill = await meshPart("hill", "Hill", mound(), [print("large-filament")]);
  project = projectOf([brick, hill]);
});
const of = (part: Part): KnownSurface[] => surfacesOf(part, project.scene);
const named = (part: Part, name: string): KnownSurface => of(part).find((k) => k.found.name === name)!;
const tool = (what: string, stock: number): Supply => ({ id: what, kind: "tool", name: what, what, stock, price: null });

describe("the surfaces of a part", () => {
  it("none while they are not found, or nothing prints it", () => {
    expect(of({ ...brick, surfaceMap: null })).toEqual([]);
    expect(surfacesOf({ ...brick, prints: [], work: [] }, { ...project.scene, printers: [] })).toEqual([]);
  });
  it("are the same list until something changes that they follow from", () => {
    expect(of(brick)).toBe(of(brick));
    const nearer = surfacesOf(brick, { ...project.scene, viewingDistanceMm: 250 });
    expect(nearer.find((k) => k.found.name === "front wall")!.seen).toBe("plain");
  });
  it("can be looked at with other layers and another side up, without anything being said", () => {
    const [printer] = project.scene.printers;
    const fine = surfacesOf(brick, project.scene, { turn: [0, 0, 0, 1], grain: { ...grainOf(printer), layerMm: 0.05 } });
    expect(fine.find((k) => k.found.name === "front wall")!.laid.pitchMm).toBe(0.05);
    const lying = surfacesOf(brick, project.scene, { turn: [Math.SQRT1_2, 0, 0, Math.SQRT1_2], grain: grainOf(printer) });
    expect(lying.map((k) => k.laid.kind).filter((k) => k === "level").length).toBe(2);
  });
  it("what marks say of more than half of it holds, what was said of it holds before that", () => {
    const marked = (hidden: number): Part => ({
      ...brick,
      surfaceMap: { ...brick.surfaceMap!, list: brick.surfaceMap!.list.map((s) => ({ ...s, marked: { hidden, covered: 0, mating: 0 } })) },
    });
    expect(named(marked(0.9), "front wall").sight).toBe("hidden");
    expect(named(marked(0.3), "front wall").sight).toBe("seen");
    // What is marked gets no work, also where the rest of the surface does.
    expect(caseOf(named(marked(0.3), "front wall"), marked(0.3), project)!.areaMm2).toBeCloseTo(0.7 * 800, 3);
    const said = { ...marked(0.9), surfaces: hiding(brick, "leave", named(brick, "front wall").number).surfaces };
    expect(named({ ...said, surfaces: said.surfaces.map((s) => ({ ...s, sight: "seen" as const })) }, "front wall").sight).toBe("seen");
  });
  it("what was said of a surface that is gone waits, and is named", () => {
    const gone = {
      ...structuredClone(NEW_SURFACE),
      id: "tower",
      name: "Tower",
      anchor: { at: [0.9, 0.9, 0.1] as [number, number, number], normal: [-0.6, 0, 0.8] as [number, number, number], share: 0.001 },
    };
    const part = { ...brick, surfaces: [gone] };
    expect(lostSurfaces(part, of(part)).map((s) => s.name)).toEqual(["Tower"]);
    expect(lostSurfaces({ ...part, surfaceMap: null }, [])).toEqual([]);
  });
  it("is said under one id by two windows, and under its own once it is said", () => {
    const k = named(brick, "front wall");
    expect(saidId(k)).toBe(saidId(surfacesOf({ ...brick }, project.scene).find((x) => x.found.name === "front wall")!));
    expect(saidId(k)).toMatch(/^[\w-]+$/);
    expect(new Set(of(brick).map(saidId)).size).toBe(of(brick).length);
    const part = hiding(brick, "sand", k.number);
    expect(saidId(named(part, "front wall"))).toBe("s");
  });
  it("the plainest first: seen before hidden, undersides last", () => {
    const order = [...of(brick)].sort(plainestFirst);
    expect(order.at(-1)!.found.name).toBe("underside");
    expect(order.every((k, i) => i === 0 || plainestFirst(order[i - 1], k) <= 0)).toBe(true);
  });
  it("a dry brush is planned where a coat says so, unless the surface says otherwise", () => {
    const brushed = { ...brick, work: [...brick.work, coat("d", "brown", "dry brush")] };
    expect(named(brushed, "front wall").dryBrush).toBe(true);
    expect(named(brick, "front wall").dryBrush).toBe(false);
    const not = {
      ...brushed,
      surfaces: hiding(brick, "leave", named(brick, "front wall").number).surfaces.map((s) => ({ ...s, brush: "none" as const })),
    };
    expect(named(not, "front wall").dryBrush).toBe(false);
    expect(dryBrushOf(named(brushed, "front wall"), brushed).brings).toBe(true);
  });
});

describe("what is at hand", () => {
  it("damp air forbids a spray, and says at which dew point", () => {
    const damp = { ...project, habits: { ...project.habits, air: { airC: 12, rh: 92 } } };
    const wall = caseOf(named(brick, "front wall"), brick, damp)!;
    expect(whyNot(schoolById("texture-spray")!, wall)).toMatch(/dew point/);
  });
  it("the plan takes the papers and the ways of laying down that the map tells: one shelf for both", () => {
    const paper = (what: string): Supply => ({ ...tool(what, 1), kind: "abrasive" });
    const at = { ...project, supplies: [paper("P120"), paper("P180"), tool("airbrush", 1)] };
    const part = hiding(brick, "sand", named(brick, "front wall").number);
    const told = planSchool("sand", caseOf(named(part, "front wall"), part, at)!);
    const steps = stepsOfProject({ ...at, parts: [part] }).filter((s) => s.station === "surface");
    expect(steps.map((s) => s.title.split(":")[0])).toEqual(told.stages.map((s) => s.title));
    expect(told.papers.map((p) => p.grade)).toEqual([120, 180]);
    const before = stepsOfProject({ ...project, parts: [part] }).filter((s) => s.station === "surface");
    expect(before.map((s) => s.title)).not.toEqual(steps.map((s) => s.title));
  });
  it("printing again is offered only where it makes a surface better", () => {
    const wall = caseOf(named(brick, "front wall"), brick, project)!;
    expect(wall.reprint!.steps.cuspMm).toBeLessThan(wall.laid.cuspMm * 0.75);
    expect(wall.reprint!.machineS).toBeGreaterThan(0);
    expect(caseOf(named({ ...brick, prints: [] }, "front wall"), { ...brick, prints: [] }, project)!.reprint).toBeNull();
  });
  it("gloss paint asks for smooth, a gloss wash does not", () => {
    const paints = [...project.paints, { ...project.paints[1], id: "shine", sheen: "gloss" as const }];
    const glossy = { ...brick, work: [...brick.work, coat("g", "shine", "brush")] };
    const c = caseOf(named(glossy, "front wall"), glossy, { ...project, paints })!;
    expect([c.gloss, c.smooth]).toEqual([true, true]);
    expect(recommend(c).school).not.toBe("stipple");
    const washed = { ...brick, work: [...brick.work, coat("w", "wash", "wash")] };
    expect(
      caseOf(named(washed, "front wall"), washed, { ...project, paints: project.paints.map((p) => ({ ...p, sheen: "gloss" as const })) })!
        .gloss,
    ).toBe(false);
  });
});

describe("seen as it stands, stepped as it is printed", () => {
  it("a ramp that is printed on its front keeps a front that is seen, and its floor is what nobody sees", async () => {
    // A wedge of 40 by 30, 20 high at the back: front edge low, slope up.
    const b = new MeshBuilder();
    const [f, g] = [
      [
        [0, 0, 0],
        [40, 0, 0],
        [40, 30, 0],
        [0, 30, 0],
      ],
      [
        [0, 0, 4],
        [40, 0, 4],
        [40, 30, 20],
        [0, 30, 20],
      ],
    ] as [number, number, number][][];
    b.quad(f[3], f[2], f[1], f[0]);
    b.quad(g[0], g[1], g[2], g[3]);
    for (let k = 0; k < 4; k++) b.quad(f[k], f[(k + 1) % 4], g[(k + 1) % 4], g[k]);
    const onFront = turnTo([0, 1, 0]);
    const ramp = await meshPart("ramp", "Ramp", b.build(), [print("large-filament", { turn: onFront })]);
    const { scene } = projectOf([ramp]);
    const list = surfacesOf(ramp, scene);
    const at = (name: string): KnownSurface => list.find((k) => k.name === name)!;
    const front = at("front wall");
    expect(front).toMatchObject({ sight: "seen", laid: { underside: true, looksDown: false, cuspMm: 0 } });
    // What lies on the plate is smooth, and is looked at like any other.
    expect(list.filter((k) => k.laid.looksDown).map((k) => k.name)).toEqual(["underside"]);
    const project = projectOf([ramp]);
    expect(recommend(caseOf(front, ramp, project)!).why).not.toMatch(/it is not visible|faces down/i);
  });
});
