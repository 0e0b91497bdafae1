/** The same thing said in other ways: every figure must stay. And solids to say it of. */
import { MeshBuilder, mirrored, scaleMesh, weld, type Mesh } from "../core/mesh";

export const moved = (mesh: Mesh, by: readonly [number, number, number]): Mesh => ({
  positions: mesh.positions.map((v, i) => v + by[i % 3]),
  indices: mesh.indices,
});

/** Turned about the vertical, degrees. */
export function turned(mesh: Mesh, degrees: number): Mesh {
  const c = Math.cos((degrees * Math.PI) / 180),
    s = Math.sin((degrees * Math.PI) / 180);
  const positions = mesh.positions.slice();
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y] = [positions[i], positions[i + 1]];
    positions[i] = c * x - s * y;
    positions[i + 1] = s * x + c * y;
  }
  return { positions, indices: mesh.indices };
}

/** Every triangle cut into four, `times` over. */
export function subdivided(mesh: Mesh, times: number): Mesh {
  if (times === 0) return mesh;
  const { positions: p, indices } = mesh;
  const corners = new Float32Array(indices.length * 12);
  let used = 0;
  const at = (i: number): number[] => [p[i * 3], p[i * 3 + 1], p[i * 3 + 2]];
  for (let t = 0; t < indices.length; t += 3) {
    const [a, b, c] = [at(indices[t]), at(indices[t + 1]), at(indices[t + 2])];
    const mid = (x: number[], y: number[]): number[] => x.map((v, k) => (v + y[k]) / 2);
    const [ab, bc, ca] = [mid(a, b), mid(b, c), mid(c, a)];
    for (const corner of [a, ab, ca, ab, b, bc, ca, bc, c, ab, bc, ca]) {
      corners.set(corner, used);
      used += 3;
    }
  }
  return subdivided(weld(corners), times - 1);
}

/** Facets in another order, each beginning at another corner. Deterministic. */
export function shuffled(mesh: Mesh): Mesh {
  const n = mesh.indices.length / 3;
  const order = Array.from({ length: n }, (_, i) => i).sort((a, b) => ((a * 7919) % 104729) - ((b * 7919) % 104729));
  const indices = new Uint32Array(mesh.indices.length);
  order.forEach((t, i) => {
    for (let k = 0; k < 3; k++) indices[i * 3 + k] = mesh.indices[t * 3 + ((k + i) % 3)];
  });
  return { positions: mesh.positions, indices };
}

/** Inside out. */
export function reversed(mesh: Mesh): Mesh {
  const indices = mesh.indices.slice();
  for (let i = 0; i < indices.length; i += 3) [indices[i + 1], indices[i + 2]] = [indices[i + 2], indices[i + 1]];
  return { positions: mesh.positions, indices };
}

/** Several bodies as one file has them. */
export function together(...meshes: Mesh[]): Mesh {
  const positions = new Float32Array(meshes.reduce((n, m) => n + m.positions.length, 0));
  const indices = new Uint32Array(meshes.reduce((n, m) => n + m.indices.length, 0));
  let v = 0,
    i = 0;
  for (const m of meshes) {
    positions.set(m.positions, v);
    indices.set(
      m.indices.map((x) => x + v / 3),
      i,
    );
    v += m.positions.length;
    i += m.indices.length;
  }
  return { positions, indices };
}

/** All the ways to say one mesh. Lengths stay; `scale` is one where the unit changed with the numbers. */
export const WAYS: { name: string; say: (m: Mesh) => Mesh }[] = [
  { name: "moved far from the origin", say: (m) => moved(m, [1000, -700, 900]) },
  { name: "turned by 37°", say: (m) => turned(m, 37) },
  { name: "turned by 90°", say: (m) => turned(m, 90) },
  { name: "mirrored", say: mirrored },
  { name: "finely subdivided", say: (m) => subdivided(m, 3) },
  { name: "its facets shuffled", say: shuffled },
  { name: "inside out", say: reversed },
  { name: "in inches, read as inches", say: (m) => scaleMesh(scaleMesh(m, 1 / 25.4), 25.4) },
];

const box = (min: readonly [number, number, number], max: readonly [number, number, number]): Mesh =>
  new MeshBuilder().box(min, max).build();

/** Solids with the volume and the thinnest wall that they have by construction (null: no two faces stand opposite). */
export const SOLIDS: { name: string; mesh: () => Mesh; mm3: number; wallMm: number | null }[] = [
  { name: "a box", mesh: () => box([0, 0, 0], [30, 20, 10]), mm3: 6000, wallMm: 10 },
  {
    name: "a house of two boxes that overlap",
    mesh: () => together(box([0, 0, 0], [40, 30, 20]), box([30, 8, 0], [60, 20, 14])),
    mm3: 24000 + 30 * 12 * 14 - 10 * 12 * 14,
    wallMm: 12,
  },
  {
    name: "a box beside a box",
    mesh: () => together(box([0, 0, 0], [10, 10, 10]), box([20, 0, 0], [28, 8, 8])),
    mm3: 1512,
    wallMm: 8,
  },
  {
    name: "two boxes that touch",
    mesh: () => together(box([0, 0, 0], [10, 10, 10]), box([10, 0, 0], [14, 10, 10])),
    mm3: 1400,
    wallMm: 10,
  },
  {
    name: "a hollow box with a solid in the hollow",
    mesh: () => together(box([0, 0, 0], [30, 30, 30]), reversed(box([3, 3, 3], [27, 27, 27])), box([8, 8, 8], [20, 20, 20])),
    mm3: 27000 - 24 ** 3 + 12 ** 3,
    wallMm: 3,
  },
  {
    name: "a block with a rail of 0.3 mm",
    mesh: () => together(box([0, 0, 0], [60, 60, 60]), box([10, 20, 59], [50, 20.3, 66])),
    mm3: 216000 + 40 * 0.3 * 6,
    wallMm: 0.3,
  },
  {
    name: "a wall of 2 mm with planks sunk into it",
    mesh: () => together(box([0, 0, 0], [60, 2, 40]), ...[2, 12, 22, 32].map((z) => box([0.5, -0.6, z], [59.5, 1.6, z + 6]))),
    mm3: 60 * 2 * 40 + 4 * 59 * 0.6 * 6,
    wallMm: 2,
  },
  {
    name: "a wedge",
    mesh: () =>
      new MeshBuilder()
        .prism(
          [
            [0, 0],
            [30, 0],
            [0, 20],
          ],
          0,
          25,
        )
        .build(),
    mm3: 7500,
    wallMm: 25,
  },
  {
    name: "a tall hut with an inner wall",
    mesh: () =>
      new MeshBuilder()
        .box([0, 0, 0], [2, 40, 30])
        .box([38, 0, 0], [40, 40, 30])
        .box([0, 0, 30], [40, 40, 33])
        .box([19, 0, 0], [20.2, 40, 30])
        .build(),
    mm3: 2400 * 2 + 4800 + 1.2 * 1200,
    wallMm: 1.2,
  },
];
