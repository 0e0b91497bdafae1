/** The one reader of this worker: jobs on the same mesh come in a row and read it once. */
import wasmUrl from "manifold-3d/manifold.wasm?url";
import { ok, fail, type Result } from "../../core/units";
import { Reader, type Loaded } from "../../core/results/compute";
import { loadSolids, type Solids } from "../../core/slice";
import type { Job } from "../messages";
import type { MeshSource } from "../protocol";

export const solids = (): Promise<Solids> => loadSolids(wasmUrl);

let atHand: Blob | null = null;

const reader = new Reader({
  file: async (hash) => (atHand ? ok(new Uint8Array(await atHand.arrayBuffer())) : fail("mesh.missing", `The mesh ${hash} was not sent.`)),
  solids,
});

/** The reader, with the file that this job's mesh is read from. */
export function readerOf(file: Blob | null): Reader {
  atHand = file;
  return reader;
}

export const load = ({ geometry, file }: MeshSource): Promise<Result<Loaded>> => readerOf(file).load(geometry);

/** What all jobs on meshes say when they cannot be done. */
export const MESH_FAULTS: Pick<Job<never, never>, "failed" | "tooLarge"> = {
  failed: "The mesh could not be processed",
  tooLarge: "The mesh is too large for this machine's memory. Reduce it in a modelling program and try again.",
};
