import type { FileUnit } from "./io/fileUnit";

/**
 * A welded triangle mesh in millimetres.
 *
 * `positions` holds x, y, z of each vertex (Float32, as files store them); `indices` holds three vertex numbers a triangle.
 * Winding is counter-clockwise seen from outside; z is up unless a part says otherwise.
 */
export interface Mesh {
  positions: Float32Array;
  indices: Uint32Array;
}

export type MeshFormat = "stl-binary" | "stl-ascii" | "obj" | "ply-ascii" | "ply-binary" | "3mf";

/** A named run of triangles in a file: a solid, a group, an item of a build. */
export interface SoupBody {
  /** Empty when the file gives no name. */
  name: string;
  /** First triangle and the one after the last, in order. A group that is taken up again has several runs. */
  runs: [from: number, to: number][];
  /** How often the file asks for it. */
  copies: number;
}

/** What a reader gives: a bare list of corners, nine numbers a triangle, before welding, and which body each belongs to. */
export interface SoupFile {
  format: MeshFormat;
  corners: Float32Array;
  /** In order of appearance; one without a name when the file names none. Together they are all triangles. */
  bodies: SoupBody[];
  /** True when every body is a thing of its own; else bodies may be pieces of one surface. */
  apart: boolean;
  /** The unit that the file itself states. */
  unit?: FileUnit;
  /** What was odd but could be read. */
  warnings: { code: string; message: string; count?: number }[];
}

/** The one body of a file that names none. */
export const oneBody = (name: string, triangles: number): SoupBody[] => [{ name, runs: [[0, triangles]], copies: 1 }];

export const triangleCount = (mesh: Mesh): number => mesh.indices.length / 3;
export const vertexCount = (mesh: Mesh): number => mesh.positions.length / 3;

export interface Bounds {
  min: [number, number, number];
  max: [number, number, number];
  size: [number, number, number];
}

/** Bounding box of all vertices. An empty mesh has a box of no size at the origin. */
export function boundsOf(positions: Float32Array): Bounds {
  if (positions.length === 0) return { min: [0, 0, 0], max: [0, 0, 0], size: [0, 0, 0] };
  let x0 = Infinity,
    y0 = Infinity,
    z0 = Infinity,
    x1 = -Infinity,
    y1 = -Infinity,
    z1 = -Infinity;
  for (let i = 0; i < positions.length; i += 3) {
    const x = positions[i],
      y = positions[i + 1],
      z = positions[i + 2];
    if (x < x0) x0 = x;
    if (x > x1) x1 = x;
    if (y < y0) y0 = y;
    if (y > y1) y1 = y;
    if (z < z0) z0 = z;
    if (z > z1) z1 = z;
  }
  return { min: [x0, y0, z0], max: [x1, y1, z1], size: [x1 - x0, y1 - y0, z1 - z0] };
}

/** The same mesh with every length multiplied by `factor`. */
export function scaleMesh(mesh: Mesh, factor: number): Mesh {
  if (factor === 1) return mesh;
  return { positions: mesh.positions.map((v) => v * factor), indices: mesh.indices };
}

/** The same mesh seen in a mirror (left for right), outside still outside. */
export function mirrored(mesh: Mesh): Mesh {
  const positions = mesh.positions.map((v, i) => (i % 3 === 0 ? -v : v));
  const indices = mesh.indices.slice();
  for (let i = 0; i < indices.length; i += 3) [indices[i + 1], indices[i + 2]] = [indices[i + 2], indices[i + 1]];
  return { positions, indices };
}
