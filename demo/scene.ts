/**
 * The demo scene "Saltmarsh Sluice": a tide mill on a muddy creek for 28 mm figures. All of it is made up. Meshes are
 * built by code, print facts are computed here once with the same core that the application uses.
 */
import { careText } from "../core/care";
import { mirroredFootprint } from "../core/lay";
import { GENERIC_PRINTERS, layOut, plateTimeS, type Plate, type PrinterLesson } from "../core/print";
import { buildTopology, writeStl, type Mesh } from "../core/mesh";
import { anchorOf, findSurfaces } from "../core/surface";
import {
  joinPart,
  joinProject,
  footprintRequest,
  outlineRequest,
  sheetRequest,
  wantedOf,
  type ResultRequest,
  type ValueOf,
} from "../core/results";
import { computeWanted } from "../core/results/compute";
import { layOutPrinters, lessonsOf, piecesToLay, printLog, printRecordOf, stepsOfPart, takesOf, toPrint } from "../core/plan";
import {
  HABIT_DEFAULTS,
  newJoint,
  NEW_SURFACE,
  PART_DEFAULTS,
  SCENE_DEFAULTS,
  type ColourArea,
  type LookDetail,
  type LookSwatch,
  type MeshBlobs,
  type PartRow,
  type Project,
  type ProjectRows,
  type SaidSurface,
  type StepRecord,
  type WorkItem,
} from "../core/project";
import type { CoatWork, RecipeWork } from "../core/stations/kinds";
import type { Joint } from "../core/joint";
import { NEW_LIGHT } from "../core/light";
import { NEW_EFFECT, type Effect } from "../core/paint";
import { figureScale } from "../core/scale";
import type { RealDimension } from "../core/subject";
import { loadSolids, type Solids } from "../core/slice";
import { ok } from "../core/units";
import { BOARDS, CAMERA, LAYERS, PANELS, STANDINGS, ZONES } from "./ground";
import { DEMO_ID, DEMO_NOW } from "./identity";
import { bookOf } from "./book";
import { PAINTS, RECIPES } from "./rack";
import { barrel, cranePost, crate, millHouse, quayClip, quayWall, rowingBoat, sluiceFrame, sluicePaddle } from "./meshes";
import { printHistory } from "./history";

/** The mill at full size, from an invented survey; the guess from a postcard contradicts it. */
const DIMENSIONS: RealDimension[] = [
  {
    id: "d1",
    name: "Mill house",
    axis: "height",
    mm: 6600,
    text: "6.6 m",
    source: "survey drawing, to the stack",
    sure: "drawing",
    within: null,
    partId: "mill-house",
  },
  { id: "d2", name: "Mill house", axis: "height", mm: 7900, text: "7.9 m", source: "postcard", sure: "guess", within: null, partId: null },
  {
    id: "d3",
    name: "Mill roof",
    axis: "depth",
    mm: 12100,
    text: "12.1 m",
    source: "survey drawing, over the eaves",
    sure: "drawing",
    within: null,
    partId: "mill-house",
  },
  {
    id: "d4",
    name: "Front door",
    axis: "height",
    mm: 2040,
    text: "2.04 m",
    source: "measured on site",
    sure: "measured",
    within: "d1",
    partId: null,
  },
  {
    id: "d5",
    name: "Sluice frame",
    axis: "width",
    mm: 4300,
    text: "14 ft 1 in",
    source: "survey drawing",
    sure: "drawing",
    within: null,
    partId: "sluice-frame",
  },
];

/** On a 30° slope of 0.2 mm layers. */
const READING = { stepMm: 0.173, pitchMm: 0.4, demo: true } as const;

