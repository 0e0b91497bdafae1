/**
 * What each closed surface of a mesh means for the printed solid, whichever way a program has wound it.
 *
 * First the facets of a shell are made to agree with the larger part of it. Then shells are nested by containment and walked from
 * the outside in, counting how many solids cover a place (its winding number): a shell that faces outwards adds one; one that faces
 * inwards takes one away where there is something to take (a hollow), and where there is nothing it is inside out and is turned,
 * with all that lies in it. Material is where the count is one or more, so that what overlaps is counted once. To any depth.
 *
 * Linear, but for the nesting: pairs of shells whose boxes contain each other, each tested by a few rays.
 */
import { DoubleSide, Ray, Vector3 } from "three";
import { treeOf, type MeshTree } from "./bvh";
import type { Bounds, Mesh } from "../mesh";
import { flippedTriangles, type Topology } from "./topology";

interface Shell {
  /** Signed by its own winding as most of its facets have it, about its own middle, mm³. */
  volumeMm3: number;
  /** No edge of it has a facet on one side only, or more than two. */
  closed: boolean;
  bounds: Bounds;
  /** The smallest shell that contains it; −1 for none. */
  inside: number;
  /** solid: adds material; hollow: takes it away; covered: lies in material and changes nothing. */
  role: "solid" | "hollow" | "covered";
  /** It faces the wrong way and is turned. */
  insideOut: boolean;
  /** One of its facets. */
  triangle: number;
}

export interface Shells {
  list: Shell[];
  /** 1 for each facet that is wound the wrong way for the printed solid. */
  turned: Uint8Array;
  /** Facets that disagree with the larger part of their shell. */
  flipped: Uint32Array;
  /** Shells that do not contain each other though their boxes meet: they may overlap. */
  mayOverlap: [number, number][];
  /** Boxes of some shells meet without sharing a volume: they may stand against each other. */
  touching: boolean;
}

/** More shells than this are taken as they come: none lies in another. */
const MOST_NESTED = 3000;
/** Facets of a shell whose corners are tested for lying in another. */
const MOST_SAMPLES = 200;
/** An odd direction, so that rays miss edges. */
const ODD = new Vector3(0.123456, 0.276543, 0.952345).normalize();

export function shellsOf(mesh: Mesh, topology: Topology): Shells {
  const flipped = flippedTriangles(mesh, topology);
  const turned = new Uint8Array(mesh.indices.length / 3);
  for (const t of flipped) turned[t] = 1;
  const list = measureShells(mesh, topology, turned);
  const nested = list.length > 1 && list.length <= MOST_NESTED;
  if (nested) nest(mesh, topology, list);
  const turnShell = assignRoles(list);
  if (turnShell.includes(1))
    for (let t = 0; t < turned.length; t++) {
      const s = topology.shellOf[t];
      if (s >= 0 && turnShell[s]) turned[t] ^= 1;
    }
  return { list, turned, flipped, ...(nested ? meeting(list) : { mayOverlap: [], touching: false }) };
}

/** The same mesh and topology with every facet wound so that material lies behind it. */
export function printedSolid(mesh: Mesh, topology: Topology, shells: Shells): { mesh: Mesh; topology: Topology } {
  const { turned } = shells;
  if (!turned.includes(1)) return { mesh, topology };
  // A turned facet has its first and last half-edge changed over.
  const half = (h: number): number => (h < 0 || !turned[(h / 3) | 0] || h % 3 === 1 ? h : h % 3 === 0 ? h + 2 : h - 2);
  const opposite = new Int32Array(topology.opposite.length);
  for (let h = 0; h < opposite.length; h++) opposite[half(h)] = half(topology.opposite[h]);
  return {
    mesh: printedMesh(mesh, shells),
    topology: { ...topology, opposite, nonManifoldAt: topology.nonManifoldAt.map(half), sameWayEdges: 0 },
  };
}

