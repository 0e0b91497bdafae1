/** The rows of `npm run bench`. Meshes are made here; ratios say how we stand against a general-purpose library. */
import { OBJLoader } from "three/examples/jsm/loaders/OBJLoader.js";
import { STLLoader } from "three/examples/jsm/loaders/STLLoader.js";
import { mergeVertices } from "three/examples/jsm/utils/BufferGeometryUtils.js";
import { buildTopology, readObj, readStl, reportMesh, weld, writeStl, type Mesh } from "../core/mesh";
import { loadSolids, sliceMesh } from "../core/slice";
import type { Mesh as ThreeMesh } from "three";
import type { Row } from "./side";

/** A bumpy ball of about `triangles` triangles and 60 mm across. */
function ball(triangles: number): Mesh {
  const rings = Math.round(Math.sqrt(triangles / 4)),
    around = rings * 2;
  const positions = new Float32Array((2 + (rings - 1) * around) * 3);
  const at = (i: number, x: number, y: number, z: number): void => positions.set([x, y, z], i * 3);
  at(0, 0, 0, 30);
  at(1, 0, 0, -30);
  for (let r = 1; r < rings; r++)
    for (let k = 0; k < around; k++) {
      const t = (Math.PI * r) / rings,
        p = (2 * Math.PI * k) / around,
        radius = 30 + 0.4 * Math.sin(9 * t) * Math.cos(7 * p);
      at(2 + (r - 1) * around + k, radius * Math.sin(t) * Math.cos(p), radius * Math.sin(t) * Math.sin(p), radius * Math.cos(t));
    }
  const indices: number[] = [];
  const v = (r: number, k: number): number => 2 + (r - 1) * around + (k % around);
  for (let k = 0; k < around; k++) {
    indices.push(0, v(1, k), v(1, k + 1));
    indices.push(1, v(rings - 1, k + 1), v(rings - 1, k));
  }
  for (let r = 1; r < rings - 1; r++)
    for (let k = 0; k < around; k++) indices.push(v(r, k), v(r + 1, k), v(r + 1, k + 1), v(r, k), v(r + 1, k + 1), v(r, k + 1));
  return { positions, indices: Uint32Array.from(indices) };
}

/** A mesh as OBJ text, six decimals a coordinate. */
function objText({ positions, indices }: Mesh): string {
  const lines: string[] = ["o ball"];
  for (let i = 0; i < positions.length; i += 3)
    lines.push(`v ${positions[i].toFixed(6)} ${positions[i + 1].toFixed(6)} ${positions[i + 2].toFixed(6)}`);
  for (let i = 0; i < indices.length; i += 3) lines.push(`f ${indices[i] + 1} ${indices[i + 1] + 1} ${indices[i + 2] + 1}`);
  return `${lines.join("\n")}\n`;
}

export const ROWS: Row[] = [
  {
    name: "stl",
    work: "read, weld and measure a binary STL of 1,000,000 triangles",
    peer: "three's STLLoader with mergeVertices",
    goal: 0.2,
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    prepare: async (size) => {
      const file = writeStl(ball(size));
      const buffer = file.buffer as ArrayBuffer;
      return {
        ours: () => {
          const stl = readStl(file);
          if (!stl.ok) throw new Error(stl.problem.message);
          return reportMesh(weld(stl.value.corners)).report;
        },
        peer: () => mergeVertices(new STLLoader().parse(buffer).deleteAttribute("normal")),
      };
    },
  },
  {
    name: "obj",
    work: "read and weld an OBJ of 1,000,000 triangles",
    peer: "three's OBJLoader with mergeVertices",
    goal: 0.3,
    sizes: [125_000, 250_000, 500_000, 1_000_000],
    prepare: async (size) => {
      const text = objText(ball(size));
      const file = new TextEncoder().encode(text);
      return {
        ours: () => {
          const obj = readObj(file);
          if (!obj.ok) throw new Error(obj.problem.message);
          return weld(obj.value.corners);
        },
        peer: () => {
          const { geometry } = new OBJLoader().parse(new TextDecoder().decode(file)).children[0] as ThreeMesh;
          return mergeVertices(geometry.deleteAttribute("normal"));
        },
      };
    },
  },
  {
    name: "slice",
    work: "200,000 triangles in 1,000 layers: closed contours with areas and perimeters",
    peer: "Manifold's slice in a loop, with its areas",
    goal: 0.3,
    sizes: [50_000, 100_000, 200_000],
    prepare: async (size) => {
      const mesh = ball(size);
      const topology = buildTopology(mesh);
      const solids = await loadSolids();
      const peer = new solids.Manifold(new solids.Mesh({ numProp: 3, vertProperties: mesh.positions, triVerts: mesh.indices }));
      const box = peer.boundingBox();
      const layer = (box.max[2] - box.min[2]) / 1000;
      return {
        ours: () => {
          const kept: Float64Array[] = [];
          const slicing = sliceMesh(mesh, topology, layer, { onLayer: (_, c) => kept.push(c.points.slice()) });
          return { slicing, kept };
        },
        peer: () => {
          let area = 0;
          for (let k = 0; k < 1000; k++) {
            const section = peer.slice(box.min[2] + (k + 0.5) * layer);
            area += section.area();
            section.delete();
          }
          return area;
        },
      };
    },
  },
];
