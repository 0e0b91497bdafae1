/** The hollowed mesh: the outer skin as it was, cavities cut from inside, holes drilled. */
import { boundsOf, type Mesh } from "../../mesh";
import { meshOfSolid, scoped, solidOf, type Solids } from "../../slice";
import { fail, ok, throwIfCancelled, type OnProgress, type Result } from "../../units";
import { depthField, voxelFor, type DepthField } from "./depth";
import { LEAST_POCKET_MM3, VOXEL_MM, type Hole } from "./hollow";

/** Facets of the cavity are about so long, mm: nobody sees them. */
const EDGE_MM = 0.7;

export interface Hollowed {
  mesh: Mesh;
  volumeMm3: number;
  /** Least wall between the cavity and the skin, found at every corner of the cavity but where holes go through, mm. */
  leastWallMm: number;
  pockets: number;
}

/**
 * @param mesh model mm, closed
 * @throws when cancelled
 */
export function hollowMesh(
  solids: Solids,
  mesh: Mesh,
  wallMm: number,
  holes: readonly Hole[],
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Result<Hollowed> {
  const { Manifold } = solids;
  return scoped((keep) => {
    const part = solidOf(solids, mesh);
    if (!part) return fail("hollow.open", "This mesh is not a closed solid. Repair it first in Parts, “Mesh and walls”.");
    keep(part);
    const { min, max, size } = boundsOf(mesh.positions);
    const depth = depthField(mesh, voxelFor(size, VOXEL_MM), (f, phase) => onProgress?.(0.6 * f, phase), signal);
    throwIfCancelled(signal);
    onProgress?.(0.6, "cutting the cavity");
    const level = keep(
      Manifold.levelSet(
        (p) => depthAt(depth, p) - wallMm,
        { min, max },
        Math.max(EDGE_MM, depth.voxelMm),
        0,
        Math.max(0.02, depth.voxelMm / 10),
      ),
    );
    const large = level
      .decompose()
      .map((c) => keep(c))
      .filter((c) => c.volume() >= LEAST_POCKET_MM3);
    if (large.length === 0)
      return fail("hollow.nothing", `No place is thicker than two walls of ${wallMm} mm, so there is nothing to hollow.`);
    let leastWallMm = Infinity;
    for (const cavity of large) {
      const { vertProperties, numProp } = cavity.getMesh();
      for (let v = 0; v < vertProperties.length; v += numProp)
        leastWallMm = Math.min(leastWallMm, depthAt(depth, [vertProperties[v], vertProperties[v + 1], vertProperties[v + 2]]));
    }
    throwIfCancelled(signal);
    onProgress?.(0.85, "drilling");
    // A drill starts a little outside and goes on a little inside.
    const drills = holes.map((h) => {
      const tilt = (Math.acos(h.towards[2]) * 180) / Math.PI,
        about = (Math.atan2(h.towards[1], h.towards[0]) * 180) / Math.PI;
      return keep(
        keep(keep(Manifold.cylinder(h.throughMm + wallMm + 1, h.diameterMm / 2, h.diameterMm / 2, 24)).rotate([0, tilt, 0])).rotate([
          0,
          0,
          about,
        ]),
      ).translate([0, 1, 2].map((k) => h.atMm[k] - h.towards[k]) as [number, number, number]);
    });
    drills.forEach((d) => keep(d));
    for (const [i, drill] of drills.entries())
      if (keep(drill.intersect(part)).volume() < 0.1) return fail("hollow.air", `Hole ${i + 1} is in mid-air, outside the part.`);
    const out = keep(part.subtract(keep(Manifold.union([...large, ...drills]))));
    onProgress?.(1, "done");
    return ok({ mesh: meshOfSolid(out), volumeMm3: out.volume(), leastWallMm, pockets: large.length });
  });
}

/** Depth between the voxels, linear along each axis. */
function depthAt({ depthMm, size: n, originMm, voxelMm }: DepthField, p: readonly number[]): number {
  const g = [0, 1, 2].map((k) => Math.min(n[k] - 1.001, Math.max(0, (p[k] - originMm[k]) / voxelMm)));
  const i = g.map(Math.floor),
    f = [g[0] - i[0], g[1] - i[1], g[2] - i[2]];
  const at = i[0] + i[1] * n[0] + i[2] * n[0] * n[1];
  const sx = n[0] > 1 ? 1 : 0,
    sy = n[1] > 1 ? n[0] : 0,
    sz = n[2] > 1 ? n[0] * n[1] : 0;
  const mix = (a: number, b: number, t: number): number => a + (b - a) * t;
  const d = depthMm;
  return mix(
    mix(mix(d[at], d[at + sx], f[0]), mix(d[at + sy], d[at + sy + sx], f[0]), f[1]),
    mix(mix(d[at + sz], d[at + sz + sx], f[0]), mix(d[at + sz + sy], d[at + sz + sy + sx], f[0]), f[1]),
    f[2],
  );
}
