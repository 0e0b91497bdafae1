/** The verbs of the headless command. Each reads files and arguments, calls the core and gives plain data. */
import { createReadStream } from "node:fs";
import { readFile } from "node:fs/promises";
import Joi from "joi";
import { LIMITS } from "../core/limits";
import { AIR_LIMITS, checkStack, FAMILIES, METHODS, waitsInSumS, type CoatFamily, type CoatLayer, type CoatMethod } from "../core/coat";
import { fail, ok, parseLength, parseNumber, readAsMm, tidy, type Result } from "../core/units";
import {
  FILE_UNIT_MM,
  findOpenings,
  judgeSolid,
  measureWalls,
  printedMesh,
  printedSolid,
  readMesh,
  readParts,
  thinnestMm,
  unitQuestion,
  TURNS,
  upOf,
  UPS,
  type FileUnit,
  type MeshFile,
  type Turn,
  type Up,
  sayFinding,
  SOLID_HOW,
  type MeshWarning,
} from "../core/mesh";
import {
  BEST_FOR,
  candidates,
  GcodeReader,
  GENERIC_PRINTERS,
  HABITS,
  jobOf,
  LEAST_LAYER_MM,
  mostLayerMm,
  printFacts,
  Shape,
  unmarked,
  type Printer,
  liftingWords,
  SCAR_WORDS,
  turnWords,
} from "../core/print";
import { parseScale } from "../core/scale";
import { loadSolids, unionVolume } from "../core/slice";
import { chanceOf, criticalPath, finishChance, tonight } from "../core/plan";
import { OPEN } from "../core/project";
import { findSurfaces, laySurface, lookAround, planSchool, recommend, showsAt, type SurfaceCase } from "../core/surface";
import { joinProject, wantedOf } from "../core/results";
import { computeWanted } from "../core/results/compute";
import { readBundle } from "../store/bundle";
import { bank, board } from "./ground";
import { fit, hold } from "./joint";
import { ledger } from "./ledger";
import { mix, pot } from "./paint";
import { schedule } from "./schedule";
import { printerSchema } from "../core/rows";

export interface Options {
  unit?: string;
  scale?: string;
  layer?: string;
  up?: string;
  turn?: string;
  process?: string;
  printer?: string;
  copies?: string;
  "printer-file"?: string;
  from?: string;
  deadline?: string;
  distance?: string;
  target?: string;
  paints?: string;
  "max-drops"?: string;
}

/** Runs one verb. */
export async function run(verb: string, file: string | undefined, options: Options): Promise<Result<unknown>> {
  if (verb === "convert") return file === undefined ? fail("usage.text", "convert needs a length, in quotes.") : convert(file, options);
  if (verb === "mix") return mix(options);
  if (verb === "gcode") return file === undefined ? fail("usage.file", "gcode needs a file.") : gcode(file);
  const verbs: Record<string, (bytes: Uint8Array, o: Options) => Result<unknown> | Promise<Result<unknown>>> = {
    inspect,
    estimate,
    orient,
    coats,
    pot,
    fit,
    hold,
    board,
    bank,
    ledger,
    schedule,
    plan,
    surface,
  };
  const act = Object.hasOwn(verbs, verb) ? verbs[verb] : undefined;
  if (!act)
    return fail(
      "usage.verb",
      `There is no verb "${verb}". Use inspect, estimate, orient, surface, gcode, coats, mix, pot, fit, hold, board, bank, ledger, schedule, plan or convert.`,
    );
  if (!file) return fail("usage.file", `${verb} needs a file.`);
  let bytes: Uint8Array;
  try {
    bytes = new Uint8Array(await readFile(file));
  } catch {
    return fail("file.unreadable", "The file cannot be opened. Check the path.", file);
  }
  return act(bytes, options);
}

function number(text: string | undefined, name: string): Result<number | undefined> {
  if (text === undefined) return ok(undefined);
  const n = parseNumber(text, { least: Number.MIN_VALUE, most: 1e6 });
  return n.ok || n.problem.readings ? n : fail("usage.number", `--${name} must be a number above 0, not "${text}".`);
}

