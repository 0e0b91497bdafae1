/** Reads meshes for what is computed of them. The caller brings the stored files; the mesh read last is kept, since results of one part come in a row. */
import { judgeSolid, readMesh, reportMesh, type Mesh, type MeshReport, type Shells, type Topology } from "../../mesh";
import { typedMesh } from "../../project";
import { unionVolume, type Solids } from "../../slice";
import { ok, type OnProgress, type Result } from "../../units";
import type { Geometry, MeshGeometry, ResultKind, Results } from "../kinds";

/** What a mesh is once it is read: welded, in millimetres, reported on. */
export interface Loaded {
  mesh: Mesh;
  topology: Topology;
  report: MeshReport;
  shells: Shells;
}

/** What computing needs from outside. */
export interface Supplies {
  /** The bytes of a stored mesh. */
  file: (hash: string) => Promise<Result<Uint8Array>>;
  solids: () => Promise<Solids>;
}

/** How one kind of result is computed. Throws only on a fault of the program, or when `signal` says stop. */
export type Compute<K extends ResultKind> = (
  inputs: Results[K]["inputs"],
  reader: Reader,
  onProgress?: OnProgress,
  signal?: AbortSignal,
) => Promise<Result<Results[K]["value"]>>;

/** The exact volume where shells may overlap: by the solids library, where it takes them. */
export async function judge({ mesh, topology, report, shells }: Loaded, solids: Supplies["solids"]): Promise<void> {
  if (report.solid && report.solid.low < report.solid.high) judgeSolid(report, shells, unionVolume(await solids(), mesh, topology, shells));
}

/** The stand-in of a size. */
export const standIn = (sizeMm: readonly [number, number, number], shell: boolean): Loaded => {
  const mesh = typedMesh(sizeMm, shell);
  return { mesh, ...reportMesh(mesh) };
};

export class Reader {
  private last: { key: string; loaded: Loaded } | undefined;

  constructor(readonly supplies: Supplies) {}

  async load(geometry: Geometry): Promise<Result<Loaded>> {
    const key = JSON.stringify(geometry);
    if (this.last?.key === key) return ok(this.last.loaded);
    this.last = undefined;
    const loaded = "hash" in geometry ? await this.read(geometry) : ok(standIn(geometry.sizeMm, geometry.shell));
    if (loaded.ok) this.last = { key, loaded: loaded.value };
    return loaded;
  }

  private async read({ hash, unit }: MeshGeometry): Promise<Result<Loaded>> {
    const bytes = await this.supplies.file(hash);
    if (!bytes.ok) return bytes;
    const file = readMesh(bytes.value, unit);
    if (!file.ok) return file;
    const { mesh, topology, report, shells } = file.value;
    const loaded = { mesh, topology, report, shells };
    await judge(loaded, this.supplies.solids);
    return ok(loaded);
  }
}
