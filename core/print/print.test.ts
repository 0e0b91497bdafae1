import { beforeAll, describe, expect, it } from "vitest";
import { ball } from "../../tests/ball";
import { moved, reversed, together } from "../../tests/sameThing";
import {
  boxMesh,
  buildTopology,
  coneMesh,
  cylinderMesh,
  MeshBuilder,
  reportMesh,
  scaleMesh,
  type Mesh,
  TURNS,
  upOf,
  type Turn,
} from "../mesh";
import { loadSolids, type Solids } from "../slice";
import { boxStance, stanceOf } from "../lay";
import {
  copiesPerPlate,
  estimateFdm,
  estimateResin,
  fitOn,
  GENERIC_PRINTERS,
  hollowSaving,
  jobOf,
  liftCycleS,
  moveTimeS,
  plateTimeS,
  factsOf,
  findPrint,
  printFacts,
  resinTimeS,
  Shape,
  type Points,
  timeAtSizeS,
  turnWords,
  waysUp,
  whyUp,
  widened,
  type FilamentPrinter,
  type PrintFacts,
  type ResinPrinter,
} from "./index";

const large = GENERIC_PRINTERS[0] as FilamentPrinter,
  small = GENERIC_PRINTERS[1] as FilamentPrinter,
  resin = GENERIC_PRINTERS[2] as ResinPrinter;
let solids: Solids;
beforeAll(async () => {
  solids = await loadSolids();
});

const POINTS: Points = { count: 9, meanMm: 5, tipMm: 0.4 };
const shapeOf = (mesh: Mesh, volumeMm3 = 1): Shape => new Shape(solids, mesh, buildTopology(mesh), volumeMm3);

describe("moves with acceleration", () => {
  // Worked by hand from v²/2a ramps: [distance, speed, acceleration, v0, v1] → seconds.
  it.each([
    [50, 100, 1000, 0, 0, 0.6],
    [5, 100, 1000, 0, 0, 0.141421],
    [10, 100, 1000, 0, 0, 0.2],
    [100, 150, 3000, 0, 0, 0.716667],
    [50, 100, 1000, 10, 10, 0.581],
    [50, 100, 1000, 0, 50, 0.5625],
    [1, 60, 1000, 0, 0, 0.063246],
  ])("%d mm at %d mm/s", (d, v, a, v0, v1, want) => expect(moveTimeS(d, v, a, v0, v1)).toBeCloseTo(want, 6));
});

describe("resin", () => {
  // 60 mm in 0.05 mm layers, 5 bottom layers of 30 s, 2.5 s each, 6.5 s a lift: 3:02:17.5, by hand.
  it("takes 10937.5 s for 60 mm", () => {
    const lift = { distanceMm: 6.5, liftMmMin: 60, retractMmMin: Infinity, restS: 0 };
    expect(resinTimeS(60, { layerMm: 0.05, bottomLayers: 5, bottomExposureS: 30, exposureS: 2.5, lift })).toBeCloseTo(10937.5, 6);
  });
  it("lifts 6 mm at 60 and returns at 150 mm/min in 8.4 s", () =>
    expect(liftCycleS({ distanceMm: 6, liftMmMin: 60, retractMmMin: 150, restS: 0 })).toBeCloseTo(8.4, 9));
  it("two stages, rests and transition layers add up, by hand", () => {
    // 3 mm at 60 and back at 150, then 4 mm at 180 and back at 240 mm/min: 3 + 1.2 + 1.333 + 1; rests of 0.5, 1 and 0.2 s.
    const lift = {
      distanceMm: 3,
      liftMmMin: 60,
      retractMmMin: 150,
      restS: 0.5,
      topRestS: 1,
      beforeLightS: 0.2,
      second: { distanceMm: 4, liftMmMin: 180, retractMmMin: 240 },
    };
    expect(liftCycleS(lift)).toBeCloseTo(3 + 1.2 + 4 / 3 + 1 + 1.7, 9);
    // 30 s falls to 2 s in three steps: 23, 16 and 9 s. Ten layers, two of them at the bottom with a slower lift of 10 s.
    const slow = { distanceMm: 5, liftMmMin: 60, retractMmMin: 60, restS: 0 };
    const time = resinTimeS(0.5, {
      layerMm: 0.05,
      bottomLayers: 2,
      bottomExposureS: 30,
      exposureS: 2,
      lift,
      bottomLift: slow,
      transitionLayers: 3,
    });
    expect(time).toBeCloseTo(2 * (30 + 10) + 8 * liftCycleS(lift) + 23 + 16 + 9 + 5 * 2, 9);
  });
  it("a thin flat piece lies on the plate, a block of the same area is held up", () => {
    const [panel, block] = [boxMesh(40, 30, 2), boxMesh(40, 30, 20)].map((m) => printFacts(shapeOf(m, 2400), resin, 1, TURNS["+z"]).one);
    expect([panel.supportMm3, panel.layers]).toEqual([0, 40]);
    expect(block.supportMm3).toBeGreaterThan(0);
    expect(block.layers).toBe(500);
  });
  it("takes no longer for a full plate", () => {
    expect(estimateResin(20, 1000, 30, resin, POINTS).timeS.value).toBe(estimateResin(20, 1000, 1, resin, POINTS).timeS.value);
    expect(estimateResin(20, 1000, 30, resin, POINTS).massG.value).toBeCloseTo(
      30 * estimateResin(20, 1000, 1, resin, POINTS).massG.value,
      6,
    );
  });
});