function ratio(text: string | undefined): Result<number | undefined> {
  if (text === undefined) return ok(undefined);
  const scale = parseScale(text);
  if (scale.ok) return ok(scale.value.ratio);
  return scale.problem.readings && /[:/]/.test(text) ? scale : fail("usage.scale", `--scale must read like 1:64, not "${text}".`);
}

/** A typed length in millimetres, in words, and on both sides of a scale. */
function convert(text: string, options: Options): Result<unknown> {
  const scale = ratio(options.scale);
  if (!scale.ok) return scale;
  const length = parseLength(text);
  if (!length.ok) return length;
  const { mm } = length.value;
  const n = scale.value;
  return ok({ mm, readAs: readAsMm(mm), modelMm: n === undefined ? null : tidy(mm / n), realMm: n === undefined ? null : tidy(mm * n) });
}

function oneOf<T extends string>(text: string | undefined, allowed: readonly T[], name: string): Result<T | undefined> {
  if (text === undefined) return ok(undefined);
  return allowed.includes(text as T)
    ? ok(text as T)
    : fail("usage.choice", `--${name} must be one of ${allowed.join(", ")}, not "${text}".`);
}

const readUp = (text: string | undefined): Result<Up | undefined> =>
  oneOf(text === undefined || /^[+-]/.test(text) ? text : `+${text}`, UPS, "up");

function read(bytes: Uint8Array, options: Options): Result<MeshFile> {
  const unit = oneOf(options.unit, Object.keys(FILE_UNIT_MM) as FileUnit[], "unit");
  return unit.ok ? readMesh(bytes, unit.value) : unit;
}

/** What was found in a body, and what the reader of its file warns of, in words. */
const warningsOf = ({ report, fileWarnings }: Pick<MeshFile, "report" | "fileWarnings">): MeshWarning[] => [
  ...report.findings.map(sayFinding),
  ...fileWarnings,
];

/** Format, unit, totals and every body in the file. */
async function inspect(bytes: Uint8Array, options: Options): Promise<Result<unknown>> {
  const file = read(bytes, options);
  if (!file.ok) return file;
  const parts = readParts(bytes, options.unit as FileUnit | undefined);
  if (!parts.ok) return parts;
  const scale = ratio(options.scale);
  if (!scale.ok) return scale;
  const { report, unit, format, mesh, topology, shells } = file.value;
  const solids = await loadSolids();
  judgeSolid(report, shells, unionVolume(solids, mesh, topology, shells));
  return ok({
    format,
    unit,
    unitQuestion: (unit.guessed && unitQuestion(Math.max(...report.bounds.size))) || null,
    total: {
      triangles: report.triangles,
      bboxMm: report.bounds,
      volumeMm3: report.volumeMm3,
      solidMm3: report.solid && { ...report.solid, how: SOLID_HOW[report.solid.how] },
      areaMm2: report.areaMm2,
    },
    warnings: warningsOf(file.value),
    parts: parts.value.bodies.map((body) => {
      const { name, mesh, topology, shells, report: r } = body;
      judgeSolid(r, shells, unionVolume(solids, mesh, topology, shells));
      const walls = measureWalls(mesh, topology, undefined, undefined, undefined, shells);
      return {
        name,
        triangles: r.triangles,
        vertices: r.vertices,
        shells: r.shells,
        cavities: r.cavities,
        watertight: r.watertight,
        boundaryEdges: r.boundaryEdges,
        holes: r.holes,
        nonManifoldEdges: r.nonManifoldEdges,
        flippedTriangles: r.flippedTriangles,
        degenerateTriangles: r.degenerateTriangles,
        duplicateTriangles: r.duplicateTriangles,
        bboxMm: r.bounds,
        volumeMm3: r.volumeMm3,
        solidMm3: r.solid && { ...r.solid, how: SOLID_HOW[r.solid.how] },
        areaMm2: r.areaMm2,
        centroidMm: r.centroidMm,
        thinnestWallMm: thinnestMm(walls) ?? null,
        wallsLookedAt: walls.looked,
        openings: findOpenings(printedMesh(mesh, shells)),
        realSizeM: scale.value === undefined ? null : r.bounds.size.map((v) => (v * scale.value!) / 1000),
        warnings: warningsOf(body),
        places: r.places,
      };
    }),
  });
}

