/** The printed solid by exact union, where the solids library takes the mesh. */
import type { Manifold } from "manifold-3d";
import { printedMesh, solidVolume, weld, type Mesh, type Shells, type SolidVolume, type Topology } from "../mesh";
import type { Solids } from "./outline";

/** More shells or triangles than this are left to the rays. */
const MOST_SHELLS = 400;
const MOST_TRIANGLES = 400_000;

/** As solidVolume, by Manifold's union where shells may overlap and all of them are closed solids to it. */
export function unionVolume(solids: Solids, mesh: Mesh, topology: Topology, shells: Shells): SolidVolume {
  const quick = solidVolume(mesh, shells);
  if (quick.low === quick.high) return quick;
  const union = unionOf(solids, mesh, topology, shells);
  if (!union) return quick;
  const value = union.volume();
  union.delete();
  // A shell that crosses itself passes the library's check and counts twice there: the rays would see it.
  if (value < quick.low * 0.98 || value > quick.high * 1.02) return quick;
  return { value, low: value, high: value, how: "union" };
}

/** The union as a mesh, for a mended version; undefined where the library does not take the shells. */
export function unionMesh(solids: Solids, mesh: Mesh, topology: Topology, shells: Shells): Mesh | undefined {
  const union = unionOf(solids, mesh, topology, shells);
  if (!union) return undefined;
  const { vertProperties, triVerts, numProp } = union.getMesh();
  union.delete();
  const corners = new Float32Array(triVerts.length * 3);
  for (let i = 0; i < triVerts.length; i++) for (let k = 0; k < 3; k++) corners[i * 3 + k] = vertProperties[triVerts[i] * numProp + k];
  return weld(corners);
}

function unionOf(solids: Solids, mesh: Mesh, topology: Topology, shells: Shells): Manifold | undefined {
  const { list } = shells;
  if (list.length > MOST_SHELLS || mesh.indices.length / 3 > MOST_TRIANGLES || !list.every((s) => s.closed)) return undefined;
  const printed = printedMesh(mesh, shells);
  const made: Manifold[] = [];
  const keep = <T extends Manifold>(m: T): T => {
    made.push(m);
    return m;
  };
  try {
    // Hollows and what lies in them are told by their winding: each outermost solid goes in with all that it contains.
    const outermost = list.map((_, s) => {
      let at = s;
      while (list[at].inside >= 0) at = list[at].inside;
      return at;
    });
    const groups = new Map<number, number[]>();
    for (let t = 0; t < topology.shellOf.length; t++) {
      const s = topology.shellOf[t];
      if (s < 0 || list[s].role === "covered") continue;
      const group = groups.get(outermost[s]);
      if (group) group.push(t);
      else groups.set(outermost[s], [t]);
    }
    const each: Manifold[] = [];
    for (const triangles of groups.values()) {
      const corners = new Float32Array(triangles.length * 9);
      triangles.forEach((t, i) => {
        for (let k = 0; k < 3; k++)
          corners.set(printed.positions.subarray(printed.indices[t * 3 + k] * 3, printed.indices[t * 3 + k] * 3 + 3), i * 9 + k * 3);
      });
      const part = weld(corners);
      const solid = keep(new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: part.positions, triVerts: part.indices })));
      if (solid.status() !== "NoError" || solid.isEmpty()) return undefined;
      each.push(solid);
    }
    return solids.Manifold.union(each);
  } catch {
    return undefined;
  } finally {
    for (const m of made) m.delete();
  }
}