describe("filament", () => {
  it("a solid block without infill gaps weighs its volume", () => {
    const mesh = boxMesh(20, 20, 10);
    const e = estimateFdm(solids, mesh, buildTopology(mesh), { ...large, infill: 1 });
    expect(e.layers).toBe(50);
    expect(e.materialMm3.value).toBeCloseTo(4000, 3);
    // 1.24 g/cm³ × 4 cm³.
    expect(e.massG.value).toBeCloseTo(4.96, 4);
  });
  it("walls, skins and sparse infill add up as rings: block 40 × 30 × 20, 10 %", () => {
    const mesh = boxMesh(40, 30, 20);
    const e = estimateFdm(solids, mesh, buildTopology(mesh), large);
    const inner = (40 - 2.7) * (30 - 2.7);
    const byHand = (1200 - inner) * 20 + inner * 8 * 0.2 + inner * (20 - 1.6) * 0.1;
    expect(e.materialMm3.value / byHand).toBeCloseTo(1, 3);
    expect(e.supportMm3).toBe(0);
  });
  it("a table top asks for support, a narrow lintel bridges", () => {
    const table = new MeshBuilder().box([0, 0, 0], [5, 5, 20]).box([0, 0, 20], [60, 60, 24]).build();
    const gate = new MeshBuilder().box([0, 0, 0], [5, 5, 20]).box([13, 0, 0], [18, 5, 20]).box([0, 0, 20], [18, 5, 24]).build();
    expect(estimateFdm(solids, table, buildTopology(table), large).supportMm3).toBeGreaterThan(5000);
    expect(estimateFdm(solids, gate, buildTopology(gate), large).supportMm3).toBe(0);
  });
  it("thinner layers take longer and weigh the same", () => {
    const mesh = cylinderMesh(15, 20, 48);
    const topology = buildTopology(mesh);
    const coarse = estimateFdm(solids, mesh, topology, large),
      fine = estimateFdm(solids, mesh, topology, { ...large, layerMm: 0.1, topLayers: 8, bottomLayers: 8 });
    expect(fine.timeS.value / coarse.timeS.value).toBeGreaterThan(1.5);
    expect(fine.massG.value / coarse.massG.value).toBeCloseTo(1, 1);
  });
  it("every figure says why", () => {
    const mesh = boxMesh(20, 20, 5);
    const e = estimateFdm(solids, mesh, buildTopology(mesh), large);
    for (const f of [e.timeS, e.materialMm3, e.massG, e.costMinor]) {
      expect(f.formula).not.toBe("");
      expect(f.assumptions.length).toBeGreaterThan(0);
      expect(f.low).toBeLessThan(f.value);
      expect(f.high).toBeGreaterThan(f.value);
    }
  });
});