/** The mesh of printedSolid alone. */
export function printedMesh(mesh: Mesh, shells: Shells): Mesh {
  if (!shells.turned.includes(1)) return mesh;
  const indices = mesh.indices.slice();
  for (let t = 0; t < shells.turned.length; t++) {
    if (!shells.turned[t]) continue;
    const keep = indices[t * 3 + 1];
    indices[t * 3 + 1] = indices[t * 3 + 2];
    indices[t * 3 + 2] = keep;
  }
  return { positions: mesh.positions, indices };
}

function measureShells(mesh: Mesh, topology: Topology, turned: Uint8Array): Shell[] {
  const { positions: p, indices } = mesh;
  const n = topology.shells;
  const box = new Float64Array(n * 6);
  for (let s = 0; s < n; s++) box.fill(Infinity, s * 6, s * 6 + 3).fill(-Infinity, s * 6 + 3, s * 6 + 6);
  const triangle = new Int32Array(n).fill(-1);
  const open = new Uint8Array(n);
  for (let t = 0; t < topology.shellOf.length; t++) {
    const s = topology.shellOf[t];
    if (s < 0) continue;
    if (triangle[s] < 0) triangle[s] = t;
    for (let h = t * 3; h < t * 3 + 3; h++) {
      if (topology.opposite[h] < 0) open[s] = 1;
      const v = indices[h] * 3;
      for (let k = 0; k < 3; k++) {
        const x = p[v + k];
        if (x < box[s * 6 + k]) box[s * 6 + k] = x;
        if (x > box[s * 6 + 3 + k]) box[s * 6 + 3 + k] = x;
      }
    }
  }
  const six = new Float64Array(n);
  for (let t = 0; t < topology.shellOf.length; t++) {
    const s = topology.shellOf[t];
    if (s < 0) continue;
    const cx = (box[s * 6] + box[s * 6 + 3]) / 2,
      cy = (box[s * 6 + 1] + box[s * 6 + 4]) / 2,
      cz = (box[s * 6 + 2] + box[s * 6 + 5]) / 2;
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    const ax = p[a] - cx,
      ay = p[a + 1] - cy,
      az = p[a + 2] - cz;
    const bx = p[b] - cx,
      by = p[b + 1] - cy,
      bz = p[b + 2] - cz;
    const dx = p[c] - cx,
      dy = p[c + 1] - cy,
      dz = p[c + 2] - cz;
    const v = ax * (by * dz - bz * dy) + ay * (bz * dx - bx * dz) + az * (bx * dy - by * dx);
    six[s] += turned[t] ? -v : v;
  }
  return Array.from({ length: n }, (_, s): Shell => {
    const min: Bounds["min"] = [box[s * 6], box[s * 6 + 1], box[s * 6 + 2]],
      max: Bounds["max"] = [box[s * 6 + 3], box[s * 6 + 4], box[s * 6 + 5]];
    return {
      volumeMm3: six[s] / 6,
      closed: open[s] === 0,
      bounds: { min, max, size: [max[0] - min[0], max[1] - min[1], max[2] - min[2]] },
      inside: -1,
      role: "solid",
      insideOut: false,
      triangle: triangle[s],
    };
  });
}

const within = (a: Bounds, b: Bounds): boolean => [0, 1, 2].every((k) => a.min[k] >= b.min[k] && a.max[k] <= b.max[k]);
const boxMm3 = (b: Bounds): number => b.size[0] * b.size[1] * b.size[2];

/** Fills in the smallest shell that contains each. */
function nest(mesh: Mesh, topology: Topology, list: Shell[]): void {
  const order = list.map((_, s) => s).sort((a, b) => boxMm3(list[a].bounds) - boxMm3(list[b].bounds));
  const samples = samplesOf(mesh, topology, list);
  const trees = new Map<number, MeshTree>();
  const treeFor = (s: number): MeshTree => {
    let tree = trees.get(s);
    if (!tree) {
      tree = treeOf(
        mesh,
        topology.degenerate.map((d, t) => (d || topology.shellOf[t] !== s ? 1 : 0)),
      );
      trees.set(s, tree);
    }
    return tree;
  };
  for (const [i, s] of order.entries()) {
    for (const outer of order.slice(i + 1)) {
      if (!list[outer].closed || !within(list[s].bounds, list[outer].bounds)) continue;
      if (samples[s].every((at) => isInside(treeFor(outer), at))) {
        list[s].inside = outer;
        break;
      }
    }
  }
}

