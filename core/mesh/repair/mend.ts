/**
 * Mending that cannot spoil a mesh: near corners joined, facets without area and repeated ones dropped, turned facets and
 * inside-out shells put right, small holes closed. What joins more than two facets at an edge is left alone: which of them is
 * meant cannot be known. The mesh given is not changed. Linear but for the holes, which are cut by ear clipping.
 */
import { boundaryLoops, duplicateTriangles } from "../analyse/findings";
import { boundsOf, type Mesh } from "../mesh";
import { printedMesh, shellsOf } from "../analyse/shells";
import { cutFace } from "../io/soup";
import { buildTopology, type Topology } from "../analyse/topology";

export interface Mended {
  mesh: Mesh;
  /** Corners joined with a near one. */
  joined: number;
  dropped: number;
  duplicates: number;
  turned: number;
  holesClosed: number;
  /** Holes too large to be closed without asking what was there. */
  holesLeft: number;
}

/** Corners closer than this share of the longest side are one: finer than any printer, coarser than the rounding of exports. */
const JOIN_SHARE = 2e-5;
/** A hole is small up to this many edges, and this share of the longest side round about. */
const SMALL_EDGES = 200;
const SMALL_AROUND = 0.75;

export function mendMesh(given: Mesh): Mended {
  const longest = Math.max(...boundsOf(given.positions).size);
  let mesh: Mesh = { positions: given.positions, indices: given.indices.slice() };
  let topology = buildTopology(mesh);
  let joined = 0;
  if (topology.boundaryEdges > 0) {
    const near = joinNear(mesh, longest * JOIN_SHARE);
    const better = buildTopology(near.mesh);
    // Joining is kept only where it closes the surface; it must not fuse walls that are meant to be apart.
    if (better.boundaryEdges < topology.boundaryEdges && better.nonManifoldEdges <= topology.nonManifoldEdges) {
      mesh = near.mesh;
      topology = better;
      joined = near.joined;
    }
  }
  const repeated = new Set(duplicateTriangles(mesh, topology));
  const flat = topology.degenerateTriangles;
  if (repeated.size + flat > 0) {
    mesh = keepTriangles(mesh, (t) => !topology.degenerate[t] && !repeated.has(t));
    topology = buildTopology(mesh);
  }
  const { closed, left, triangles } = closeHoles(mesh, topology, longest);
  if (triangles.length > 0) {
    const indices = new Uint32Array(mesh.indices.length + triangles.length);
    indices.set(mesh.indices);
    indices.set(triangles, mesh.indices.length);
    mesh = { positions: mesh.positions, indices };
    topology = buildTopology(mesh);
  }
  const shells = shellsOf(mesh, topology);
  const turned = shells.turned.reduce((n, t) => n + t, 0);
  mesh = printedMesh(mesh, shells);
  return { mesh, joined, dropped: flat, duplicates: repeated.size, turned, holesClosed: closed, holesLeft: left };
}

function keepTriangles(mesh: Mesh, keep: (t: number) => boolean): Mesh {
  const out = new Uint32Array(mesh.indices.length);
  let used = 0;
  for (let t = 0; t < mesh.indices.length / 3; t++) if (keep(t)) for (let k = 0; k < 3; k++) out[used++] = mesh.indices[t * 3 + k];
  return { positions: mesh.positions, indices: out.slice(0, used) };
}

/** Joins vertices that lie within `mm`, by a grid of that cell and its neighbours. */
function joinNear(mesh: Mesh, mm: number): { mesh: Mesh; joined: number } {
  const { positions: p } = mesh;
  const count = p.length / 3;
  // Vertices of a cell as a chain; cells that fall into one slot share a chain, since each is measured anyway.
  const slots = 1 << Math.max(4, Math.ceil(Math.log2(count + 1)));
  const head = new Int32Array(slots).fill(-1),
    tail = new Int32Array(slots).fill(-1),
    next = new Int32Array(count).fill(-1);
  const slotOf = (cx: number, cy: number, cz: number): number =>
    (Math.imul(cx, 73856093) ^ Math.imul(cy, 19349663) ^ Math.imul(cz, 83492791)) & (slots - 1);
  const target = new Uint32Array(count);
  let joined = 0;
  for (let v = 0; v < count; v++) {
    const x = p[v * 3],
      y = p[v * 3 + 1],
      z = p[v * 3 + 2];
    const cx = Math.floor(x / mm),
      cy = Math.floor(y / mm),
      cz = Math.floor(z / mm);
    let found = -1;
    for (let dx = -1; dx <= 1 && found < 0; dx++)
      for (let dy = -1; dy <= 1 && found < 0; dy++)
        for (let dz = -1; dz <= 1 && found < 0; dz++)
          for (let w = head[slotOf(cx + dx, cy + dy, cz + dz)]; w >= 0 && found < 0; w = next[w])
            if (Math.hypot(p[w * 3] - x, p[w * 3 + 1] - y, p[w * 3 + 2] - z) <= mm) found = w;
    if (found >= 0) {
      target[v] = found;
      joined++;
      continue;
    }
    target[v] = v;
    const slot = slotOf(cx, cy, cz);
    if (tail[slot] < 0) head[slot] = v;
    else next[tail[slot]] = v;
    tail[slot] = v;
  }
  return { mesh: { positions: p, indices: mesh.indices.map((v) => target[v]) }, joined };
}

function closeHoles(mesh: Mesh, topology: Topology, longest: number): { closed: number; left: number; triangles: number[] } {
  const triangles: number[] = [];
  let closed = 0,
    left = 0;
  if (topology.boundaryEdges === 0) return { closed, left, triangles };
  const p = mesh.positions;
  for (const loop of boundaryLoops(mesh, topology)) {
    let around = 0;
    for (let i = 0; i < loop.length; i++) {
      const a = loop[i] * 3,
        b = loop[(i + 1) % loop.length] * 3;
      around += Math.hypot(p[a] - p[b], p[a + 1] - p[b + 1], p[a + 2] - p[b + 2]);
    }
    if (loop.length > SMALL_EDGES || around > longest * SMALL_AROUND) {
      left++;
      continue;
    }
    // The patch runs along each edge the other way round than the facet that is there.
    const face = [...loop].reverse();
    for (const corner of cutFace(
      p,
      face.map((v) => v * 3),
    ))
      triangles.push(face[corner]);
    closed++;
  }
  return { closed, left, triangles };
}