describe("which printer, which way up", () => {
  it("a part between 180 and 235 mm goes to the larger bed or is halved", () => {
    const house = boxStance([216, 112, 118]);
    expect(fitOn(house, large)).toMatchObject({ fits: true, pieces: 1 });
    const s = fitOn(house, small);
    expect(s.fits).toBe(false);
    expect(s.pieces).toBe(2);
  });
  it("turns a long thin part across the plate", () => {
    const plank = fitOn(boxStance([220, 10, 5]), small);
    expect(plank.fits).toBe(true);
    expect([45, 135]).toContain(plank.turnDeg);
  });
  it("finds the hull of a round part", () => {
    const stance = stanceOf(cylinderMesh(10, 30, 64), TURNS["+x"]);
    expect(stance.heightMm).toBeCloseTo(20, 4);
    expect(fitOn(stanceOf(cylinderMesh(10, 30, 64), TURNS["+z"]), small)).toMatchObject({ fits: true, heightMm: 30 });
  });
  it("stands a cone on its base", () => expect(waysUp(shapeOf(coneMesh(20, 20, 48)), large)[0].turn).toEqual(TURNS["+z"]));
  it("does not stand a flat cone on its rim, although nothing would hang over", () => {
    const ways = waysUp(shapeOf(coneMesh(60, 22, 96)), large);
    expect(ways[0]).toMatchObject({ turn: TURNS["+z"], footing: expect.closeTo(1, 1) });
    expect(whyUp({ ...ways.find((w) => upOf(w.turn) === "+x")!, lie: null }, true, 1)).toContain("stands only on supports");
  });
  it("a table stands on four small legs", () => {
    const leg = (x: number, y: number): [[number, number, number], [number, number, number]] => [
      [x, y, 0],
      [x + 4, y + 4, 30],
    ];
    const b = new MeshBuilder().box([0, 0, 30], [60, 60, 34]);
    for (const [min, max] of [leg(0, 0), leg(56, 0), leg(0, 56), leg(56, 56)]) b.box(min, max);
    expect(waysUp(shapeOf(b.build()), large).find((w) => upOf(w.turn) === "+z")!.footing).toBeCloseTo(1, 2);
  });
  it("looks at a turn that was chosen beside the six, and a box that is tilted by 45° is as high as Pythagoras says", () => {
    const half = Math.sin(Math.PI / 8);
    const tilted: Turn = [half, 0, 0, Math.cos(Math.PI / 8)];
    const box = boxMesh(40, 30, 20);
    const ways = waysUp(shapeOf(box), large, tilted);
    expect(ways).toHaveLength(7);
    expect(ways.find((w) => w.turn === tilted)!.heightMm).toBeCloseTo((30 + 20) / Math.SQRT2, 4);
    expect([turnWords(tilted), turnWords(TURNS["-y"]), turnWords([0, 0, Math.sin(0.3), Math.cos(0.3)])]).toEqual([
      "tilted 45°",
      "on its back",
      "turned about the vertical",
    ]);
    // The same turn said the other way round is no seventh.
    expect(waysUp(shapeOf(box), large, [0, 0, 0, -1])).toHaveLength(6);
  });
  it("lays a plate flat", () => expect(["+x", "-x"]).toContain(upOf(waysUp(shapeOf(boxMesh(3, 90, 60)), large)[0].turn)));
  it("counts copies on a plate by a grid", () => {
    // 147 × 71 usable, a pitch of 12 + 3: ten columns, four rows, counted on squared paper.
    expect(copiesPerPlate(boxStance([12, 12, 12]), resin)).toBe(40);
    expect(copiesPerPlate(boxStance([500, 12, 12]), resin)).toBe(0);
  });
  it("packs in the turn that packs most", () => {
    // 100 × 12 across a bed of 147 × 71: one row of four lengthways, 9 of them upright would be too long; turned by 90° none fits.
    expect(copiesPerPlate(boxStance([100, 12, 5]), resin)).toBe(4);
    // A plank that only fits slanting stands alone; one that fits either way goes the way that holds more.
    expect(copiesPerPlate(boxStance([70, 20, 5]), resin)).toBe(6);
  });
  it("a part with a long corner is as wide as its farthest vertex, however many there are", () => {
    const many = ball(500_000);
    const spike = new MeshBuilder().box([-1, -1, 0], [1, 1, 1]).box([40, 0, 0], [90, 0.5, 1]).build();
    const mesh = together(many, spike);
    const hull = stanceOf(mesh, TURNS["+z"]).hull;
    expect(Math.max(...hull.map(([x]) => x))).toBeCloseTo(90, 3);
  });
  it("resin plates cost their time once, filament plates once a copy", () => {
    const mesh = boxMesh(12, 12, 12);
    const { report } = reportMesh(mesh);
    const r = printFacts(shapeOf(mesh, report.volumeMm3), resin, 1);
    const f = printFacts(shapeOf(mesh, report.volumeMm3), large, 1);
    expect(plateTimeS(r, 24).value).toBeCloseTo(plateTimeS(r, 1).value, 6);
    // Each copy takes its own lines; what was waited for at small layers, and the change of layers, is once a plate.
    expect(plateTimeS(f, 24).value).toBeLessThan(f.fixedS + 24 * (f.one.timeS.value - f.fixedS));
    expect(jobOf(r, 100).plates).toBe(Math.ceil(100 / r.perPlate));
    expect(jobOf(r, 24).massG.value).toBeCloseTo(24 * r.one.massG.value, 6);
    // What clings to the plate is lost once, not once a copy. 144 mm² of underside on a point for every 16: nine columns of 5 mm, 1.2 mm thick.
    expect(r.one.supportMm3).toBeCloseTo(9 * (Math.PI * 0.36 * 5 + 3 * Math.PI * 0.36), 6);
    expect(jobOf(r, 24).materialMm3.value).toBeCloseTo(24 * (1728 + r.one.supportMm3) + 6000, 3);
  });
});