/** Picked from a photograph of such a wall, by hand. */
const SWATCHES: LookSwatch[] = [
  { id: "look-wall", name: "Wall in the sun", hex: "#d9d0b6", paintId: "lime-white", onPurpose: "" },
  { id: "look-tar", name: "Old tar", hex: "#2b2724", paintId: null, onPurpose: "" },
  {
    id: "look-weed",
    name: "Weed at the waterline",
    hex: "#3f4a2b",
    paintId: "weed-green",
    onPurpose: "brighter: it lies in the shade of the quay",
  },
];
/** Of the mill house, at its dry fit. */
const MILL_DETAILS: LookDetail[] = [
  { id: "gutter", what: "Gutter and downpipe", wanted: "must", handsOnS: 1800, done: true },
  { id: "hinges", what: "Hinges on the hatch", wanted: "should", handsOnS: 1200, done: false },
  { id: "sign", what: "Sign over the door", wanted: "skip", handsOnS: null, done: false },
];

/** What takes a colour of its own on the mill; lengths in the size of its file. */
const MILL_AREAS: ColourArea[] = [
  { id: "roof", name: "Roof", by: "gentler", mm: null, deg: 45, surface: "", at: null },
  { id: "plinth", name: "Plinth", by: "below", mm: 6, deg: null, surface: "", at: null },
];

const EFFECTS: Effect[] = [
  { ...NEW_EFFECT.vat, id: "race", name: "Tail race", round: false, aMm: 90, bMm: 30, deepMm: 8, slopeDeg: 30, product: "water effect" },
  { ...NEW_EFFECT.dome, id: "lantern", name: "Lantern glass", aMm: 6, deepMm: 0.7, count: 2 },
  { ...NEW_EFFECT.pane, id: "hatch", name: "Pane over the hatch", aMm: 14, bMm: 14, count: 2 },
];

/** Who meets whom, and how it went when it was tried dry. */
const toPart = (partId: string): Joint["b"] => ({ kind: "part", partId });
const JOINTS: Joint[] = [
  {
    ...newJoint("paddle-in-frame", "sluice-paddle", toPart("sluice-frame")),
    how: "slides",
    paint: "before",
    lengthMm: 90,
    widthMm: 0.4,
    place: { atMm: [4.7, 3.2, 6.5], turnDeg: 0, travel: { kind: "slides", along: "z", byMm: 20 } },
    fits: [
      { id: "try-1", at: DEMO_NOW - 6 * 86_400_000, verdict: "file", amountMm: 0.25, cause: "print" },
      { id: "try-2", at: DEMO_NOW - 5 * 86_400_000, verdict: "fits", amountMm: 0, cause: "print" },
    ],
  },
  {
    ...newJoint("house-on-quay", "mill-house", toPart("quay-wall")),
    count: 1,
    lengthMm: 96,
    widthMm: 0.8,
    textured: true,
    fits: [{ id: "try-3", at: DEMO_NOW - 3 * 86_400_000, verdict: "fill", amountMm: 0.8, cause: "design" }],
  },
  {
    ...newJoint("post-on-quay", "crane-post", toPart("quay-wall")),
    count: 1,
    how: "loose",
    paint: "before",
    lengthMm: 36,
    widthMm: 0.3,
    fits: [{ id: "try-4", at: DEMO_NOW - 2 * 86_400_000, verdict: "file", amountMm: 0.15, cause: "print" }],
  },
  {
    ...newJoint("frame-on-base", "sluice-frame", toPart("base")),
    load: true,
    glueId: "epoxy-5",
    lengthMm: 120,
    widthMm: 0.5,
    sight: "covered",
  },
  { ...newJoint("quay-in-row", "quay-wall", toPart("quay-wall")), how: "clipped", paint: "before", lengthMm: 40, widthMm: 0.2 },
  {
    ...newJoint("clip-in-quay", "quay-clip", toPart("quay-wall")),
    count: 10,
    how: "clipped",
    paint: "before",
    lengthMm: 16,
    widthMm: 0.6,
    place: { atMm: [42.8, 10.7, 0], turnDeg: 0, travel: null },
    sight: "hidden",
  },
];

/** A print with the way up that the facts found best. */
const print = (printerId: string): WorkItem => ({ id: "print", kind: "print", printerId, turn: null, typed: null, sliced: null });
const coat = (id: string, paintId: string, method: CoatWork["method"], coats = 1): WorkItem => ({
  id,
  kind: "coat",
  paintId,
  method,
  coats,
});

