/**
 * Runs the core's mesh jobs one after the other. A cancel reaches a job that waits; one that runs is ended by the client
 * together with the worker.
 */
import wasmUrl from "manifold-3d/manifold.wasm?url";
import { readMesh, reportMesh, scaleMesh, writeStl, type Mesh, type Topology } from "../../core/mesh";
import { contentHash, typedMesh } from "../../core/project";
import { printFacts } from "../../core/print";
import { drawSheet } from "../../core/sheet";
import { loadSolids } from "../../core/slice";
import { fail, ok, type OnProgress, type Result } from "../../core/measure";
import type { FromWorker, JobName, Jobs, MeshSource, ToWorker } from "./protocol";

const post = (message: FromWorker, transfer: Transferable[] = []): void => self.postMessage(message, { transfer });

interface Loaded {
  key: string;
  mesh: Mesh;
  topology: Topology;
  volumeMm3: number;
}
/** The mesh of the last job: the jobs of one part come in a row. */
let last: Loaded | undefined;

function load(source: MeshSource): Result<Loaded> {
  const key = source.kind === "file" ? `${source.hash} ${source.unit}` : JSON.stringify(source);
  if (last?.key === key) return ok(last);
  if (source.kind === "file") {
    const file = readMesh(source.bytes, source.unit);
    if (!file.ok) return file;
    last = { key, mesh: file.value.mesh, topology: file.value.topology, volumeMm3: Math.abs(file.value.report.volumeMm3) };
  } else {
    const mesh = typedMesh(source.sizeMm, source.shell);
    const { report, topology } = reportMesh(mesh);
    last = { key, mesh, topology, volumeMm3: report.volumeMm3 };
  }
  return ok(last);
}

type Run<N extends JobName> = (
  request: Jobs[N]["request"],
  onProgress: OnProgress,
  signal: AbortSignal,
) => Promise<Result<{ answer: Jobs[N]["answer"]; transfer: Transferable[] }>>;

const JOBS: { [N in JobName]: Run<N> } = {
  read: async ({ bytes, unit }, onProgress, signal) => {
    const file = readMesh(bytes, unit ?? undefined, onProgress, signal);
    if (!file.ok) return file;
    const { format, unit: guess, names, report, outsideMm2, raw } = file.value;
    // Kept meshes are STL, in the unit of the file, so that a bundle holds one open format.
    const stored = format.startsWith("stl") ? bytes : writeStl(raw);
    return ok({
      answer: { hash: await contentHash(stored), bytes: stored, format, unit: guess, names, report, outsideMm2 },
      transfer: [stored.buffer as ArrayBuffer],
    });
  },
  sheet: async ({ source, factor, up }, onProgress, signal) => {
    const loaded = load(source);
    if (!loaded.ok) return loaded;
    return ok({ answer: drawSheet(scaleMesh(loaded.value.mesh, factor), loaded.value.topology, up, onProgress, signal), transfer: [] });
  },
  print: async ({ source, factor, printer, up }, onProgress, signal) => {
    const loaded = load(source);
    if (!loaded.ok) return loaded;
    const { mesh, topology, volumeMm3 } = loaded.value;
    const solids = await loadSolids(wasmUrl);
    return ok({
      answer: printFacts(
        solids,
        scaleMesh(mesh, factor),
        topology,
        volumeMm3 * factor ** 3,
        printer,
        factor,
        up ?? undefined,
        onProgress,
        signal,
      ),
      transfer: [],
    });
  },
  turntable: async ({ source, factor }) => {
    const loaded = load(source);
    if (!loaded.ok) return loaded;
    const scaled = scaleMesh(loaded.value.mesh, factor);
    const answer = { positions: scaled.positions.slice(), indices: scaled.indices.slice() };
    return ok({ answer, transfer: [answer.positions.buffer, answer.indices.buffer] });
  },
};

const running = new Map<number, AbortController>();
let queue: Promise<void> = Promise.resolve();

self.onmessage = ({ data }: MessageEvent<ToWorker>): void => {
  if (data.type === "cancel") {
    running.get(data.id)?.abort();
    return;
  }
  const stop = new AbortController();
  running.set(data.id, stop);
  queue = queue.then(() => runOne(data.id, data.job, data.request, stop));
};

async function runOne<N extends JobName>(id: number, job: N, request: Jobs[N]["request"], stop: AbortController): Promise<void> {
  let told = 0;
  try {
    stop.signal.throwIfAborted();
    const result = await JOBS[job](
      request,
      (fraction, phase) => {
        // A few messages a second are enough.
        const now = performance.now();
        if (now - told < 60 && fraction < 1) return;
        told = now;
        post({ type: "progress", id, fraction, phase });
      },
      stop.signal,
    );
    if (result.ok) post({ type: "done", id, answer: result.value.answer }, result.value.transfer);
    else post({ type: "problem", id, problem: result.problem });
  } catch (error) {
    if (stop.signal.aborted) post({ type: "problem", id, problem: { code: "cancelled", message: "Stopped." } });
    else {
      const memory = error instanceof RangeError && /alloc|length|memory/i.test(error.message);
      const problem = memory
        ? fail("mesh.memory", "The mesh is too large for this machine's memory. Thin it out in a mesh program and try again.").problem
        : { code: "mesh.failed", message: `The mesh could not be worked on: ${error instanceof Error ? error.message : String(error)}` };
      post({ type: "problem", id, problem });
    }
  } finally {
    running.delete(id);
  }
}
