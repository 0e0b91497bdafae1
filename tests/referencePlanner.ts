/**
 * A second, slow way to the hours of a filament print, which shares no code with the estimate: layers and offsets by the solids library
 * (Manifold), every loop and row as moves in the order a printer takes them, and a look-ahead of its own with junction deviation (as
 * motion firmware describes it) in place of the estimate's limit of sudden change. It prints whatever stands in the solid, so that a plate
 * of several parts is one solid.
 */
import type { CrossSection, Manifold } from "manifold-3d";
import type { FilamentPrinter } from "../core/print";

type Point = [number, number];
interface Move {
  dx: number;
  dy: number;
  speed: number;
}

/** Pulling back and pushing forward again where a move lays nothing, s; the same practice the estimate goes by. */
const HOP_S = 0.4;
/** Nearer than this a head moves over without pulling back: from a loop to the one inside it. Common practice, no source. */
const NEAR_MM = 2;

/** Seconds of a chain of moves from rest to rest, each joint at the speed that its deviation allows. */
function lookAheadS(moves: readonly Move[], a: number, cornerMmS: number): number {
  const chain = moves.filter((m) => Math.hypot(m.dx, m.dy) > 1e-9);
  const n = chain.length;
  if (n === 0) return 0;
  // The deviation that lets a right angle be taken at the corner speed: v² = a δ sin(θ/2) / (1 − sin(θ/2)).
  const half = Math.SQRT1_2;
  const deviation = (cornerMmS * cornerMmS * (1 - half)) / (a * half);
  const length = chain.map((m) => Math.hypot(m.dx, m.dy));
  const joint = new Array<number>(n + 1).fill(0);
  for (let i = 1; i < n; i++) {
    const p = chain[i - 1],
      q = chain[i];
    const cos = -(p.dx * q.dx + p.dy * q.dy) / (length[i - 1] * length[i]);
    const sin = Math.sqrt(Math.max(0, (1 - cos) / 2));
    const most = Math.min(p.speed, q.speed);
    joint[i] = sin > 0.999999 ? most : Math.min(most, Math.sqrt((a * deviation * sin) / (1 - sin)));
  }
  for (let i = n - 1; i >= 0; i--) joint[i] = Math.min(joint[i], Math.sqrt(joint[i + 1] ** 2 + 2 * a * length[i]));
  let seconds = 0;
  for (let i = 0; i < n; i++) {
    joint[i + 1] = Math.min(joint[i + 1], Math.sqrt(joint[i] ** 2 + 2 * a * length[i]));
    const [v0, v1, v] = [joint[i], joint[i + 1], chain[i].speed];
    const up = (v * v - v0 * v0) / (2 * a),
      down = (v * v - v1 * v1) / (2 * a);
    if (up + down <= length[i]) seconds += (v - v0) / a + (v - v1) / a + (length[i] - up - down) / v;
    else {
      const top = Math.sqrt((2 * a * length[i] + v0 * v0 + v1 * v1) / 2);
      seconds += (top - v0) / a + (top - v1) / a;
    }
  }
  return seconds;
}

/** Rows at 45° through polygons, one to the next: even–odd crossings of every edge. */
function rowsOf(region: CrossSection, pitchMm: number): [Point, Point][] {
  const s = Math.SQRT1_2;
  const rings = region.toPolygons().map((ring) => ring.map(([x, y]): Point => [(x + y) * s, (y - x) * s]));
  const across = rings.flat().map((q) => q[1]);
  const rows: [Point, Point][] = [];
  for (let v = Math.min(...across) + pitchMm / 2; v < Math.max(...across); v += pitchMm) {
    const hits: number[] = [];
    for (const ring of rings)
      ring.forEach(([u0, v0], i) => {
        const [u1, v1] = ring[(i + 1) % ring.length];
        if (v0 > v !== v1 > v) hits.push(u0 + ((v - v0) / (v1 - v0)) * (u1 - u0));
      });
    hits.sort((p, q) => p - q);
    for (let i = 0; i + 1 < hits.length; i += 2)
      rows.push([
        [(hits[i] - v) * s, (hits[i] + v) * s],
        [(hits[i + 1] - v) * s, (hits[i + 1] + v) * s],
      ]);
  }
  return rows;
}

/** What a print head does in one layer. */
class Head {
  seconds = 0;
  private at: Point | null = null;
  private chain: Move[] = [];
  constructor(
    private printer: FilamentPrinter,
    private slowest: number,
  ) {}
  private rest(): void {
    this.seconds += lookAheadS(this.chain, this.printer.accelerationMmS2, this.printer.cornerMmS);
    this.chain = [];
  }
  hop(to: Point): void {
    this.rest();
    if (!this.at || this.far(to) > NEAR_MM) this.seconds += HOP_S;
    if (this.at) {
      this.chain = [{ dx: to[0] - this.at[0], dy: to[1] - this.at[1], speed: this.printer.speedMmS.travel }];
      this.rest();
    }
    this.at = to;
  }
  draw(to: Point, speed: number): void {
    this.chain.push({ dx: to[0] - this.at![0], dy: to[1] - this.at![1], speed: Math.min(speed, this.slowest) });
    this.at = to;
  }
  far(from: Point): number {
    return this.at ? Math.hypot(from[0] - this.at[0], from[1] - this.at[1]) : 0;
  }
  done(): number {
    this.rest();
    return this.seconds;
  }
}

