/** A project with one of everything that can be said, so that a test over its fields is a test over all fields. */
import { reportMesh, writeStl } from "../core/mesh";
import { findPrint, GENERIC_PRINTERS, printFacts, profileOf, Shape, type FoundPrint } from "../core/print";
import { rectangle } from "../core/ground";
import { NEW_LIGHT } from "../core/light";
import { contentHash, newJoint, type Part, type Project, type ProjectRows } from "../core/project";
import { joinProject, type Lookup, type ResultRequest } from "../core/results";
import { loadSolids } from "../core/slice";
import { block, coat, print, projectOf, record, sizePart, surfaceMapOf, THURSDAY } from "./sampleProject";

export interface Full {
  project: Project;
  meshes: Map<string, Uint8Array>;
  /** What was found of the brick on the first printer. */
  found: FoundPrint;
}

export async function fullProject(): Promise<Full> {
  const mesh = block();
  const bytes = writeStl(mesh);
  const hash = await contentHash(bytes);
  const { report, topology } = reportMesh(mesh);
  const shape = new Shape(await loadSolids(), mesh, topology, Math.abs(report.volumeMm3));
  const source: Part["source"] = {
    kind: "mesh",
    hash,
    fileName: "brick.stl",
    unit: "mm",
    unitReason: "as it came",
    warnings: [{ code: "stl.note", message: "a note", count: 2 }],
    report: {
      ...report,
      places: [{ code: "open", at: [0, 0, 0], count: 1 }],
      findings: [{ code: "mesh.open", count: 2 }],
    },
    noted: [
      { code: "mesh.open", message: "The surface has holes: size and area are right, volume and print figures are approximate.", count: 2 },
      { code: "stl.note", message: "a note", count: 2 },
    ],
    outsideMm2: 2000,
    walls: { version: 1, points: 5, wallMm: [20, 20], gapMm: [1], thin: [{ mm: 20, at: [0, 0, 0] }], narrow: [{ mm: 1, at: [0, 0, 0] }] },
  };
  const brick: Part = {
    ...sizePart("brick", source),
    name: "Brick",
    copies: 7,
    goodBefore: 1,
    failedBefore: 1,
    notes: "Look out",
    order: 1,
    group: "quay",
    batch: "grey",
    tags: ["wood", "wet"],
    licence: "own work",
    fileCost: { minor: 450, currency: "EUR" },
    tally: { fitted: 1, primed: 1, painted: 0, placed: 0 },
    placedByMap: true,
    variations: [{ id: "v", copies: 1, mirrored: true, percent: 95, state: "open", extraColour: "red lid" }],
    sightings: [{ id: "s", thing: "a door", lowRealMm: 1981, highRealMm: 2040, fileMm: 36, how: "typed" }],
    measures: { clipSlotMm: 4, wallHeightMm: 50, baseMm: 5, groundHex: "#604020" },
    configurations: [{ name: "folded", sizeMm: [20, 20, 20] }],
    surfaces: [
      {
        id: "roof",
        anchor: { at: [0.5, 0.5, 1], normal: [0, 0, 1], share: 0.23 },
        name: "Roof",
        sight: "seen",
        material: "brick",
        brush: "dry",
        bristle: "soft",
        stroke: "along",
        photos: [{ hash: "9".repeat(64), when: "before", at: THURSDAY }],
      },
    ],
    surfaceMap: surfaceMapOf(mesh),
    differs: { fidelity: "replica", handling: "weekly", finish: "display", viewingDistanceMm: 600 },
    versions: [{ source: { kind: "typed", sizeMm: [40, 30, 20], shell: true }, factor: 1, at: 1, note: "first" }],
    faces: [
      { id: "f1", kind: "seen", where: { at: [20, 15, 20] } },
      { id: "f2", kind: "covered", where: { belowMm: 2 } },
      { id: "f4", kind: "mating", where: { axis: "x", planeMm: 20 } },
      { id: "f3", kind: "hidden", where: { facing: "-y" } },
    ],
    zones: [{ id: "z", name: "peg", axis: "z", fromMm: 0, toMm: 5, infill: 0.75, wallLines: 5 }],
    otherWays: { currency: "EUR", buyMinor: 900, serviceMinor: 1200, scratchS: 7200, scratchMinor: 300, hourMinor: 1000 },
    prints: GENERIC_PRINTERS.map((p) => ({ ...printFacts(shape, p, 1), printerId: p.id })),
    work: [
      print("large-filament", {
        typed: { timeS: 7200, massG: 30, text: "2 h, 30 g", costMinor: 90 },
        sliced: { fileName: "brick.gcode", timeS: 7000, naiveTimeS: 6000, massG: 29, layers: 100 },
      }),
      { id: "h", kind: "hide", school: "fill-and-sand", surfaceId: "roof" },
      coat("c", "primer", "spray", 2),
      {
        id: "re",
        kind: "recipe",
        recipeId: "recipe",
        differs: [
          { stepId: "r1", paintId: "stone", crackle: true },
          { stepId: "r2", skip: true },
        ],
      },
      { id: "g", kind: "glue", jointId: "m1" },
      { id: "gr", kind: "ground", recipeId: "sand-and-grit", areaMm2: 1000, depthMm: 2 },
      { id: "seam", kind: "seam", jointId: "m1", filler: "epoxy-putty" },
      { id: "bench", kind: "bench", task: "file", rounds: 1, mostAnEvening: 3 },
      {
        id: "o",
        kind: "own",
        title: "My usual base",
        handsOnS: 600,
        waitS: 43200,
        family: "water acrylic",
        needs: ["daylight"],
        uses: ["blade", "solvent"],
        procedureId: "kept",
      },
    ],
  };
  const shed: Part = {
    ...sizePart("shed", { kind: "typed", sizeMm: [60, 40, 50], shell: true }, [print("resin")]),
    name: "Shed",
    order: 2,
  };
  const base: Part = { ...sizePart("base", { kind: "scratch", sizeMm: [300, 200, 25], material: "foam" }), name: "Base", order: 3 };
  const project = projectOf(
    [brick, shed, base],
    [
      record("brick", "brick/c/0", {
        id: "r1",
        startedAt: THURSDAY,
        finishedAt: THURSDAY + 900_000,
        result: "good",
        wentWrong: "a run",
        note: "shaken twice",
        aired: "window",
        photos: ["7".repeat(64)],
        sounds: ["8".repeat(64)],
      }),
      record("brick", "brick/print/start0", { id: "r2", time: "machine", startedAt: THURSDAY, plannedS: 3600 }),
      record("brick", "plate/gone/start", {
        id: "r3",
        time: "machine",
        startedAt: THURSDAY - 7_200_000,
        finishedAt: THURSDAY - 3_600_000,
        plannedS: 3600,
        result: "failed",
        print: {
          printerId: "large-filament",
          printer: "Large filament",
          profile: profileOf(GENERIC_PRINTERS[0]),
          supplyId: "spool",
          material: "Grey filament",
          plateId: "gone",
          pieces: [{ partId: "brick", name: "Brick", pieces: 2 }],
          layers: 100,
          turn: [0, 0, 0, 1],
          plannedMassG: 30,
          modelS: 3500,
          modelMassG: 29,
          massG: 12,
          failure: { cause: "corner-lift", layer: 40 },
          observed: ["curled"],
          measured: [{ id: "m", what: "slot", nominalMm: 4, measuredMm: 3.8 }],
          photos: ["d".repeat(64)],
          gate: "went on",
          test: false,
        },
      }),
      record("brick", "plate/gone/clear", {
        id: "r4",
        startedAt: THURSDAY - 3_000_000,
        finishedAt: THURSDAY - 2_900_000,
        result: "partly",
        good: 1,
        failed: 1,
        came: [{ partId: "brick", good: 1, failed: 1 }],
        arrived: {
          at: THURSDAY,
          result: "good",
          good: 2,
          failed: 0,
          came: [{ partId: "brick", good: 2, failed: 0 }],
          wentWrong: "",
          note: "on the phone",
          saidS: 90,
          finishedAt: THURSDAY - 2_900_000,
          photos: ["b".repeat(64)],
        },
      }),
    ],
    {
      secondary: { ratio: 160, use: "background" },
      readyBy: "2026-03-01",
      house: { gridMm: 25.4, clipSlotMm: 4.2, wallHeightMm: 50, baseMm: 5, groundHex: "#604020" },
      homes: [{ id: "shelf", name: "the shelf", kind: "shelf", sizeMm: [800, 280, 300] }],
      dimensions: [
        { id: "d1", name: "Mill", axis: "height", mm: 6600, text: "6.6 m", source: "plan", sure: "drawing", within: null, partId: "brick" },
        { id: "d2", name: "Door", axis: "height", mm: 2032, text: "80 in", source: "plan", sure: "drawing", within: "d1", partId: null },
      ],
      references: [{ id: "ref", hash: "c".repeat(64), kind: "photo", title: "Front", source: "own", shows: ["front"], partId: "brick" }],
      plates: [
        {
          id: "pl1",
          printerId: "large-filament",
          order: 1,
          pieces: [
            { id: "pc1", partId: "brick", variation: null, xMm: 100, yMm: 120, turnDeg: 45 },
            { id: "pc2", partId: "brick", variation: "v", xMm: 40, yMm: 30, turnDeg: 0 },
          ],
          byHand: true,
        },
      ],
      joints: [
        {
          ...newJoint("m1", "brick", { kind: "part", partId: "shed" }),
          bMaterial: "foam",
          count: 2,
          reach: "closes",
          load: true,
          glueId: "instant-gel",
          lengthMm: 40,
          widthMm: 0.3,
          textured: true,
          cut: { kind: "pegs", clearanceMm: 0.25, sectionMm2: 600 },
          place: { atMm: [1.5, -2, 6], turnDeg: 90, travel: { kind: "slides", along: "z", byMm: 24 } },
          fits: [{ id: "f1", at: THURSDAY, verdict: "file", amountMm: 0.2, cause: "print" }],
        },
        {
          ...newJoint("m2", "shed", { kind: "words", words: "A cork tile" }),
          how: "never",
          pin: { holeMm: 6, coverMm: 0.7, offsetMm: 10, heightMm: 55 },
        },
      ],
      ownThings: [{ name: "gate", mm: 4200, low: 4000, high: 4400, measure: "width", kind: "typed", source: "yours" }],
    },
  );
  Object.assign(project.paints[1], {
    mix: {
      parts: [
        { paintId: "stone", name: "Stone", hex: "#b0a890", drops: 5 },
        { paintId: "gone", name: "A pot that is gone", hex: "#202020", drops: 2 },
      ],
      thinning: 0.5,
      at: THURSDAY,
      came: "a little lighter",
    },
    can: { cm2: 9000, fullG: 470, emptyG: 120 },
    hides: "well",
    place: "second shelf, left",
    missingSince: THURSDAY,
    lot: "7 B",
  });
  project.scene.recipes.push({
    id: "recipe",
    name: "Timber, weathered",
    school: "dark to light",
    steps: [
      {
        id: "r1",
        role: "foot",
        where: "the posts",
        share: 0.2,
        paintId: "brown",
        wants: { name: "Brown", family: "water acrylic", hex: "#705030", sheen: "matt" },
        method: "brush",
        coats: 2,
        thinning: 0.5,
        wet: true,
        finish: "table",
        every: 3,
        picked: 12,
        borderMm: 340,
        brush: "flat",
        looksSo: "too orange on purpose",
        judgeAfterMin: 30,
        ifTooMuch: "tap the base colour on",
      },
    ],
  });
  project.procedures.push({
    id: "kept",
    title: "My usual base",
    handsOnS: 600,
    waitS: 43200,
    family: "water acrylic",
    needs: ["airbrush"],
    uses: ["powder"],
  });
  project.supplies.push({
    id: "glue",
    kind: "glue",
    name: "Gel",
    what: "instant-gel",
    stock: 20,
    price: { minor: 690, currency: "EUR" },
    place: "drawer",
    missingSince: THURSDAY,
  });
  project.supplies.push({ id: "spool", kind: "spool", name: "Grey filament", what: "usual", stock: 700, price: null, since: THURSDAY });
  Object.assign(project.scene.printers[0], {
    edges: { left: 10, right: 5, front: 5, back: 5 },
    exclusions: [{ id: "e", xMm: 0, yMm: 0, widthMm: 20, depthMm: 20, why: "clip" }],
    loadedId: "spool",
    quiet: true,
    surface: "smooth sheet",
    address: null,
  });
  project.habits.eveningsOfTen = 8;
  project.habits.evenings = project.habits.evenings.map((e, i) => (i === 0 ? { ...e, helper: true } : e));
  project.habits.hoursTake = 1.25;
  project.habits.nozzleMm = 0.4;
  project.habits.cameraAheadS = -3600;
  project.habits.rates = [{ from: "USD", to: "EUR", rate: 0.92, at: THURSDAY }];
  project.habits.weekMostH = 9;
  project.scene.lights = [{ ...NEW_LIGHT, id: "l1", name: "Lantern", reachable: false }];
  project.scene.boards = [
    {
      id: "b1",
      name: "Board",
      outlineMm: rectangle(320, 240),
      layers: [{ id: "bl", material: "foam", thicknessMm: 25, eMPa: 14 }],
      rimMm: 3,
      liftMm: 10,
      handsMm: [40, 280],
      partId: "brick",
    },
  ];
  project.scene.standings = [
    { id: "s1", partId: "brick", on: { kind: "board", boardId: "b1" }, xMm: 100, yMm: 80, turnDeg: 30, liftMm: -2, leanDeg: 5 },
    { id: "s2", partId: "brick", on: { kind: "copy", standingId: "s1" }, xMm: 100, yMm: 80, turnDeg: 0, liftMm: 0, leanDeg: 0 },
    { id: "s3", partId: "brick", on: { kind: "table" }, xMm: 400, yMm: 80, turnDeg: 0, liftMm: 0, leanDeg: 0 },
  ];
  project.scene.zones = [
    { id: "z1", boardId: "b1", name: "Creek", is: "water", outlineMm: rectangle(320, 50, 0, 40), levelMm: -9, slopeDeg: 40, ballMm: 20 },
  ];
  project.scene.layers = [{ id: "ly1", zoneId: "z1", methodId: "two-part", depthMm: 8, by: "mass" }];
  project.scene.camera = { focalMm: 35, sensorMm: [36, 24], stop: 8, distanceMm: 800, heightMm: 120, fromDeg: 20, backdropMm: 300 };
  project.scene.awaits = [{ id: "aw", what: "Resin", day: "2026-06-20", partId: "brick", itemId: "brown", came: false }];
  project.scene.panels = [{ id: "pa1", name: "Wall", widthMm: 110, heightMm: 60, count: 2, scored: { as: "bricks", unitMm: [4, 1.4] } }];
  project.scene.printers[0].machine = {
    priceMinor: 28000,
    residualMinor: 4000,
    lifeH: 3000,
    watts: 150,
    perKWhMinor: 30,
    partsMinor: 1800,
    partsLifeH: 600,
  };
  project.scene.stock = { widthMm: 420, heightMm: 297, sheets: 2, kerfMm: 1.5 };
  project.parts[0].stands = "-y";
  project.parts[0].neverCut = "the nib at the sill";
  project.scene.effects = [
    { id: "e1", name: "Vat", kind: "vat", round: false, aMm: 40, bMm: 25, deepMm: 6, slopeDeg: 20, product: "epoxy", count: 2 },
    {
      id: "e2",
      name: "Gauge",
      kind: "pane",
      round: true,
      aMm: 14,
      bMm: 14,
      deepMm: 0,
      slopeDeg: 0,
      product: "epoxy",
      count: 3,
      face: "gauge",
      words: "STEAM",
    },
  ];
  project.scene.swatches = [
    { id: "w", name: "Wall in the sun", hex: "#cdbf9f", paintId: "brown", onPurpose: "darker: it stands in shade" },
  ];
  project.parts[0].areas = [
    { id: "a1", name: "Foot", by: "below", mm: 4.5, deg: null, surface: "", at: null },
    { id: "a2", name: "Door", by: "bucket", mm: null, deg: 30, surface: "", at: [1, -2.5, 3] },
  ];
  project.parts[0].details = [{ id: "d", what: "Gutter", wanted: "should", handsOnS: 1200, done: true }];
  project.habits.place = { latDeg: 52.5, lonDeg: 13.4 };
  project.habits.fills.push({
    id: "fill1",
    product: "filler",
    how: "meter",
    coats: 2,
    stepMm: 0.17,
    pitchMm: 0.4,
    left: 0.5,
    at: THURSDAY,
    what: "slope fan",
  });
  project.lines.push(
    { id: "line", at: 6, kind: "bought", itemId: "primer", amount: 0, price: { minor: 700, currency: "EUR" }, note: "from the shop" },
    {
      id: "used",
      at: 7,
      kind: "took",
      itemId: "primer",
      amount: 0,
      outcome: "trial",
      recordId: "rec",
      sceneId: "s",
      partId: "brick",
      plateId: "plate",
    },
  );
  project.lessons.push({ id: "lesson", title: "Two thin coats, not one", about: "coat", key: "brush", product: "enamel wash", at: 5 });
  project.lessons[0].judged = [{ recordId: "r1", helped: true }];
  return { project, meshes: new Map([[hash, bytes]]), found: findPrint(shape, GENERIC_PRINTERS[0], 1) };
}

/** A scene as it is opened, every mesh taken for the one that is known: what is changed in these tests are the rows. */
export function joinedAs(rows: ProjectRows, { source }: Part, found: FoundPrint): Project {
  if (source.kind !== "mesh") throw new Error("no mesh");
  const { report, outsideMm2 } = source;
  const lookup = ((r: ResultRequest) =>
    r.kind === "mesh" ? { report, outsideMm2 } : r.kind === "print" ? { ...found, factor: r.inputs.factor } : undefined) as Lookup;
  return joinProject(rows, lookup);
}

/** Another scene, which nothing that is done to the first may touch. */
export const victim = (): Project => {
  const other = projectOf([{ ...sizePart("brick", { kind: "typed", sizeMm: [10, 10, 10], shell: false }), sceneId: "victim" }]);
  return {
    ...other,
    scene: { ...other.scene, id: "victim", name: "Somebody else's" },
  };
};