describe("copies against bodies in one file", () => {
  const grid = (n: number, piece: (x: number, y: number) => Mesh): Mesh =>
    together(...Array.from({ length: n }, (_, i) => piece((i % 6) * 12, Math.floor(i / 6) * 12)));
  it.each<[string, (x: number, y: number) => Mesh]>([
    ["small cylinders", (x, y) => moved(cylinderMesh(4, 10, 32), [x, y, 0])],
    ["small boxes", (x, y) => moved(boxMesh(8, 8, 12), [x, y, 0])],
    ["tubes", (x, y) => together(moved(cylinderMesh(4, 10, 32), [x, y, 0]), reversed(moved(cylinderMesh(2.5, 10, 32), [x, y, 0])))],
  ])("thirty %s take as long either way, and weigh as much", (_, piece) => {
    const one = piece(0, 0),
      all = grid(30, piece);
    const facts = (mesh: Mesh): PrintFacts => printFacts(shapeOf(mesh), large, 1, TURNS["+z"]);
    const copies = jobOf(facts(one), 30),
      file = jobOf(facts(all), 1);
    expect(copies.plates).toBe(1);
    expect(Math.abs(copies.timeS.value / file.timeS.value - 1)).toBeLessThan(0.05);
    expect(Math.abs(copies.massG.value / file.massG.value - 1)).toBeLessThan(0.02);
  });
  it("the least time of a layer binds once a plate", () => {
    const f = printFacts(shapeOf(cylinderMesh(2, 20, 24)), large, 1, TURNS["+z"]);
    expect(plateTimeS(f, 2).value).toBeCloseTo(plateTimeS(f, 1).value, 6);
  });
});

describe("a resin piece too tall", () => {
  it("is printed in storeys: twice the plates of half the height, not twice the whole", () => {
    const mesh = boxMesh(20, 20, 300);
    const f = printFacts(shapeOf(mesh, 120_000), resin, 1, TURNS["+z"]);
    expect(f.pieces).toBe(2);
    const storey = resinTimeS(150 + resin.supportLiftMm, resin) + resin.startS;
    expect(jobOf(f, 1)).toMatchObject({ plates: 2, timeS: { value: expect.closeTo(2 * storey, 6) } });
    expect(jobOf(f, 3).timeS.value).toBeCloseTo(6 * storey, 6);
    expect(plateTimeS(f, 1).value).toBeCloseTo(storey, 6);
    expect(jobOf(f, 1).materialMm3.value).toBeCloseTo(120_000 + f.one.supportMm3 + 2 * 6000, 6);
  });
});