/** Corners of each shell, of a large one some, spread over it: a shell that pokes out of another with a corner is not in it. */
function samplesOf(mesh: Mesh, topology: Topology, list: Shell[]): Vector3[][] {
  const { positions: p, indices } = mesh;
  const members: number[][] = list.map(() => []);
  for (let t = 0; t < topology.shellOf.length; t++) if (topology.shellOf[t] >= 0) members[topology.shellOf[t]].push(t);
  return members.map((m) => {
    const step = Math.max(1, Math.floor(m.length / MOST_SAMPLES));
    const corners = new Set<number>();
    for (let i = 0; i < m.length; i += step) for (let k = 0; k < 3; k++) corners.add(indices[m[i] * 3 + k] * 3);
    return [...corners].map((v) => new Vector3(p[v], p[v + 1], p[v + 2]));
  });
}

/** By the parity of a ray's crossings. */
const isInside = ({ bvh }: MeshTree, at: Vector3): boolean => bvh.raycast(new Ray(at, ODD), DoubleSide).length % 2 === 1;

/** Walks from the outside in. @returns 1 for each shell that must be turned */
function assignRoles(list: Shell[]): Uint8Array {
  const turn = new Uint8Array(list.length);
  const covers = new Int32Array(list.length);
  // A shell's container has a larger box: in this order it is done before.
  const order = list.map((_, s) => s).sort((a, b) => boxMm3(list[b].bounds) - boxMm3(list[a].bounds));
  for (const s of order) {
    const shell = list[s];
    const around = shell.inside;
    const before = around < 0 ? 0 : covers[around];
    turn[s] = around < 0 ? 0 : turn[around];
    const outward = shell.volumeMm3 >= 0 !== (turn[s] === 1);
    if (outward) {
      shell.role = before > 0 ? "covered" : "solid";
      covers[s] = before + 1;
    } else if (before > 0) {
      shell.role = before > 1 ? "covered" : "hollow";
      covers[s] = before - 1;
    } else {
      shell.insideOut = true;
      turn[s] ^= 1;
      covers[s] = 1;
    }
  }
  return turn;
}

/** Pairs whose boxes meet in a volume, neither inside the other: siblings that may overlap. Ended at a thousand. */
function meeting(list: Shell[]): Pick<Shells, "mayOverlap" | "touching"> {
  const mayOverlap: [number, number][] = [];
  let touching = false;
  const order = list.map((_, s) => s).sort((a, b) => list[a].bounds.min[0] - list[b].bounds.min[0]);
  for (let i = 0; i < order.length; i++) {
    const a = list[order[i]];
    for (let j = i + 1; j < order.length && list[order[j]].bounds.min[0] <= a.bounds.max[0]; j++) {
      const b = list[order[j]];
      if (isAncestor(list, order[i], order[j]) || isAncestor(list, order[j], order[i])) continue;
      const shared = [0, 1, 2].map((k) => Math.min(a.bounds.max[k], b.bounds.max[k]) - Math.max(a.bounds.min[k], b.bounds.min[k]));
      if (shared.some((s) => s < 0)) continue;
      if (shared.includes(0)) touching = true;
      else mayOverlap.push([order[i], order[j]]);
      if (mayOverlap.length === 1000) return { mayOverlap, touching };
    }
  }
  return { mayOverlap, touching };
}

function isAncestor(list: Shell[], outer: number, inner: number): boolean {
  for (let s = list[inner].inside; s >= 0; s = list[s].inside) if (s === outer) return true;
  return false;
}
