/** Many pieces to lay out, and many plates in a queue, for measuring how laying out and queueing grow. */
import { createRequire } from "node:module";
import type * as MaxRects from "maxrects-packer";
import { boxFootprint, type Bed, type Footprint } from "../core/lay";
import { GENERIC_PRINTERS, type Plate, type Wanted } from "../core/print";
import type { Project } from "../core/project";
import { seededRandom } from "../core/units";
import { EVERY_EVENING } from "./manyParts";
import { block, meshPart, projectOf } from "./sampleProject";

// Its module build names no exports that Node finds.
const { MaxRectsPacker } = createRequire(import.meta.url)("maxrects-packer") as typeof MaxRects;

/** An L of these sides: what its box would waste. */
const ell = (w: number, d: number, thick: number): Footprint => ({
  ...boxFootprint(w, d, 6),
  rings: [[-w / 2, -d / 2, w / 2, -d / 2, w / 2, -d / 2 + thick, -w / 2 + thick, -d / 2 + thick, -w / 2 + thick, d / 2, -w / 2, d / 2]],
  areaMm2: w * thick + (d - thick) * thick,
});

/** Twelve kinds of pieces, some of them not rectangles, shared out over the generic printers. */
export function manyPieces(count: number): Wanted[] {
  const random = seededRandom(5);
  const kinds = Array.from({ length: 12 }, (_, i): Wanted => {
    const printer = GENERIC_PRINTERS[i % 3];
    const small = printer.process === "resin";
    const side = (): number => Math.round((small ? 8 + 14 * random() : 18 + 50 * random()) * 10) / 10;
    const [w, d] = [side(), side()];
    return {
      partId: `k${i}`,
      variation: null,
      printerId: printer.id,
      footprint: i % 4 === 1 ? ell(w, d, Math.min(w, d) / 3) : boxFootprint(w, d, small ? 12 : 6),
      count: 0,
      spares: 0,
      batch: "",
      filler: false,
    };
  });
  for (let n = 0; n < count; n++) kinds[n % kinds.length].count++;
  return kinds;
}

/** The boxes of what one printer is to print, packed by the other library in so many orders; the fewest bins. */
export function boxesPacked({ id, bed }: { id: string; bed: Bed }, wanted: readonly Wanted[], orders: number): number {
  const random = seededRandom(1);
  const boxes = wanted.filter((w) => w.printerId === id).flatMap((w) => Array.from({ length: w.count }, () => w.footprint));
  let best = Infinity;
  for (let n = 0; n < orders; n++) {
    const order = [...boxes].sort((a, b) => b.widthMm * b.depthMm - a.widthMm * a.depthMm);
    for (let k = 0; n > 0 && k < 3; k++) {
      const [i, j] = [Math.floor(random() * order.length), Math.floor(random() * order.length)];
      [order[i], order[j]] = [order[j], order[i]];
    }
    const packer = new MaxRectsPacker(
      bed.widthMm - bed.edges.left - bed.edges.right,
      bed.depthMm - bed.edges.front - bed.edges.back,
      bed.spacingMm,
      {
        smart: false,
        pot: false,
        square: false,
        allowRotation: true,
      },
    );
    for (const f of order) packer.add(f.widthMm, f.depthMm, null);
    best = Math.min(best, packer.bins.length);
  }
  return best;
}

/** A scene with so many plates, each with a piece of two parts, on three printers, and a spool on each. */
export async function manyPlates(count: number): Promise<Project> {
  const one = await meshPart("m", "Wall", block(), [], { copies: count });
  const printed = Array.from({ length: 20 }, (_, i) => ({ ...one, id: `m${i}`, name: `Wall ${i}` }));
  const project = projectOf(printed, [], { evenings: EVERY_EVENING });
  const plates = Array.from({ length: count }, (_, i): Plate => {
    const [a, b] = [printed[i % printed.length], printed[(i + 1) % printed.length]];
    return {
      id: `p${i}`,
      printerId: GENERIC_PRINTERS[i % 3].id,
      order: i,
      byHand: false,
      pieces: [
        { id: `p${i}a`, partId: a.id, variation: null, xMm: 50, yMm: 50, turnDeg: 0 },
        { id: `p${i}b`, partId: b.id, variation: null, xMm: 100, yMm: 50, turnDeg: 0 },
      ],
    };
  });
  const supplies = [{ id: "s", kind: "spool" as const, name: "Grey", what: "usual", stock: 5000, price: null }];
  const printers = project.scene.printers.map((p) => ({ ...p, loadedId: "s" }));
  return { ...project, supplies, scene: { ...project.scene, plates, printers } };
}