describe("a filament part at another size", () => {
  // What the desk guesses with: between the square and the cube of the size. Slicing at the new size is the judge.
  it.each<[string, Mesh]>([
    ["a block", boxMesh(80, 60, 50)],
    ["a pillar", cylinderMesh(20, 90, 64)],
    [
      "a hut",
      new MeshBuilder()
        .box([0, 0, 0], [80, 60, 2])
        .box([0, 0, 2], [80, 2, 50])
        .box([0, 58, 2], [80, 60, 50])
        .box([0, 2, 2], [2, 58, 50])
        .build(),
    ],
  ])("%s takes and weighs between the two powers", (_, mesh) => {
    const by = 0.536;
    const plain = { ...large, startS: 0 };
    const now = printFacts(shapeOf(mesh), plain, 1, TURNS["+z"]),
      then = printFacts(shapeOf(scaleMesh(mesh, by)), plain, by, TURNS["+z"]).one;
    const { low, high } = timeAtSizeS(now, by);
    expect(then.timeS.value).toBeGreaterThan(low * 0.95);
    expect(then.timeS.value).toBeLessThan(high * 1.05);
    const share = then.massG.value / now.one.massG.value;
    expect(share).toBeGreaterThan(by ** 3);
    expect(share).toBeLessThan(by ** 2 * 1.05);
  });
});

describe("extremes of a profile", () => {
  it("a price of nothing is nothing, and no figure is negative or not a number", () => {
    const mesh = boxMesh(20, 20, 5);
    for (const printer of [
      { ...large, pricePerKgMinor: 0, infill: 0 },
      { ...resin, pricePerLitreMinor: 0, lossMlPerPlate: 0 },
    ]) {
      const f = printFacts(shapeOf(mesh, 2000), printer, 1);
      for (const copies of [0, 1, 7, 400]) {
        const job = jobOf(f, copies);
        expect(job.costMinor.value).toBe(0);
        for (const s of [job.timeS, job.massG, job.materialMm3, job.costMinor])
          for (const v of [s.value, s.low, s.high]) expect(v).toBeGreaterThanOrEqual(0);
      }
    }
  });
});

describe("supports", () => {
  const mm3 = (mesh: Mesh, printer: FilamentPrinter = large): number => estimateFdm(solids, mesh, buildTopology(mesh), printer).supportMm3;
  /** A prism whose underside rises at so many degrees from upright. */
  const wedge = (deg: number): Mesh =>
    new MeshBuilder()
      .prism(
        [
          [0, 0],
          [4, 0],
          [4 + 10 * Math.tan((deg * Math.PI) / 180), 10],
          [0, 10],
        ],
        0,
        20,
      )
      .build();
  it.each([55, 65, 75, 80])("the underside of a wedge at %d° from upright is held, all of it", (deg) => {
    const held = mm3(wedge(deg)) / 0.15;
    const run = 10 * Math.tan((deg * Math.PI) / 180);
    // Half the box under the slope; the step that prints on itself is left out, layer by layer.
    const share = 1 - Math.tan((50 * Math.PI) / 180) / Math.tan((deg * Math.PI) / 180);
    expect(held / ((run * 10 * 20) / 2)).toBeGreaterThan(share * 0.85);
    expect(held / ((run * 10 * 20) / 2)).toBeLessThan(1.1);
  });
  it("one that rises at 45° prints on itself, and at 60° too where the profile says so", () => {
    expect(mm3(wedge(45))).toBe(0);
    expect(mm3(wedge(60))).toBeGreaterThan(50);
    expect(mm3(wedge(60), { ...large, overhangDeg: 65 })).toBe(0);
  });
  it("a bridge rests on both ends, a ledge of the same width does not", () => {
    const post: [[number, number, number], [number, number, number]] = [
      [0, 0, 0],
      [5, 5, 20],
    ];
    const bridge = new MeshBuilder()
      .box(...post)
      .box([13, 0, 0], [18, 5, 20])
      .box([0, 0, 20], [18, 5, 24])
      .build();
    const ledge = new MeshBuilder()
      .box(...post)
      .box([0, 0, 20], [13, 5, 24])
      .build();
    expect(mm3(bridge)).toBe(0);
    expect(mm3(ledge)).toBeGreaterThan(8 * 5 * 20 * 0.15 * 0.8);
  });
  it("a small shelf counts", () => {
    const shelf = new MeshBuilder().box([0, 0, 0], [10, 10, 30]).box([10, 4, 15], [10.9, 5, 16]).build();
    expect(mm3(shelf)).toBeGreaterThan(0);
  });
  it("two layers with the same area, length and moments are not taken for one", () => {
    // A square hole moves from one corner to the opposite one: same area, perimeter and box.
    const { Manifold } = solids;
    const plate = (x: number, z: number) =>
      Manifold.cube([20, 20, 5])
        .subtract(Manifold.cube([4, 4, 5]).translate([x, 8, 0]))
        .translate([0, 0, z]);
    const m = plate(4, 0).add(plate(12, 5)).getMesh();
    const mesh = { positions: new Float32Array(m.vertProperties), indices: new Uint32Array(m.triVerts) };
    const straight = plate(4, 0).add(plate(4, 5)).getMesh();
    const same = { positions: new Float32Array(straight.vertProperties), indices: new Uint32Array(straight.triVerts) };
    const grams = (x: Mesh): number => estimateFdm(solids, x, buildTopology(x), large).massG.value;
    // Where the hole moved, its floor and its roof are skins.
    expect(grams(mesh)).toBeGreaterThan(grams(same) * 1.005);
  });
});