const recipe = (recipeId: string, differs: RecipeWork["differs"] = []): WorkItem => ({ id: "paint", kind: "recipe", recipeId, differs });

/** The scene, its files, and what is computed of it. */
export interface Demo {
  project: Project;
  meshes: MeshBlobs;
  pictures: MeshBlobs;
  results: Map<ResultRequest, ValueOf<ResultRequest>>;
}

/**
 * Builds the whole scene.
 * @param hash how the caller names a mesh by its content
 */
export async function buildDemo(hash: (bytes: Uint8Array) => Promise<string>): Promise<Demo> {
  const solids = await loadSolids();
  const LOADED: Record<string, string> = { "large-filament": "grey-spool", "small-filament": "white-spool", resin: "grey-resin" };
  const printers = GENERIC_PRINTERS.map((p) => ({
    ...structuredClone(p),
    // What is on them, what they learned and where they answer holds in the demo alone.
    inDemo: {
      loadedId: LOADED[p.id],
      surface: p.process === "resin" ? "flexible plate" : "textured sheet",
      // The large one gets its files by card.
      address: { "small-filament": "/stand-ins/printers/small", resin: "/stand-ins/printers/resin" }[p.id] ?? null,
    },
  }));
  const scale = figureScale(28);
  const meshes: MeshBlobs = new Map();
  const parts: PartRow[] = [];

  /** What is said of a mesh's surfaces, by the names that they are found with. */
  const surfacesSaid = (mesh: Mesh, of: Record<string, Partial<SaidSurface> & { id: string }>): SaidSurface[] => {
    const found = findSurfaces(mesh, buildTopology(mesh));
    return Object.entries(of).map(([name, said]) => {
      const surface = found.list.find((s) => s.name === name);
      if (!surface) throw new Error(`the demo has no surface called ${name}`);
      return { ...structuredClone(NEW_SURFACE), anchor: anchorOf(surface, found), ...said };
    });
  };
  const meshPart = async (
    id: string,
    name: string,
    copies: number,
    build: (s: Solids) => ReturnType<typeof crate>,
    work: WorkItem[],
    more: Partial<PartRow> = {},
  ): Promise<void> => {
    const bytes = writeStl(build(solids));
    const key = await hash(bytes);
    meshes.set(key, bytes);
    const part: PartRow = {
      ...structuredClone(PART_DEFAULTS),
      id,
      sceneId: DEMO_ID,
      name,
      copies,
      goodBefore: 0,
      failedBefore: 0,
      work,
      notes: "",
      order: parts.length + 1,
      factor: 1,
      source: {
        kind: "mesh",
        hash: key,
        fileName: `${id}.stl`,
        unit: "mm",
        unitReason: "The scene's own meshes are in millimetres.",
        warnings: [],
      },
      ...more,
    };
    parts.push(part);
  };

  await meshPart(
    "mill-house",
    "Mill house",
    1,
    millHouse,
    [
      print("large-filament"),
      {
        id: "hide",
        kind: "hide",
        school: "fill-and-sand",
        surfaceId: "roof-left",
      },
      recipe("mill"),
    ],
    {
      group: "mill",
      details: MILL_DETAILS,
      areas: MILL_AREAS,
      sightings: [{ id: "door", thing: "a door leaf", lowRealMm: 1981, highRealMm: 2040, fileMm: 36.5, how: "picked" }],
      surfaces: surfacesSaid(millHouse(solids), {
        "left slope": { id: "roof-left", name: "west roof", material: "slate" },
        "right slope": { id: "roof-right", name: "east roof", material: "slate" },
        "right wall": { id: "wall-right", name: "wheel side", material: "render" },
      }),
    },
  );
  await meshPart(
    "sluice-frame",
    "Sluice frame",
    1,
    sluiceFrame,
    [
      print("small-filament"),
      coat("prime", "grey-primer", "brush", 2),
      { id: "glue", kind: "glue", jointId: "frame-on-base" },
      // Its primer is on already.
      recipe("tarred", [{ stepId: "prime", skip: true }]),
    ],
    { group: "sluice" },
  );
  await meshPart(
    "sluice-paddle",
    "Sluice paddle",
    1,
    sluicePaddle,
    [print("small-filament"), recipe("tarred", [{ stepId: "weed", skip: true }])],
    {
      notes: "Must slide: keep paint out of the groove.",
    },
  );
  await meshPart("crate", "Cargo crate", 24, crate, [print("resin"), recipe("timber")]);
  await meshPart("rowing-boat", "Rowing boat", 1, rowingBoat, [], {
    group: "creek",
    licence: "found file, personal use",
    sightings: [
      { id: "length", thing: "a rowing boat", lowRealMm: 4200, highRealMm: 4800, fileMm: 96, how: "picked" },
      { id: "thwart", thing: "a thwart over the boards", lowRealMm: 270, highRealMm: 320, fileMm: 6.2, how: "picked" },
    ],
  });
  await meshPart("quay-wall", "Quay wall", 6, quayWall, [print("small-filament"), recipe("lime-wall")], {
    group: "quay",
    batch: "quay grey",
    measures: { clipSlotMm: 4.2, wallHeightMm: 40, baseMm: 5, groundHex: null },
    variations: [{ id: "mirror", copies: 2, mirrored: true, percent: 100, state: "", extraColour: "" }],
  });
  await meshPart("barrel", "Barrel", 12, barrel, [print("resin"), recipe("timber")], { group: "goods" });
  await meshPart("quay-clip", "Quay clip", 12, quayClip, [print("small-filament")], { group: "quay", tags: ["connector"] });
  await meshPart("crane-post", "Crane post", 1, cranePost, [print("large-filament")], { group: "crane" });
  parts.push({
    ...structuredClone(PART_DEFAULTS),
    id: "base",
    sceneId: DEMO_ID,
    name: "Base",
    copies: 1,
    goodBefore: 1,
    failedBefore: 0,
    notes: "Foam, 25 mm, sealed with thinned white glue.",
    order: parts.length + 1,
    factor: 1,
    source: { kind: "scratch", sizeMm: [320, 240, 25], material: "foam" },
    work: [
      {
        id: "seal-foam",
        kind: "own",
        title: "Seal the foam with thinned white glue",
        handsOnS: 1200,
        waitS: 14400,
        family: "white glue",
        procedureId: null,
      },
      { id: "bed", kind: "layer", layerId: "creek-bed" },
      { id: "mud", kind: "layer", layerId: "mud-sand" },
      { id: "grit", kind: "layer", layerId: "shingle-grit" },
      { id: "dust-ground", kind: "layer", layerId: "yard-dust" },
      coat("mud-prime", "grey-primer", "brush"),
      coat("mud-earth", "mid-earth", "brush"),
      coat("mud-dry", "sand-tone", "dry brush"),
      coat("dust", "mud-dust", "dust"),
      // Powder is fixed before anything is glued or poured on it.
      coat("dust-fix", "water-matt", "airbrush"),
      { id: "grass", kind: "layer", layerId: "marsh-fibres" },
      { id: "water", kind: "layer", layerId: "creek-water" },
    ],
  });

  const rows: ProjectRows = {
    scene: {
      ...structuredClone(SCENE_DEFAULTS),
      id: DEMO_ID,
      name: "Saltmarsh Sluice",
      demo: true,
      scale,
      scaleAnswered: true,
      viewingDistanceMm: 1000,
      house: { gridMm: 25.4, clipSlotMm: 4.2, wallHeightMm: 40, baseMm: 5, groundHex: null },
      homes: [
        { id: "shelf", name: "the shelf over the bench", kind: "shelf", sizeMm: [900, 300, 320] },
        { id: "box", name: "the club box", kind: "box", sizeMm: [600, 400, 320] },
        { id: "door", name: "the workshop door", kind: "door", sizeMm: [762, 0, 1981] },
      ],
      dimensions: DIMENSIONS,
      readyBy: null,
      createdAt: DEMO_NOW,
      joints: JOINTS,
      swatches: SWATCHES,
      effects: EFFECTS,
      boards: BOARDS,
      standings: STANDINGS,
      zones: ZONES,
      layers: LAYERS,
      camera: CAMERA,
      panels: PANELS,
      lights: [{ ...NEW_LIGHT, id: "lantern", name: "Lantern of the mill" }],
    },
    parts,
    workshop: {
      printers,
      paints: PAINTS,
      recipes: RECIPES,
      procedures: [{ id: "usual-coat", title: "My usual thick base coat", handsOnS: 1500, waitS: 43200, family: "water acrylic" }],
      things: [
        { name: "a rowing boat", mm: 4490, low: 4200, high: 4800, measure: "length", kind: "typed", source: "yours" },
        { name: "a thwart over the boards", mm: 294, low: 270, high: 320, measure: "height", kind: "typed", source: "yours" },
      ],
      supplies: [
        {
          id: "gel",
          kind: "glue",
          name: "Instant glue, gel",
          what: "instant-gel",
          stock: 12,
          price: { minor: 690, currency: "EUR" },
          whole: 20,
        },
        {
          id: "white",
          kind: "glue",
          name: "White glue, big bottle",
          what: "white-glue",
          stock: 400,
          price: { minor: 540, currency: "EUR" },
          whole: 500,
        },
        {
          id: "epoxy",
          kind: "glue",
          name: "Five-minute epoxy",
          what: "epoxy-5",
          stock: 30,
          price: { minor: 1290, currency: "EUR" },
          whole: 50,
        },
        {
          id: "putty",
          kind: "filler",
          name: "Solvent putty",
          what: "putty",
          stock: 60,
          price: { minor: 790, currency: "EUR" },
          whole: 100,
        },
        {
          id: "sand",
          kind: "ground",
          name: "Fine sand",
          what: "fine-sand",
          stock: 850,
          price: { minor: 350, currency: "EUR" },
          whole: 1000,
        },
        {
          id: "grout",
          kind: "ground",
          name: "Tile grout, grey",
          what: "tile-grout",
          stock: 900,
          price: { minor: 620, currency: "EUR" },
          whole: 2000,
        },
        {
          id: "creek-resin",
          kind: "ground",
          name: "Two-part resin, clear",
          what: "two-part-resin",
          stock: 180,
          price: { minor: 1690, currency: "EUR" },
          whole: 250,
        },
        {
          id: "fibres",
          kind: "ground",
          name: "Grass fibres, 4 mm",
          what: "grass-fibres",
          stock: 40,
          price: { minor: 590, currency: "EUR" },
          whole: 60,
        },
        { id: "p120", kind: "abrasive", name: "P120, dry", what: "P120", stock: 6, price: { minor: 480, currency: "EUR" }, whole: 10 },
        {
          id: "p240",
          kind: "abrasive",
          name: "P240, wet or dry",
          what: "P240",
          stock: 9,
          price: { minor: 590, currency: "EUR" },
          whole: 10,
        },
        { id: "p180", kind: "abrasive", name: "P180, dry", what: "P180", stock: 5, price: null },
        { id: "p400", kind: "abrasive", name: "P400, wet or dry", what: "P400", stock: 4, price: null },
        {
          id: "grey-spool",
          kind: "spool",
          name: "Slate grey filament",
          what: "usual",
          stock: 357,
          price: { minor: 1990, currency: "EUR" },
          whole: 1000,
          since: DEMO_NOW - 41 * 86_400_000,
        },
        {
          id: "white-spool",
          kind: "spool",
          name: "Lime white filament",
          what: "usual",
          stock: 118,
          price: { minor: 1990, currency: "EUR" },
          whole: 1000,
          since: DEMO_NOW - 12 * 86_400_000,
        },
        {
          id: "grey-resin",
          kind: "bottle",
          name: "Grey resin",
          what: "standard",
          stock: 620,
          price: { minor: 2890, currency: "EUR" },
          whole: 1000,
          since: DEMO_NOW - 30 * 86_400_000,
        },
        { id: "bath-1", kind: "bath", name: "First bath", what: "first", stock: 14, price: null, since: DEMO_NOW - 25 * 86_400_000 },
        { id: "bath-2", kind: "bath", name: "Second bath, clean", what: "second", stock: 0, price: null, since: DEMO_NOW - 6 * 86_400_000 },
        { id: "airbrush", kind: "tool", name: "Airbrush, 0.4 mm", what: "airbrush", stock: 1, price: { minor: 8900, currency: "EUR" } },
        { id: "booth", kind: "tool", name: "Box with a fan at the window", what: "spray-booth", stock: 1, price: null },
      ],
      lines: [],
      lessons: [
        {
          id: "thin",
          title: "Enamel wash only after a whole night over acrylic.",
          about: "coat",
          product: "enamel wash",
          at: DEMO_NOW - 9 * 86_400_000,
        },
        {
          id: "brim",
          title: "A brim on the long wall: its corner lifts at the window side.",
          about: "print",
          at: DEMO_NOW - 5 * 86_400_000,
        },
      ],
      habits: {
        ...HABIT_DEFAULTS,
        evenings: Array.from({ length: 7 }, (_, weekday) => ({
          weekday,
          from: weekday === 0 || weekday === 6 ? "14:00" : "18:30",
          to: "22:30",
        })),
        // A plate is changed before work, too.
        changes: Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "07:10", to: "07:30" })),
        // What the filler and the thick paint of the demo did on a slope fan.
        fills: [
          {
            ...READING,
            id: "fan-1",
            product: "filler",
            how: "meter",
            coats: 1,
            left: 0.79,
            at: DEMO_NOW - 12 * 86_400_000,
            what: "slope fan, 30°",
          },
          {
            ...READING,
            id: "fan-2",
            product: "filler",
            how: "meter",
            coats: 2,
            left: 0.6,
            at: DEMO_NOW - 12 * 86_400_000,
            what: "slope fan, 30°",
          },
          {
            ...READING,
            id: "fan-3",
            product: "thick-paint",
            how: "eye",
            coats: 1,
            left: 0.7,
            at: DEMO_NOW - 11 * 86_400_000,
            what: "slope fan, 30°",
          },
        ],
      },
    },
    records: [],
  };
  const supplies = { file: (key: string) => Promise.resolve(ok(meshes.get(key)!)), solids: () => Promise.resolve(solids) };
  const { lookup, values } = await computeWanted(wantedOf(rows), supplies);
  const sheets = await computeWanted(
    rows.parts.flatMap((row) => {
      const part = joinPart(row, printers, lookup);
      return part ? [sheetRequest(part), outlineRequest(row)] : [];
    }),
    supplies,
  );
  const joined = joinProject(rows, lookup);
  // What was printed before tonight, and what it has taught the printers.
  const history = printHistory(joined, DEMO_NOW);
  const taught = printers.map((p) => ({
    ...p,
    inDemo: { ...p.inDemo, learned: lessonsOf(printLog({ scene: joined.scene, records: history }), p.id).map(asLesson) },
  }));
  const told = { ...rows, workshop: { ...rows.workshop, printers: taught } };
  const known = joinProject(told, lookup);
  const records = [...history, ...recordsOf(known)];
  const project = { ...known, records, ...bookOf(records, known.paints, known.supplies) };
  const footprints = new Map<ResultRequest, ValueOf<ResultRequest>>();
  const plates = await platesOf(project, solids, supplies, footprints);
  return {
    project: { ...project, scene: { ...project.scene, plates } },
    meshes,
    pictures: new Map(),
    results: new Map([...values, ...sheets.values, ...footprints]),
  };
}