/** The printer that is asked for, with the layer that is asked for. */
async function printerOf(options: Options, verb: string): Promise<Result<Printer>> {
  const process = oneOf(options.process, ["fdm", "resin"] as const, "process");
  if (!process.ok) return process;
  if (!process.value) return fail("usage.process", `${verb} needs --process fdm or --process resin.`);
  const layer = number(options.layer, "layer");
  if (!layer.ok) return layer;
  let printer: Printer | undefined = GENERIC_PRINTERS.find(
    (p) => p.process === process.value && (!options.printer || p.id === options.printer),
  );
  if (options["printer-file"]) {
    const given = await readJson(options["printer-file"]);
    if (!given.ok) return given;
    const checked = printerSchema.validate(given.value);
    if (checked.error) return fail("printer.profile", checked.error.message, options["printer-file"]);
    printer = checked.value as Printer;
    if (printer.process !== process.value)
      return fail("printer.process", `The profile is for ${printer.process}, not ${process.value}.`, options["printer-file"]);
  }
  if (!printer)
    return fail(
      "usage.printer",
      `There is no ${process.value} printer "${options.printer}". Known: ${GENERIC_PRINTERS.map((p) => p.id).join(", ")}.`,
    );
  const layered = { ...printer, layerMm: layer.value ?? printer.layerMm };
  return layerRefused(layered.layerMm, layered) ?? ok(layered);
}

function layerRefused(
  layerMm: number,
  printer: { process: "fdm"; lineWidthMm: number } | { process: "resin" },
): ReturnType<typeof fail> | null {
  const most = mostLayerMm(printer);
  if (layerMm >= LEAST_LAYER_MM && layerMm <= most) return null;
  return fail(
    "usage.layer",
    `A layer of ${layerMm} mm cannot be printed: ${LEAST_LAYER_MM} to ${most} mm, ${printer.process === "fdm" ? "no higher than a line is wide" : "as deep as light cures resin"}.`,
    "--layer",
  );
}

/** The file as printers look at it. */
async function shapeOf(bytes: Uint8Array, options: Options): Promise<Result<Shape>> {
  const file = read(bytes, options);
  if (!file.ok) return file;
  const { report, shells } = file.value;
  const solids = await loadSolids();
  judgeSolid(report, shells, unionVolume(solids, file.value.mesh, file.value.topology, shells));
  const { mesh, topology } = printedSolid(file.value.mesh, file.value.topology, shells);
  return ok(new Shape(solids, mesh, topology, report.solid!.value));
}

/** Ways to turn a part that nobody dominates, best all round first. */
async function orient(bytes: Uint8Array, options: Options): Promise<Result<unknown>> {
  const printer = await printerOf(options, "orient");
  if (!printer.ok) return printer;
  const turn = readTurn(options.turn);
  if (!turn.ok) return turn;
  const shape = await shapeOf(bytes, options);
  if (!shape.ok) return shape;
  const found = candidates(shape.value, printer.value, unmarked(shape.value.mesh.indices.length / 3), turn.value);
  return ok({
    printer: printer.value.id,
    candidates: found.map((c) => ({
      rotation: c.turn,
      words: turnWords(c.turn),
      supportMm3: c.supportMm3,
      overhangMm2: c.heldMm2,
      bridgedMm2: c.bridgedMm2,
      maxStepMm: c.step.largestMm,
      meanVisibleStepMm: c.step.meanMm,
      heightMm: c.heightMm,
      layers: c.layers,
      cleanS: c.cleanS,
      islands: c.islands.length,
      cups: c.cups.length,
      peel: c.peel,
      fits: c.fit.fits,
      scar: c.scar && SCAR_WORDS[c.scar],
      why: [...c.bestFor.map((b) => BEST_FOR[b]), ...(c.habit ? [HABITS[c.habit]] : []), ...c.lifts.map(liftingWords)],
    })),
  });
}

