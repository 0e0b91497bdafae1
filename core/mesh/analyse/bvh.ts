/** The bounding volume tree of a mesh, for rays and pairs (three-mesh-bvh). Building is n log n. */
import { BufferAttribute, BufferGeometry } from "three";
import { MeshBVH } from "three-mesh-bvh";
import type { Mesh } from "../mesh";

export interface MeshTree {
  bvh: MeshBVH;
  /** The mesh's triangles in the order of the tree: hits name these. */
  indices: Uint32Array;
}

/** Builds the tree over a copy of the indices, which it puts in its own order. Triangles for which `skip` is 1 are left out. */
export function treeOf(mesh: Mesh, skip?: Uint8Array): MeshTree {
  let indices: Uint32Array;
  if (skip?.includes(1)) {
    indices = new Uint32Array(mesh.indices.length);
    let used = 0;
    for (let t = 0; t < skip.length; t++) if (!skip[t]) for (let k = 0; k < 3; k++) indices[used++] = mesh.indices[t * 3 + k];
    indices = indices.slice(0, used);
  } else indices = mesh.indices.slice();
  const geometry = new BufferGeometry();
  geometry.setAttribute("position", new BufferAttribute(mesh.positions, 3));
  geometry.setIndex(new BufferAttribute(indices, 1));
  return { bvh: new MeshBVH(geometry), indices };
}