/** All loops, each from its nearest point, the nearest next. */
function loops(head: Head, rings: { points: Point[]; speed: number }[]): void {
  const left = [...rings];
  while (left.length > 0) {
    let best = 0,
      start = 0,
      near = Infinity;
    left.forEach(({ points }, r) =>
      points.forEach((p, i) => {
        if (head.far(p) < near) [best, start, near] = [r, i, head.far(p)];
      }),
    );
    const [{ points, speed }] = left.splice(best, 1);
    head.hop(points[start]);
    for (let i = 1; i <= points.length; i++) head.draw(points[(start + i) % points.length], speed);
  }
}

/** There and back again; a hop where the next row does not lie beside the last. */
function zigzag(head: Head, rows: [Point, Point][], pitchMm: number, speed: number): void {
  const left = [...rows];
  while (left.length > 0) {
    let best = 0,
      turned = false,
      near = Infinity;
    left.forEach(([a, b], i) => {
      if (head.far(a) < near) [best, turned, near] = [i, false, head.far(a)];
      if (head.far(b) < near) [best, turned, near] = [i, true, head.far(b)];
    });
    const [row] = left.splice(best, 1);
    const [from, to] = turned ? [row[1], row[0]] : row;
    if (near > 3 * pitchMm) head.hop(from);
    else head.draw(from, speed);
    head.draw(to, speed);
  }
}

/**
 * Seconds of the layers of a solid that stands on the plate, without supports, with layer changes and the start.
 * @param solid everything on the plate, z up from 0
 */
export function referencePrintS(solid: Manifold, printer: FilamentPrinter): number {
  const { layerMm: t, lineWidthMm: w, wallLines, topLayers, bottomLayers, infill, speedMmS, leastLayerS } = printer;
  const layers = Math.round(solid.boundingBox().max[2] / t);
  const regions = Array.from({ length: layers }, (_, k) => solid.slice((k + 0.5) * t));
  const insides = regions.map((r) => r.offset(-w * wallLines, "Miter"));
  let seconds = printer.startS + layers * printer.layerChangeS;
  for (let k = 0; k < layers; k++) {
    const head = new Head(printer, k === 0 ? (printer.firstLayerMmS ?? 25) : Infinity);
    let sparse: CrossSection | null = insides[k];
    for (let n = 1; n <= topLayers && sparse; n++) sparse = k + n < layers ? sparse.intersect(insides[k + n]) : null;
    for (let n = 1; n <= bottomLayers && sparse; n++) sparse = k - n >= 0 ? sparse.intersect(insides[k - n]) : null;
    // Island by island, its walls before its inside.
    for (const island of regions[k].decompose()) {
      const rings = Array.from({ length: wallLines }, (_, i) =>
        island
          .offset(-w * (i + 0.5), "Miter")
          .simplify(0.005)
          .toPolygons()
          .map((points) => ({ points: points as Point[], speed: i === 0 ? speedMmS.outerWall : speedMmS.innerWall })),
      ).flat();
      loops(head, rings);
      const inside = island.intersect(insides[k]);
      const filled = sparse ? inside.intersect(sparse) : null;
      const skin = filled ? inside.subtract(filled) : inside;
      if (skin.area() > w * w) zigzag(head, rowsOf(skin, w), w, speedMmS.skin);
      if (filled && infill > 0 && filled.area() > w * w) zigzag(head, rowsOf(filled, w / infill), w / infill, speedMmS.infill);
    }
    seconds += Math.max(leastLayerS, head.done());
  }
  return seconds;
}

/** How a school decides where skins are. */
export type SkinSchool = "insides above" | "outlines above" | "square to the slope";

/** Material of the layers of a solid by one school of skins, mm³. */
export function referenceMaterialMm3(solid: Manifold, printer: FilamentPrinter, school: SkinSchool): number {
  const { layerMm: t, lineWidthMm: w, wallLines, topLayers, bottomLayers, infill } = printer;
  const layers = Math.round(solid.boundingBox().max[2] / t);
  const regions = Array.from({ length: layers }, (_, k) => solid.slice((k + 0.5) * t));
  const insides = regions.map((r) => r.offset(-w * wallLines, "Miter"));
  let sum = 0;
  for (let k = 0; k < layers; k++) {
    let sparse: CrossSection | null = insides[k];
    const cover = (n: number, of: number): CrossSection | null => {
      if (k + n < 0 || k + n >= layers) return null;
      if (school === "insides above") return insides[k + n];
      if (school === "outlines above") return regions[k + n];
      // A ball of the skin's thickness: as far sideways as the layer there leaves of it.
      return regions[k + n].offset(-Math.sqrt(Math.max(0, (of * t) ** 2 - (n * t) ** 2)), "Round");
    };
    for (let n = 1; n <= topLayers && sparse; n++) {
      const above = cover(n, topLayers);
      sparse = above && sparse.intersect(above);
    }
    for (let n = 1; n <= bottomLayers && sparse; n++) {
      const below = cover(-n, bottomLayers);
      sparse = below && sparse.intersect(below);
    }
    sum += (regions[k].area() - (sparse ? sparse.area() * (1 - infill) : 0)) * t;
  }
  return sum;
}