/** What a file of moves says, read as a stream. */
async function gcode(file: string): Promise<Result<unknown>> {
  const reader = new GcodeReader();
  try {
    for await (const chunk of createReadStream(file)) {
      const problem = reader.push(chunk as Uint8Array);
      if (problem) return { ok: false, problem };
    }
  } catch {
    return fail("file.unreadable", "The file cannot be opened. Check the path.", file);
  }
  const read = reader.end();
  if (!read.ok) return read;
  const { position, extrusion } = read.value.mode;
  return ok({ ...read.value, mode: position === extrusion ? position : `${position}, extrusion ${extrusion}` });
}

/** A rotation as four numbers. */
function readTurn(text: string | undefined): Result<Turn | undefined> {
  if (text === undefined) return ok(undefined);
  const turn = text.split(",").map(Number);
  const length = Math.hypot(...turn);
  return turn.length === 4 && Math.abs(length - 1) < 1e-3
    ? ok(turn.map((v) => v / length) as Turn)
    : fail("usage.turn", `--turn must be a rotation as a quaternion x,y,z,w of length 1, not "${text}".`);
}

/** What the surfaces of a file are taken for where nothing is said of them. */
const SURFACE_ASSUMES = [
  "One copy, printed in filament with lines of 0.45 mm unless --process resin is given.",
  "Assumes dry brushing over it, a place to spray, and all grades of paper are available.",
  "Filling from the common figures.",
];

/** The surfaces of a file as they are printed and seen, and what is recommended for each. */
async function surface(bytes: Uint8Array, options: Options): Promise<Result<unknown>> {
  const layer = number(options.layer, "layer"),
    distance = number(options.distance, "distance"),
    turn = readTurn(options.turn),
    process = oneOf(options.process, ["fdm", "resin"] as const, "process");
  for (const read of [layer, distance, turn, process]) if (!read.ok) return read;
  if (!layer.ok || !distance.ok || !turn.ok || !process.ok) return layer;
  if (layer.value === undefined) return fail("usage.layer", "surface needs --layer, the layer height in millimetres.");
  if (distance.value === undefined) return fail("usage.distance", "surface needs --distance, the viewing distance in metres.");
  const file = read(bytes, options);
  if (!file.ok) return file;
  const solid = printedSolid(file.value.mesh, file.value.topology, file.value.shells);
  const found = findSurfaces(solid.mesh, solid.topology);
  if (found.list.length === 0) return fail("surface.none", "The file has no facet with an area: there is no surface to look at.");
  const around = lookAround(solid.mesh, solid.topology, found);
  const made = process.value ?? "fdm";
  const refused = layerRefused(layer.value, { process: made, lineWidthMm: 0.45 });
  if (refused) return refused;
  const grain = made === "fdm" ? { layerMm: layer.value, lineWidthMm: 0.45 } : { layerMm: layer.value };
  const distanceMm = distance.value * 1000;
  return ok({
    assumes: SURFACE_ASSUMES,
    surfaces: found.list.map((s, i) => {
      const laid = laySurface(s, { turn: turn.value ?? TURNS["+z"], factor: 1, grain });
      const { seen } = showsAt(laid, distanceMm);
      const c: SurfaceCase = {
        laid,
        name: s.name,
        copies: 1,
        areaMm2: laid.areaMm2,
        seen,
        sight: around[i].open < OPEN ? "hidden" : "seen",
        process: made,
        wall: around[i].wall,
        shellMm: Infinity,
        factor: 1,
        dryBrush: true,
        material: null,
        ratio: 1,
        smooth: false,
        gloss: false,
        noSprayPlace: false,
        damp: null,
        noAirbrush: false,
        own: {},
        reprint: null,
      };
      const best = recommend(c);
      const way = planSchool(best.school, c);
      return {
        name: s.name,
        areaMm2: laid.areaMm2,
        slopeDeg: laid.slopeDeg,
        stepMm: laid.cuspMm,
        pitchMm: laid.pitchMm,
        flat: s.flat,
        seen: c.sight === "hidden" ? "not visible" : seen,
        school: best.school,
        why: best.why,
        minutes: Math.round(way.handsOnS / 6) / 10,
        wetMl: Math.round(way.wetMl * 100) / 100,
      };
    }),
  });
}

