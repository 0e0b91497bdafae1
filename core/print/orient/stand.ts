/**
 * How a part stands when it is turned so: what holds it, what shows, what may go wrong. Supports of filament come from layers, with
 * bridges told apart; those of resin are points under what leans too far and under every island. Linear in facets but for the merge tree.
 */
import { polygonHull } from "d3";
import { boundsOf, turnMesh, turnRows, type Turn } from "../../mesh";
import { layerCount, sliceMesh, type Contours } from "../../slice";
import { simplified } from "../estimate/contour";
import { HangingLayer, hangingOf } from "../estimate/layers";
import { emptyHatch, hatchMm, hatchOf, joinHatch, rowsOver, subtractHatch, type Hatch } from "../estimate/hatch";
import { stanceOf } from "../../lay";
import { fitOn, type Fit } from "../fit";
import { SUPPORT_OFF } from "../handsOn";
import { overhangOf, withDefaults, type FilamentProfile, type PrintProfile } from "../printers";
import type { Shape } from "../shape";
import { facesOf, liesOnPlate, type Faces, pointsMm3, pointsUnder, ON_PLATE_MM, type Marks } from "./hold";
import { footingOf } from "./sides";
import { startsOf, type Start } from "./starts";

/** Something that begins at a layer. */
interface AtLayer {
  /** Counted from 1. */
  layer: number;
  atMm: number;
  /** Height over which it lasts, mm. */
  deepMm: number;
  areaMm2: number;
}

interface Peel {
  largestMm2: number;
  layer: number;
  /** The largest growth from one layer to the next. */
  jumpMm2: number;
  jumpLayer: number;
}

/** What of the first layer may come off the plate. */
export type Lifting =
  | { kind: "nothing flat" }
  | { kind: "little contact"; share: number }
  | { kind: "corners"; count: number }
  | { kind: "strip"; longMm: number; wideMm: number };

/** Where loops begin: in corners, where it hides; in corners and on round pieces as a line from bottom to top; as a line that nothing hides. */
export type Scar = "corners" | "corners and a line" | "a line";

export interface Stand {
  turn: Turn;
  fit: Fit;
  heightMm: number;
  layers: number;
  /** Hull of what touches the plate as a share of the outline. */
  footing: number;
  supportMm3: number;
  /** Area that is held up, as seen from above, mm². */
  heldMm2: number;
  /** Crossed by lines that rest on both ends: it hangs and needs nothing. As seen from above, mm². */
  bridgedMm2: number;
  /** Of the held area, on faces that are seen, and on faces that mate. */
  heldSeenMm2: number;
  heldMatingMm2: number;
  /** Resin: points that touch the part. */
  contacts: number;
  /** Where supports stand, most first. */
  places: Faces["places"];
  /** How high supports reach along the width of the front view, in even strips, mm. */
  props: number[];
  /** Time to take supports off and clean what they leave, s. */
  cleanS: number;
  /** Steps on what is seen and neither level nor upright. */
  step: { largestMm: number; meanMm: number; areaMm2: number };
  islands: AtLayer[];
  /** Pits that hold resin as it stands, and as it would upside down. */
  cups: AtLayer[];
  cupsFlipped: AtLayer[];
  peel: Peel;
  /** Hull of what lies on the plate: sharp far corners, thin strips, little contact. */
  lifts: Lifting[];
  /** Where the scar of the loops' start will sit; null for resin. */
  scar: Scar | null;
}

/** Layers that supports are looked for in, at most: coarser ones do for tall parts. */
const MOST_LAYERS = 700;
/** Points nearer than this to a straight line do not matter to supports, mm. */
const COARSE_MM = 0.06;
/** Corners sharper than this that lie further out than that lift first. Common practice, no source. */
const LIFTING = { sharpDeg: 100, outMm: 60 };
/** A footprint longer than this and so many times its width curls. Common practice, no source. */
const STRIP = { longMm: 100, times: 8 };
/** Less of the outline than this on the plate is little. Common practice, no source. */
const LITTLE_CONTACT = 0.3;
const NO_CONTACT = 0.05;
/** Turns of a contour sharper than this hide the start of a loop, degrees. Common practice, no source. */
const HIDES_SCAR_DEG = 45;

/**
 * Looks at one turn of a part closely.
 * @param shape mm at the printed size, as the part stands
 */