describe("hollowing", () => {
  it("of a massive block leaves a shell; a thin part gains nothing", () => {
    // 80 × 60 × 50: 240 cm³, 236 cm² of skin; two millimetres of it are 47 cm³.
    const saving = hollowSaving(240_000, 23_600, resin)!;
    expect(saving.leftMm3).toBeCloseTo(47_200, 6);
    expect(saving.costMinor / ((240_000 / 1e6) * resin.pricePerLitreMinor)).toBeCloseTo(47.2 / 240, 6);
    expect(hollowSaving(10_000, 9_000, resin)).toBeNull();
  });
});

describe("a part of which only the size is known", () => {
  it("has a range from a shell to a solid", () => {
    const shell = findPrint(shapeOf(boxMesh(40, 40, 40), 8000), resin, 1, TURNS["+z"]),
      solid = findPrint(shapeOf(boxMesh(40, 40, 40), 64000), resin, 1, TURNS["+z"]);
    const both = widened(shell, solid);
    expect(both.one.massG.value).toBe(shell.one.massG.value);
    expect(both.one.massG.low).toBe(shell.one.massG.low);
    expect(both.one.massG.high).toBe(solid.one.massG.high);
    // Its cost has the same range, and all three say why.
    const { one } = factsOf(both, { minor: 3000, currency: "EUR" });
    expect(one.costMinor.high / one.costMinor.low).toBeCloseTo(solid.one.materialMm3.high / shell.one.materialMm3.low, 9);
    for (const figure of [one.timeS, one.massG, one.costMinor]) expect(figure.assumptions.at(-1)!.text).toMatch(/^Only the size is known/);
  });
});