/** Layers, time, material and cost of all copies on one printer. */
async function estimate(bytes: Uint8Array, options: Options): Promise<Result<unknown>> {
  const copies = number(options.copies, "copies"),
    up = readUp(options.up);
  if (!copies.ok) return copies;
  if (!up.ok) return up;
  const turn = readTurn(options.turn);
  if (!turn.ok) return turn;
  const asked = await printerOf(options, "estimate");
  if (!asked.ok) return asked;
  const printer = asked.value;
  const shape = await shapeOf(bytes, options);
  if (!shape.ok) return shape;
  // Without --up or --turn the part is taken as it stands in the file, so that the answer does not depend on a search.
  const facts = printFacts(shape.value, printer, 1, turn.value ?? TURNS[up.value ?? "+z"]);
  const count = Math.max(1, Math.round(copies.value ?? 1));
  const job = jobOf(facts, count);
  return ok({
    process: printer.process,
    printer: printer.id,
    up: upOf(facts.turn),
    rotation: facts.turn,
    fits: facts.fits,
    pieces: facts.pieces,
    plates: job.plates,
    layers: facts.one.layers,
    timeS: job.timeS,
    materialMm3: job.materialMm3.value,
    massG: job.massG.value,
    cost: { minor: Math.round(job.costMinor.value), currency: job.currency },
    assumptions: [...facts.one.timeS.assumptions, ...facts.one.massG.assumptions, ...facts.one.costMinor.assumptions],
  });
}

async function readJson(path: string): Promise<Result<unknown>> {
  try {
    return ok(JSON.parse(await readFile(path, "utf8")));
  } catch {
    return fail("file.json", "The file cannot be read as JSON.", path);
  }
}

const coatsSchema = Joi.object({
  layers: Joi.array()
    .min(1)
    .max(200)
    .required()
    .items(
      Joi.object({
        id: Joi.string(),
        name: Joi.string().max(200),
        family: Joi.string()
          .valid(...Object.keys(FAMILIES))
          .required(),
        method: Joi.string()
          .valid(...Object.keys(METHODS))
          .default("brush"),
        coats: Joi.number().integer().min(1).max(20).default(1),
        sheen: Joi.string().valid("matt", "satin", "gloss"),
        thinning: Joi.number().min(LIMITS.thinning.least).max(LIMITS.thinning.most),
        wet: Joi.boolean(),
        crackle: Joi.boolean(),
        filmMm: Joi.number().greater(0).max(50),
        atH: Joi.number().min(0).max(100_000),
        airC: Joi.number().min(AIR_LIMITS.airC.least).max(AIR_LIMITS.airC.most),
        rh: Joi.number().min(AIR_LIMITS.rh.least).max(AIR_LIMITS.rh.most),
      }).unknown(true),
    ),
}).unknown(true);

