/** The test prints as meshes, built by code: millimetres, z up, each with its own steps. */
import type { Manifold } from "manifold-3d";
import type { Mesh } from "../../mesh";
import { meshOfSolid, scoped, type Solids } from "../../slice";

type Vec3 = [number, number, number];

function kit({ Manifold, CrossSection }: Solids, keep: <C extends { delete: () => void }>(made: C) => C) {
  const box = (min: Vec3, max: Vec3): Manifold =>
    keep(keep(Manifold.cube([max[0] - min[0], max[1] - min[1], max[2] - min[2]])).translate(min));
  const rod = (r: number, x: number, y: number, z0: number, z1: number): Manifold =>
    keep(keep(Manifold.cylinder(z1 - z0, r, r, 48)).translate([x, y, z0]));
  /** An outline in x and z, drawn out along y. */
  const along = (outline: [number, number][], y0: number, y1: number): Manifold =>
    keep(keep(keep(new CrossSection([outline], "EvenOdd").extrude(y1 - y0)).rotate([90, 0, 0])).translate([0, y1, 0]));
  const union = (list: Manifold[]): Manifold => keep(Manifold.union(list));
  const less = (a: Manifold, b: Manifold): Manifold => keep(a.subtract(b));
  return { box, rod, along, union, less };
}
type Kit = ReturnType<typeof kit>;

const built = (solids: Solids, make: (k: Kit) => Manifold): Mesh => scoped((keep) => meshOfSolid(make(kit(solids, keep))));

/** A bar with holes of 6 mm plus twice each room, and one pin of 6 mm to try in them. */
export const clearanceComb = (solids: Solids, rooms: readonly number[]): Mesh =>
  built(solids, ({ box, rod, union, less }) => {
    const pitch = 11;
    const bar = box([0, 0, 0], [rooms.length * pitch + 3, 11, 6]);
    const holes = union(rooms.map((room, i) => rod(3 + room, 7 + i * pitch, 5.5, -1, 7)));
    // A notch in front of the first hole says where counting begins.
    const notch = box([2, -1, -1], [3.5, 1.5, 7]);
    const pin = union([rod(3, 8, 22, 0, 14), box([2, 16, 0], [14, 28, 3])]);
    return union([less(bar, union([holes, notch])), pin]);
  });

/** Free-standing walls and slots between blocks, thin to thick. */
export const wallAndGapLadder = (solids: Solids, walls: readonly number[], gaps: readonly number[]): Mesh =>
  built(solids, ({ box, union }) => {
    const pitch = 6;
    const base = box([0, 0, 0], [Math.max(walls.length, gaps.length + 1) * pitch + 6, 34, 2]);
    const standing = walls.map((w, i) => box([5 + i * pitch - w / 2, 3, 1], [5 + i * pitch + w / 2, 15, 12]));
    const blocks: Manifold[] = [];
    let x = 3;
    for (const gap of [...gaps, 0]) {
      blocks.push(box([x, 19, 1], [x + 4, 31, 8]));
      x += 4 + gap;
    }
    return union([base, ...standing, ...blocks]);
  });

/** Faces of each slope side by side: steps and their spacing can be compared by eye, nail and photo. */
export const slopeFan = (solids: Solids, slopesDeg: readonly number[]): Mesh =>
  built(solids, ({ along, union }) => {
    const width = 8,
      run = 20;
    return union(
      slopesDeg.map((deg, i) => {
        const rise = run * Math.tan((Math.min(deg, 75) * Math.PI) / 180);
        return along(
          [
            [0, 0],
            [run, 0],
            [run, Math.min(rise, 45) + 2],
            [Math.max(0, run - Math.min(rise, 45) / Math.tan((Math.min(deg, 75) * Math.PI) / 180)), 2],
            [0, 2],
          ],
          i * width,
          i * width + width + 0.01,
        );
      }),
    );
  });

/** Blocks of 10 × 2 mm with a groove beside each: what a longer light makes of them is read with the caliper. */
export const exposureBlock = (solids: Solids): Mesh =>
  built(solids, ({ box, union, less }) => {
    const base = box([0, 0, 0], [26, 16, 1.5]);
    const bar = box([3, 3, 1], [13, 5, 5]);
    const grooved = less(box([3, 8, 1], [23, 13, 4]), box([4, 9.8, 2.5], [22, 10.2, 5]));
    const pins = [0.3, 0.5, 0.8].map((d, i) => box([16 + i * 3 - d / 2, 4 - d / 2, 1], [16 + i * 3 + d / 2, 4 + d / 2, 5]));
    return union([base, bar, grooved, ...pins]);
  });

/** Overhanging tongues from steep to flat, and bridges from short to long. */
export const overhangLadder = (solids: Solids, overhangsDeg: readonly number[], bridgesMm: readonly number[]): Mesh =>
  built(solids, ({ box, along, union }) => {
    const width = 8,
      height = 12;
    const tongues = overhangsDeg.map((deg, i) => {
      const out = Math.min(30, height * Math.tan((deg * Math.PI) / 180));
      return along(
        [
          [0, 0],
          [4, 0],
          [4, 4],
          [4 + out, 4 + height],
          [4 + out, 6 + height],
          [0, 6 + height],
        ],
        i * width,
        i * width + width + 0.01,
      );
    });
    const spans: Manifold[] = [];
    let x = 0;
    const y = overhangsDeg.length * width + 6;
    spans.push(box([x, y, 0], [x + 4, y + 8, 10]));
    for (const span of bridgesMm) {
      spans.push(box([x + 4 - 0.01, y, 8.8], [x + 4 + span + 0.01, y + 8, 10]), box([x + 4 + span, y, 0], [x + 8 + span, y + 8, 10]));
      x += span + 4;
    }
    return union([...tongues, ...spans]);
  });