export function lookAt(shape: Shape, printer: PrintProfile, turn: Turn, marks: Marks): Stand {
  const { mesh, hull, topology } = shape;
  const stance = stanceOf(hull, turn);
  const t = printer.layerMm;
  const axis = turnRows(turn)[2] as readonly [number, number, number];
  const turned = turnMesh(mesh, turn);
  const layers = layerCount(stance.heightMm, t);
  const footing = footingOf(hull, turn, stance);
  const atLayers = (starts: Start[]): AtLayer[] =>
    starts.map((s) => ({ layer: Math.floor(s.fromMm / t) + 1, atMm: s.fromMm, deepMm: s.toMm - s.fromMm, areaMm2: s.areaMm2 }));
  const { islands, pits } = startsOf(mesh, axis, t);
  const down = axis.map((v) => -v) as [number, number, number];
  const peel = peelOf(sliceMesh(turned, topology, t).areaMm2);
  const hanging = printer.process === "fdm" ? columnsUnder(shape, printer, turned, stance.heightMm) : null;
  const fit = fitOn(stance, printer);
  const onPlate = facesOf(shape, printer, turn, marks);
  const raised = printer.process === "resin" && !liesOnPlate({ footing, fit, overhangMm2: onPlate.heldMm2, heightMm: stance.heightMm });
  const faces = raised ? facesOf(shape, printer, turn, marks, true) : onPlate;
  const points = raised && printer.process === "resin" ? pointsUnder(printer, faces, islands.length, peel.largestMm2) : null;
  const contacts = points?.count ?? 0;
  const heldMm2 = hanging ? hanging.heldMm2 : faces.heldMm2;
  // What bridges leans too far as well, but is not held: the facets give shares, the layers the area.
  const held = faces.heldMm2 > 0 ? Math.min(1, heldMm2 / faces.heldMm2) : 0;
  const off = SUPPORT_OFF[printer.process];
  return {
    turn,
    fit,
    heightMm: stance.heightMm,
    layers,
    footing,
    supportMm3: points
      ? pointsMm3(points)
      : hanging && printer.process === "fdm"
        ? hanging.columnsMm3 * withDefaults(printer).supportDensity
        : 0,
    heldMm2,
    bridgedMm2: hanging?.bridgedMm2 ?? 0,
    heldSeenMm2: faces.heldSeenMm2 * held,
    heldMatingMm2: faces.heldMatingMm2 * held,
    contacts,
    places: heldMm2 > 0 ? faces.places : [],
    props: heldMm2 > 0 ? faces.props : [],
    cleanS: heldMm2 > 0 || contacts > 0 ? off.once + (heldMm2 / 100) * off.perCm2 + contacts * off.perNub : 0,
    step: faces.step,
    islands: atLayers(islands),
    cups: printer.process === "resin" ? atLayers(pits) : [],
    cupsFlipped: printer.process === "resin" ? atLayers(startsOf(mesh, down, t).pits) : [],
    peel,
    lifts: printer.process === "fdm" ? liftingOf(shape, turn, footing) : [],
    scar: printer.process === "fdm" ? scarOf(turned, shape, t) : null,
  };
}

/** Columns of support from layers that are as coarse as the height allows, and what bridges by itself. */
export function columnsUnder(
  { solids, topology }: Pick<Shape, "solids" | "topology">,
  printer: FilamentProfile,
  turned: { positions: Float32Array; indices: Uint32Array },
  heightMm: number,
) {
  const layerMm = Math.max(printer.layerMm, heightMm / MOST_LAYERS);
  const pitchMm = printer.lineWidthMm;
  const reachMm = layerMm * Math.tan((overhangOf(printer) * Math.PI) / 180);
  const { min, max } = boundsOf(turned.positions);
  const rows = rowsOver(min[0], min[1], max[0], max[1], pitchMm);
  const regions: Hatch[] = [],
    held: (Contours | null)[] = [];
  let heldMm2 = 0,
    bridgedMm2 = 0;
  let below: HangingLayer | undefined;
  try {
    sliceMesh(turned, topology, layerMm, {
      onLayer: (k, raw) => {
        const contours = simplified(raw);
        const hatch = hatchOf(contours, rows);
        const fine = new HangingLayer(raw, layerMm);
        let over: Contours | null = null;
        // Regions are only made of layers that reach beyond the one below.
        if (below && hatchMm(subtractHatch(hatch, regions[k - 1])) > pitchMm) {
          const hanging = hangingOf(solids, fine, below, reachMm, pitchMm);
          over = hanging.held;
          heldMm2 += hanging.heldMm2;
          bridgedMm2 += hanging.bridgedMm2;
        }
        regions.push(hatch);
        held.push(over);
        below?.drop();
        below = fine;
      },
    });
  } finally {
    below?.drop();
  }
  let carried = emptyHatch(rows),
    columns = 0;
  for (let k = regions.length - 1; k >= 0; k--) {
    if (carried.ends.length > 0) carried = subtractHatch(carried, regions[k]);
    columns += hatchMm(carried);
    const over = held[k];
    if (over) carried = joinHatch(carried, hatchOf(over, rows));
  }
  return { heldMm2, bridgedMm2, columnsMm3: columns * pitchMm * layerMm };
}