/** Checks a stack given as {"layers":[{"name","family","method","coats","sheen","thinning","wet","crackle","filmMm"}]} from the ground up. */
function coats(bytes: Uint8Array): Result<unknown> {
  let given: unknown;
  try {
    given = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return fail(
      "file.json",
      'The file cannot be read as JSON. It should hold {"layers":[{"family":"water primer"}, …]} from the ground up.',
    );
  }
  const checked = coatsSchema.validate(given);
  if (checked.error) return fail("coats.shape", checked.error.message, checked.error.details[0]?.path.join("."));
  const layers: CoatLayer[] = (
    checked.value as { layers: (Partial<CoatLayer> & { family: CoatFamily; method: CoatMethod; coats: number })[] }
  ).layers.map((l, i) => ({
    id: l.id ?? String(i),
    name: l.name ?? l.family,
    family: l.family,
    method: l.method,
    coats: l.coats,
    sheen: l.sheen,
    thinning: l.thinning,
    wet: l.wet,
    crackle: l.crackle,
    filmMm: l.filmMm,
    atH: l.atH,
    airC: l.airC,
    rh: l.rh,
  }));
  let laid = 0;
  for (const [i, { atH = laid }] of layers.entries()) {
    if (atH < laid)
      return fail("coats.order", "Layers are given from the ground up, so each is laid no earlier than those below it.", `layers.${i}.atH`);
    laid = atH;
  }
  const { ok: fine, verdicts, air } = checkStack(layers);
  return ok({
    ok: fine,
    waitsS: waitsInSumS(layers),
    air,
    verdicts: verdicts.map(({ under, over, verdict, waitS, ageS, shortS, mist, why, remedy, through, source }) => ({
      under,
      over,
      verdict,
      waitS,
      ageS,
      shortS,
      mist,
      why,
      remedy,
      through,
      source,
    })),
  });
}

/** The evenings of a bundle: every step with its time, the finish, and the chain that decides it. */
async function plan(bytes: Uint8Array, options: Options): Promise<Result<unknown>> {
  const bundle = await readBundle(new Blob([bytes as Uint8Array<ArrayBuffer>]));
  if (!bundle.ok) return bundle;
  const from = options.from ? Date.parse(options.from) : Date.now();
  const deadline = options.deadline ? Date.parse(options.deadline) : null;
  if (Number.isNaN(from)) return fail("usage.from", `--from must be a date and time such as 2026-01-08T19:00, not "${options.from}".`);
  if (deadline !== null && Number.isNaN(deadline)) return fail("usage.deadline", `--deadline must be a date, not "${options.deadline}".`);
  const { project: rows, meshes } = bundle.value;
  const { lookup, problems } = await computeWanted(
    wantedOf(rows).filter((r) => r.kind !== "walls"),
    {
      file: async (hash) => {
        const stored = meshes.get(hash);
        return stored ? ok(new Uint8Array(await stored.arrayBuffer())) : fail("mesh.missing", `The mesh ${hash} is not in the bundle.`);
      },
      solids: loadSolids,
    },
  );
  const project = joinProject(rows, lookup);
  const t = tonight(project, from, 60);
  const chance = finishChance({ ...chanceOf(project, [], t), now: from });
  const secondsTo = (ms: number): number | null => (Number.isFinite(ms) ? Math.round((ms - from) / 1000) : null);
  const iso = (ms: number | null): string | null => (ms === null ? null : new Date(ms).toISOString());
  const at = new Map(t.schedule.slots.map((s) => [s.key, s]));
  return ok({
    steps: t.steps.map((s) => {
      const slot = at.get(s.key);
      return {
        key: s.key,
        part: s.partName,
        title: s.title,
        state: t.states.get(s.key)!.kind,
        handsOnS: s.handsOnS,
        machineS: s.machineS,
        waitS: s.waitS,
        after: s.after,
        start: iso(slot?.hands[0]?.from ?? slot?.machine?.from ?? null),
        free: iso(slot?.free ?? null),
      };
    }),
    finishS: { p50: secondsTo(chance.p50), p80: secondsTo(chance.p80), p95: secondsTo(chance.p95) },
    finish: iso(t.finish),
    inTime: deadline === null || t.finish === null ? null : t.finish <= deadline,
    criticalPath: criticalPath(t.schedule.slots),
    handsOnS: t.handsOnS,
    machineS: t.machineS,
    // Parts whose mesh could not be read are not in the plan.
    without: project.unread.map((p) => p.name),
    problems,
  });
}