describe("filament, by hand", () => {
  const plain: FilamentPrinter = { ...large, startS: 0, layerChangeS: 0, leastLayerS: 0, firstLayerMmS: 1000 };
  const estimate = (mesh: ReturnType<typeof boxMesh>, printer: FilamentPrinter) => estimateFdm(solids, mesh, buildTopology(mesh), printer);

  // One wall line of 0.45 mm round a block of 40 × 30 × 10 without skins or infill: ring area × height (exact).
  it("a single wall is a ring", () => {
    const e = estimate(boxMesh(40, 30, 10), { ...plain, wallLines: 1, topLayers: 0, bottomLayers: 0, infill: 0 });
    expect(e.materialMm3.value).toBeCloseTo((1200 - 39.1 * 29.1) * 10, 2);
  });
  // The annulus of three 0.45 mm walls in a round tower of r 10 (n-gon of 128 sides, exact share 0.999599).
  it("three walls of a round tower are an annulus", () => {
    const e = estimate(cylinderMesh(10, 10, 128), { ...plain, topLayers: 0, bottomLayers: 0, infill: 0 });
    expect(e.materialMm3.value / (Math.PI * (100 - 8.65 ** 2) * 10 * 0.999599)).toBeCloseTo(1, 3);
  });
  it("a wall as thin as its lines has no inside", () => {
    const e = estimate(boxMesh(60, 2.4, 10), plain);
    expect(e.materialMm3.value).toBeCloseTo(60 * 2.4 * 10, 1);
  });
  // Infill at fraction f lays area × f of material: from 0 to 20 % the inside grows by a fifth of itself (exact).
  it("infill is its share of the inside", () => {
    const bare = estimate(boxMesh(40, 30, 20), { ...plain, topLayers: 0, bottomLayers: 0, infill: 0 });
    const filled = estimate(boxMesh(40, 30, 20), { ...plain, topLayers: 0, bottomLayers: 0, infill: 0.2 });
    expect(filled.materialMm3.value - bare.materialMm3.value).toBeCloseTo(37.3 * 27.3 * 20 * 0.2, 1);
  });
  // A square wall of 40 mm sides: four moves of 40 mm a line; trapezoid time of each by hand.
  it("takes the time of its moves", () => {
    const printer = { ...plain, wallLines: 1, topLayers: 0, bottomLayers: 0, infill: 0, cornerMmS: 8 };
    const e = estimate(boxMesh(40, 40, 2), printer);
    const side = moveTimeS(40, 60, 1500, 8, 8);
    // Ten layers; the ring is 1.13 % shorter than the outline; one hop a layer comes on top.
    const walls = 10 * 4 * side * ((1600 - 39.1 * 39.1) / 0.45 / 160);
    expect(e.timeS.value).toBeGreaterThan(walls);
    expect(e.timeS.value).toBeLessThan(walls + 10 * (0.4 + 0.4));
  });
  it("a small layer waits for its least time", () => {
    const e = estimate(boxMesh(4, 4, 10), { ...plain, leastLayerS: 12 });
    expect(e.timeS.value).toBeGreaterThanOrEqual(50 * 12);
    expect(e.timeS.value).toBeLessThan(50 * 14);
  });
  // Density and price as the profile says: 1 kg at 20.00 is 2 cents a gram.
  it("costs what it weighs", () => {
    const e = estimate(boxMesh(40, 30, 20), plain);
    expect(e.massG.value).toBeCloseTo((e.materialMm3.value / 1000) * 1.24, 9);
    expect(e.costMinor.value).toBeCloseTo(e.massG.value * 2, 9);
  });
  it("eight times the volume of a cube for twice its side, and two to eight times the hours", () => {
    const one = estimate(boxMesh(20, 20, 20), { ...plain, infill: 1 }),
      two = estimate(boxMesh(40, 40, 40), { ...plain, infill: 1 });
    expect(two.materialMm3.value / one.materialMm3.value).toBeCloseTo(8, 3);
    expect(two.timeS.value / one.timeS.value).toBeGreaterThan(2);
    expect(two.timeS.value / one.timeS.value).toBeLessThan(8);
  });
  it("a roof of 45° prints on itself, one of 25° from below does not", () => {
    const tent = (height: number) =>
      new MeshBuilder()
        .prism(
          [
            [-0.5, 0],
            [0.5, 0],
            [30, height],
            [-30, height],
          ],
          0,
          40,
        )
        .build();
    expect(estimate(tent(29.5), plain).supportMm3).toBe(0);
    expect(estimate(tent(13.8), plain).supportMm3).toBeGreaterThan(100);
  });
  it("tells how far it is and stops when asked", () => {
    const mesh = cylinderMesh(20, 20, 64);
    const told: number[] = [];
    estimateFdm(solids, mesh, buildTopology(mesh), plain, (f) => told.push(f));
    expect(told.at(-1)).toBe(1);
    const stop = new AbortController();
    stop.abort();
    expect(() => estimateFdm(solids, mesh, buildTopology(mesh), plain, undefined, stop.signal)).toThrow();
  });
});

describe("resin, by hand", () => {
  it("the bottom layers alone, when there are no others", () => {
    const lift = { distanceMm: 6, liftMmMin: 60, retractMmMin: 150, restS: 1 };
    expect(resinTimeS(0.2, { layerMm: 0.05, bottomLayers: 5, bottomExposureS: 30, exposureS: 2.5, lift })).toBeCloseTo(4 * (30 + 9.4), 9);
  });
  it("a millimetre more is twenty layers more", () => {
    const per = (h: number) => resinTimeS(h, resin);
    expect(per(31) - per(30)).toBeCloseTo(20 * (2.5 + liftCycleS(resin.lift)), 6);
  });
  it("costs by volume, and what clings is paid once a plate", () => {
    const one = estimateResin(20, 10000, 1, resin, POINTS),
      two = estimateResin(20, 10000, 2, resin, POINTS);
    const own = ((10000 + one.supportMm3) / 1e6) * resin.pricePerLitreMinor,
      lost = (6 / 1000) * resin.pricePerLitreMinor;
    expect(one.costMinor.value).toBeCloseTo(own + lost, 9);
    expect(two.costMinor.value).toBeCloseTo(2 * own + lost, 9);
  });
});