function peelOf(areaMm2: Float64Array): Peel {
  const out: Peel = { largestMm2: 0, layer: 1, jumpMm2: 0, jumpLayer: 1 };
  for (let k = 0; k < areaMm2.length; k++) {
    if (areaMm2[k] > out.largestMm2) Object.assign(out, { largestMm2: areaMm2[k], layer: k + 1 });
    // The first layers hold to the plate itself.
    const jump = k > 0 ? areaMm2[k] - areaMm2[k - 1] : 0;
    if (jump > out.jumpMm2) Object.assign(out, { jumpMm2: jump, jumpLayer: k + 1 });
  }
  return out;
}

/** What of the first layer may come off: sharp far corners, thin strips, little contact. */
function liftingOf({ hull }: Shape, turn: Turn, footing: number): Lifting[] {
  const turned = turnMesh(hull, turn).positions;
  const { min } = boundsOf(turned);
  const points: [number, number][] = [];
  for (let v = 0; v < turned.length; v += 3) if (turned[v + 2] <= min[2] + ON_PLATE_MM) points.push([turned[v], turned[v + 1]]);
  const outline = polygonHull(points);
  const out: Lifting[] = [];
  if (!outline || footing < NO_CONTACT) return [{ kind: "nothing flat" }];
  if (footing < LITTLE_CONTACT) out.push({ kind: "little contact", share: footing });
  const n = outline.length;
  const [cx, cy] = [0, 1].map((k) => outline.reduce((sum, q) => sum + q[k], 0) / n);
  const sharp = outline.filter(([x, y], i) => {
    const [ax, ay] = outline[(i + n - 1) % n],
      [bx, by] = outline[(i + 1) % n];
    const u = [ax - x, ay - y],
      v = [bx - x, by - y];
    const cos = (u[0] * v[0] + u[1] * v[1]) / (Math.hypot(u[0], u[1]) * Math.hypot(v[0], v[1]));
    return Math.hypot(x - cx, y - cy) > LIFTING.outMm && cos > Math.cos((LIFTING.sharpDeg * Math.PI) / 180);
  }).length;
  if (sharp > 0) out.push({ kind: "corners", count: sharp });
  const [long, wide] = widths(outline);
  if (long > STRIP.longMm && long > STRIP.times * wide) out.push({ kind: "strip", longMm: long, wideMm: wide });
  return out;
}

/** Length and width of an outline in the direction in which it is narrowest. */
function widths(outline: readonly [number, number][]): [number, number] {
  let best: [number, number] = [0, Infinity];
  outline.forEach(([x, y], i) => {
    const [bx, by] = outline[(i + 1) % outline.length];
    const length = Math.hypot(bx - x, by - y);
    if (length < 1e-9) return;
    const u = [(bx - x) / length, (by - y) / length];
    const along = outline.map(([px, py]) => px * u[0] + py * u[1]),
      across = outline.map(([px, py]) => py * u[0] - px * u[1]);
    const span = (v: number[]): number => Math.max(...v) - Math.min(...v);
    const sides = [span(along), span(across)].sort((a, b) => b - a) as [number, number];
    if (sides[1] < best[1]) best = sides;
  });
  return best;
}

/** A loop begins where its contour turns sharply, if it does anywhere. */
function scarOf(turned: { positions: Float32Array; indices: Uint32Array }, { topology }: Shape, layerMm: number): Scar {
  const { size } = boundsOf(turned.positions);
  let round = 0,
    cornered = 0;
  sliceMesh(turned, topology, Math.max(layerMm, size[2] / 12), {
    onLayer: (_, raw) => {
      const { points, ends } = simplified(raw, COARSE_MM);
      let begin = 0;
      for (const end of ends) {
        if (sharpest(points, begin, end) > HIDES_SCAR_DEG) cornered++;
        else round++;
        begin = end;
      }
    },
  });
  if (round === 0) return "corners";
  return cornered >= round ? "corners and a line" : "a line";
}

function sharpest(points: Float64Array, begin: number, end: number): number {
  const n = end - begin;
  let most = 0;
  for (let i = 0; i < n; i++) {
    const a = begin + ((i + n - 1) % n),
      b = begin + i,
      c = begin + ((i + 1) % n);
    const ux = points[b * 2] - points[a * 2],
      uy = points[b * 2 + 1] - points[a * 2 + 1],
      vx = points[c * 2] - points[b * 2],
      vy = points[c * 2 + 1] - points[b * 2 + 1];
    most = Math.max(most, Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy)));
  }
  return (most * 180) / Math.PI;
}