const asLesson = ({ at, title, recordId, timeRatio, massRatio }: ReturnType<typeof lessonsOf>[number]): PrinterLesson => ({
  at,
  from: "print",
  what: title,
  recordId,
  timeRatio,
  massRatio,
});

/** What is still to print, laid out as the program lays it out. */
async function platesOf(
  project: Project,
  solids: Solids,
  supplies: Parameters<typeof computeWanted>[1],
  footprints: Map<ResultRequest, ValueOf<ResultRequest>>,
): Promise<Plate[]> {
  const { pieces } = toPrint(project, new Set());
  const requests = pieces.map((p) => footprintRequest(p.part, p.turn, p.percent));
  const { lookup, values } = await computeWanted(requests, supplies);
  for (const [request, value] of values) footprints.set(request, value);
  let n = 0;
  const wanted = piecesToLay(pieces, (p) => {
    const own = lookup(footprintRequest(p.part, p.turn, p.percent));
    return own && p.mirrored ? mirroredFootprint(own) : own;
  });
  return layOut(solids, layOutPrinters(project.scene.printers), wanted, () => `laid-${++n}`, { effort: 40 }).plates;
}

const MIN = 60000,
  HOUR = 60 * MIN,
  DAY = 24 * HOUR;

/** What has happened so far: three prints, one of them partly failed; the mill house is on the printer, the frame's primer dries. */
function recordsOf(project: Project): StepRecord[] {
  const records: StepRecord[] = [];
  const add = (partId: string, suffix: string, startedAt: number, minutes: number | null, more: Partial<StepRecord> = {}): void => {
    const part = project.parts.find((p) => p.id === partId)!;
    const step = stepsOfPart(part, { ...project, records: [...records] }).find((s) => s.key === `${partId}/${suffix}`);
    if (!step) throw new Error(`demo: no step ${partId}/${suffix}`);
    records.push({
      id: `demo-${records.length + 1}`,
      sceneId: DEMO_ID,
      partId,
      stepKey: step.key,
      title: step.title,
      time: step.machineS > 0 ? "machine" : "hands",
      startedAt,
      finishedAt: minutes === null ? null : startedAt + minutes * MIN,
      plannedS: step.machineS || step.handsOnS,
      waitS: step.waitS,
      result: minutes === null ? null : "good",
      good: 0,
      failed: 0,
      wentWrong: "",
      rests: { ...step.rests, ...(step.cautions.length > 0 && { care: careText(step.cautions) }) },
      takes: takesOf(step, project),
      ...(step.machineS > 0 ? { print: printRecordOf(step, { ...project, records } as Project) } : {}),
      ...more,
    });
  };
  /** What a plate takes by the model, minutes. */
  const plateMinOf = (partId: string, printerId: string, copies: number): number => {
    const { prints } = project.parts.find((p) => p.id === partId)!;
    return (
      plateTimeS(
        prints.find((f) => f.printerId === printerId)!,
        copies,
      ).value / 60
    );
  };
  const plateMin = plateMinOf("crate", "resin", 24);
  add("sluice-frame", "print/start0", DEMO_NOW - 3 * DAY, plateMinOf("sluice-frame", "small-filament", 1) * 0.95);
  add("sluice-frame", "print/clear0", DEMO_NOW - 3 * DAY + 2 * HOUR, 9, { good: 1 });
  add("sluice-paddle", "print/start0", DEMO_NOW - 3 * DAY + 2.2 * HOUR, plateMinOf("sluice-paddle", "small-filament", 1) * 0.93);
  add("sluice-paddle", "print/clear0", DEMO_NOW - 2 * DAY, 7, { good: 1 });
  add("crate", "print/start0", DEMO_NOW - 1 * DAY, plateMin * 1.04);
  add("crate", "print/clear0", DEMO_NOW - 1 * DAY + 2.5 * HOUR, 55, {
    good: 20,
    failed: 4,
    result: "partly",
    wentWrong: "Four came off their supports: the corner by the hinge side was underexposed.",
  });
  add("crate", "print/start1", DEMO_NOW - 4 * HOUR, plateMin);
  add("mill-house", "print/start0", DEMO_NOW - 3.2 * HOUR, null);
  add("sluice-frame", "prime/0", DEMO_NOW - 3 * HOUR, 6);
  add("base", "seal-foam/0", DEMO_NOW - 50 * MIN, 24);
  return records;
}
