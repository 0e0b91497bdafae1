/** The core's jobs on meshes. */
import wasmUrl from "manifold-3d/manifold.wasm?url";
import {
  findCrossings,
  findOpenings,
  judgeSolid,
  measureWalls,
  mendMesh,
  mirrored,
  outsideAreaMm2,
  printedMesh,
  printedSolid,
  readMesh,
  readParts,
  reportMesh,
  scaleMesh,
  thinOut,
  writePly,
  writeStl,
  writeThreeMf,
  type Mesh,
  type MeshReport,
  type Shells,
  type Topology,
} from "../../core/mesh";
import { contentHash, typedMesh } from "../../core/project";
import { printFacts, widened, type PrintFacts } from "../../core/print";
import { drawSheet } from "../../core/sheet";
import { loadSolids, unionMesh, unionVolume } from "../../core/slice";
import { ok, type Result } from "../../core/measure";
import type { Serving } from "../pool/protocol";
import { fault, serve } from "../pool/serve";
import type { Jobs, KeptMesh, MeshSource } from "./protocol";

/** What a page draws without a hitch. */
const MOST_ON_TURNTABLE = 120_000;

interface Loaded {
  key: string;
  mesh: Mesh;
  topology: Topology;
  report: MeshReport;
  shells: Shells;
}
/** The mesh of the last job: the jobs of one part come in a row. */
let last: Loaded | undefined;

async function load(source: MeshSource): Promise<Result<Loaded>> {
  const key = source.kind === "file" ? `${source.hash} ${source.unit}` : JSON.stringify(source);
  if (last?.key === key) return ok(last);
  last = undefined;
  if (source.kind === "file") {
    const file = readMesh(new Uint8Array(await source.file.arrayBuffer()), source.unit);
    if (!file.ok) return file;
    await judge(file.value);
    const { mesh, topology, report, shells } = file.value;
    last = { key, mesh, topology, report, shells };
  } else {
    const mesh = typedMesh(source.sizeMm, source.shell);
    last = { key, mesh, ...reportMesh(mesh) };
  }
  return ok(last);
}

/** The exact union where shells may overlap. */
async function judge({ mesh, topology, report, shells }: Omit<Loaded, "key">): Promise<void> {
  if (report.solid && report.solid.low < report.solid.high)
    judgeSolid(report, shells, unionVolume(await loadSolids(wasmUrl), mesh, topology, shells));
}

/** A mesh in the form in which it is stored: STL, so that a bundle holds one open format. */
async function keep(mesh: Mesh, report: MeshReport, outsideMm2: number, stl = writeStl(mesh)): Promise<KeptMesh> {
  return { hash: await contentHash(stl), file: new Blob([stl as Uint8Array<ArrayBuffer>]), report, outsideMm2 };
}

const JOBS: Serving<Jobs> = {
  read: async ({ file, unit }, onProgress, signal) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = readParts(bytes, unit ?? undefined, true, onProgress, signal);
    if (!read.ok) return read;
    const { format, unit: guess, bodies } = read.value;
    const parts = [];
    for (const body of bodies) {
      const { name, copies, raw, report, outsideMm2 } = body;
      await judge(body);
      // What came as one STL is kept as it came, in the unit of the file.
      const stl = format.startsWith("stl") && bodies.length === 1 ? bytes : writeStl(raw);
      parts.push({ name, copies, ...(await keep(raw, report, outsideMm2, stl)) });
    }
    return ok({ answer: { format, unit: guess, parts }, transfer: [] });
  },
  measure: async ({ source }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const { mesh, topology, report, shells } = loaded.value;
    const openings = findOpenings(printedMesh(mesh, shells));
    const walls = measureWalls(mesh, topology, undefined, onProgress, signal, shells);
    return ok({ answer: { report, walls: { ...walls, openings } }, transfer: [] });
  },
  crossings: async ({ source }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    return ok({ answer: findCrossings(loaded.value.mesh, loaded.value.topology.degenerate, onProgress, signal), transfer: [] });
  },
  mend: async ({ source }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const { mesh: mended, ...did } = mendMesh(loaded.value.mesh);
    signal.throwIfAborted();
    onProgress(0.6, "measuring");
    let mesh = mended;
    let facts = reportMesh(mesh);
    await judge({ mesh, ...facts });
    let joinedShells = 0;
    if (facts.report.overlapMm3) {
      // Shells that run into each other become one; what the solids library does not take stays as it is, and still counts once.
      const union = unionMesh(await loadSolids(wasmUrl), mesh, facts.topology, facts.shells);
      if (union) {
        joinedShells = facts.report.shells;
        mesh = union;
        facts = reportMesh(mesh);
      }
    }
    return ok({ answer: { ...(await keep(mesh, facts.report, outsideAreaMm2(mesh))), did: { ...did, joinedShells } }, transfer: [] });
  },
  write: async ({ parts, format, acrossMm }, onProgress, signal) => {
    const out = [];
    for (const [i, part] of parts.entries()) {
      signal.throwIfAborted();
      onProgress(i / parts.length, part.name);
      const loaded = await load(part.source);
      if (!loaded.ok) return loaded;
      const sized = scaleMesh(loaded.value.mesh, part.factor);
      out.push({ name: part.name, copies: part.copies, mesh: part.mirrored ? mirrored(sized) : sized });
    }
    const bytes =
      format === "3mf" ? writeThreeMf(out, acrossMm ?? undefined) : format === "ply" ? writePly(out[0].mesh) : writeStl(out[0].mesh);
    return ok({ answer: new Blob([bytes as Uint8Array<ArrayBuffer>]), transfer: [] });
  },
  sheet: async ({ source, factor, up }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    return ok({ answer: drawSheet(scaleMesh(loaded.value.mesh, factor), loaded.value.topology, up, onProgress, signal), transfer: [] });
  },
  print: async ({ source, factor, printer, up }, onProgress, signal) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const solids = await loadSolids(wasmUrl);
    const factsOf = ({ mesh: stored, topology: edges, shells, report }: Loaded): PrintFacts => {
      const { mesh, topology } = printedSolid(stored, edges, shells);
      const volumeMm3 = report.solid!.value * factor ** 3;
      return printFacts(solids, scaleMesh(mesh, factor), topology, volumeMm3, printer, factor, up ?? undefined, onProgress, signal);
    };
    const facts = factsOf(loaded.value);
    if (source.kind === "file") return ok({ answer: facts, transfer: [] });
    // A size has no shape: what it weighs and takes lies between a shell and a solid of it.
    const other = await load({ ...source, shell: !source.shell });
    return ok({ answer: other.ok ? widened(facts, factsOf(other.value)) : facts, transfer: [] });
  },
  turntable: async ({ source, factor }) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    const light = thinOut(loaded.value.mesh, MOST_ON_TURNTABLE);
    const scaled = scaleMesh(light, factor);
    const answer = {
      positions: scaled.positions.slice(),
      indices: scaled.indices.slice(),
      thinned: light !== loaded.value.mesh,
    };
    return ok({ answer, transfer: [answer.positions.buffer, answer.indices.buffer] });
  },
};

serve<Jobs>(JOBS, (error) =>
  fault(
    "mesh.failed",
    "The mesh could not be worked on",
    "The mesh is too large for this machine's memory. Thin it out in a mesh program and try again.",
    error,
  ),
);
