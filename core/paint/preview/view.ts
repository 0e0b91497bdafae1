/**
 * The picture of a piece, pixel by pixel, without its colours: which place of the surface each pixel shows, how open that is, how much of a
 * layer's ridge it holds, how much light comes back. Replay lays the paint on it.
 */
import { boundsOf, buildTopology, facetsOf, rasterise, slopeField, turnRows, type Mesh, type Turn, type ViewAxes } from "../../mesh";
import { BRUSH_FINDS_MM, slopeKind, stepsOn, type Grain } from "../../surface";
import { areasOf, NO_AREA, type AreaPick } from "../areas";
import { CREST_SHARE, NO_SURFACE, type Places, type Whole } from "./reach";
import type { Look } from "./replay";

/** A mesh fine enough to be painted, in model millimetres, with what is measured at its vertices and the surface of each facet. */
export interface PaintMesh {
  mesh: Mesh;
  /** See Places; one for each vertex. */
  open: Uint8Array;
  sky: Uint8Array;
  bulge: Uint8Array;
  /** One for each facet. */
  surface: Uint8Array;
}

export interface PreviewView {
  widthPx: number;
  heightPx: number;
  /** Where it is seen from: about the vertical from the front, to the right; and from above. */
  turnDeg: number;
  tiltDeg: number;
  /** 1 shows all of it. */
  zoom: number;
  /** The middle of the picture, as a share of all of it from the lower left. */
  centre: readonly [number, number];
}

/** The layers of the print: how it lay, and what share of their steps is left on each surface, by its number; all of it where absent. */
export interface PrintedLayers {
  turn: Turn;
  grain: Grain;
  left: readonly number[];
}

/** From this height on a ridge is found as surely as an edge. Common practice, no source. */
const RIDGE_FULL_MM = 0.2;

/** What a brush finds of steps of that height: 0 to 255. */
const ridgeByte = (mm: number): number => (mm > BRUSH_FINDS_MM + 1e-9 ? Math.round(255 * Math.min(1, mm / RIDGE_FULL_MM)) : 0);

/** Of each facet. A top that lies on a layer has no steps. */
function ridgesOf({ mesh, surface }: PaintMesh, layers: PrintedLayers | null): Uint8Array {
  const out = new Uint8Array(surface.length);
  if (!layers) return out;
  const { values } = slopeField(mesh, layers.turn);
  for (let t = 0; t < out.length; t++) {
    const deg = Math.abs(values[t]);
    if (Number.isNaN(deg) || slopeKind(deg) === "level") continue;
    out[t] = ridgeByte(stepsOn(deg, layers.grain).cuspMm * (layers.left.at(surface[t]) ?? 1));
  }
  return out;
}

/** The area of each facet. */
function areasIn({ mesh, surface }: PaintMesh, picks: readonly AreaPick[]): Uint8Array {
  if (picks.length === 0) return new Uint8Array(surface.length).fill(NO_SURFACE);
  return Uint8Array.from(areasOf(mesh, buildTopology(mesh), surface, picks), (n) => (n === NO_AREA ? NO_SURFACE : n));
}

/** Pixels of border. */
const BORDER_PX = 3;
/** A lamp at the upper left, before the piece; and the light of the room, as far as it comes. */
const LAMP = [-0.45, 0.55, 0.7] as const;
const ROOM_SHARE = 0.34,
  LAMP_SHARE = 0.7;
/** Square to the lamp and free. */
const FULL_LIGHT = 200;
/** So many places stand for the whole when thresholds are looked for. */
const MOST_WHOLE = 40_000;

const TOWARDS_EYE: ViewAxes = { u: 0, v: 1, d: 2, sign: -1 };

/** @param picks areas of colour, in model millimetres */
export function lookAt(piece: PaintMesh, view: PreviewView, layers: PrintedLayers | null, picks: readonly AreaPick[] = []): Look {
  const { mesh } = piece;
  const seen = turnedTo(mesh, view);
  const ridges = ridgesOf(piece, layers);
  const area = areasIn(piece, picks);
  const { min, size } = boundsOf(seen.positions);
  const { widthPx, heightPx, zoom, centre } = view;
  const mmPerPixel = Math.max(size[0] / (widthPx - 2 * BORDER_PX), size[1] / (heightPx - 2 * BORDER_PX), 1e-9) / zoom;
  const u0 = min[0] + size[0] * centre[0] - (widthPx / 2) * mmPerPixel,
    v0 = min[1] + size[1] * centre[1] - (heightPx / 2) * mmPerPixel;
  const { triangle } = rasterise(seen, TOWARDS_EYE, { u0, v0, mmPerPixel, columns: widthPx, rows: heightPx });
  const all = Uint32Array.from({ length: widthPx * heightPx }, (_, i) => i);
  const pixels = all.filter((i) => triangle[i] > 0);
  const { normals } = facetsOf(seen);
  const bounds = boundsOf(mesh.positions);
  const places = emptyPlaces(pixels.length);
  const crest = new Uint8Array(pixels.length),
    light = new Uint8Array(pixels.length);
  const along = layers ? alongLayers(mesh, view, layers) : null;
  const p = seen.positions;
  for (let i = 0; i < pixels.length; i++) {
    const t = triangle[pixels[i]] - 1;
    const [a, b, c] = [mesh.indices[t * 3], mesh.indices[t * 3 + 1], mesh.indices[t * 3 + 2]];
    const x = u0 + (pixels[i] % widthPx) * mmPerPixel,
      y = v0 + Math.floor(pixels[i] / widthPx) * mmPerPixel;
    const [wa, wb, wc] = sharesIn(p, a * 3, b * 3, c * 3, x, y);
    const mixed = (of: ArrayLike<number>): number => wa * of[a] + wb * of[b] + wc * of[c];
    places.open[i] = mixed(piece.open);
    places.sky[i] = mixed(piece.sky);
    places.bulge[i] = Math.round(mixed(piece.bulge));
    const z = wa * mesh.positions[a * 3 + 2] + wb * mesh.positions[b * 3 + 2] + wc * mesh.positions[c * 3 + 2];
    places.height[i] = heightWord(z, bounds.min[2], bounds.size[2]);
    places.ridge[i] = ridges[t];
    places.surface[i] = piece.surface[t];
    places.area[i] = area[t];
    const [nx, ny, nz] = [normals[t * 3], normals[t * 3 + 1], normals[t * 3 + 2]];
    // A sheet is lit on the side that is looked at.
    const lit = Math.max(0, (nx * LAMP[0] + ny * LAMP[1] + nz * LAMP[2]) * (nz < 0 ? -1 : 1)) / Math.hypot(...LAMP);
    light[i] = Math.min(255, FULL_LIGHT * ((ROOM_SHARE * places.open[i]) / 255 + LAMP_SHARE * lit));
    if (along) crest[i] = Math.round(255 * along(a, b, c, wa, wb, wc, nx, ny, nz, mmPerPixel));
  }
  // From the upper left, as pictures are stored.
  const rows = pixels.map((n) => (heightPx - 1 - Math.floor(n / widthPx)) * widthPx + (n % widthPx));
  return {
    widthPx,
    heightPx,
    pixels: rows,
    places,
    crest,
    light,
    whole: wholeOf(piece, ridges, area),
    frame: { wideMm: size[0], highMm: size[1], mmPerPixel },
  };
}

function emptyPlaces(n: number): Places {
  const bytes = (): Uint8Array => new Uint8Array(n);
  return { open: bytes(), sky: bytes(), bulge: bytes(), height: new Uint16Array(n), ridge: bytes(), surface: bytes(), area: bytes() };
}

const heightWord = (z: number, lowest: number, high: number): number =>
  high > 0 ? Math.round(65535 * Math.min(1, Math.max(0, (z - lowest) / high))) : 0;

/** x to the right, y up, z towards the eye. */
function turnedTo({ positions: p, indices }: Mesh, { turnDeg, tiltDeg }: PreviewView): Mesh {
  const out = new Float32Array(p.length);
  const rows = viewRows(turnDeg, tiltDeg);
  for (let i = 0; i < p.length; i += 3)
    for (let k = 0; k < 3; k++) out[i + k] = rows[k][0] * p[i] + rows[k][1] * p[i + 1] + rows[k][2] * p[i + 2];
  return { positions: out, indices };
}

type Row = readonly [number, number, number];

/** Right, up and towards the eye, for an eye before the front (−y) that goes round to the right and up. */
function viewRows(turnDeg: number, tiltDeg: number): readonly [Row, Row, Row] {
  const [t, u] = [(turnDeg * Math.PI) / 180, (tiltDeg * Math.PI) / 180];
  const eye: Row = [Math.sin(t) * Math.cos(u), -Math.cos(t) * Math.cos(u), Math.sin(u)];
  const right: Row = [Math.cos(t), Math.sin(t), 0];
  return [right, [-Math.sin(t) * Math.sin(u), Math.cos(t) * Math.sin(u), Math.cos(u)], eye];
}

/** Shares of the corners of a facet at a point of the picture; a facet seen from its edge has its first corner there. */
function sharesIn(p: Float32Array, a: number, b: number, c: number, x: number, y: number): [number, number, number] {
  const area = (p[b] - p[a]) * (p[c + 1] - p[a + 1]) - (p[b + 1] - p[a + 1]) * (p[c] - p[a]);
  if (Math.abs(area) < 1e-12) return [1, 0, 0];
  const wb = clamped(((x - p[a]) * (p[c + 1] - p[a + 1]) - (y - p[a + 1]) * (p[c] - p[a])) / area);
  const wc = Math.min(1 - wb, clamped(((p[b] - p[a]) * (y - p[a + 1]) - (p[b + 1] - p[a + 1]) * (x - p[a])) / area));
  return [1 - wb - wc, wb, wc];
}
const clamped = (v: number): number => Math.min(1, Math.max(0, v));

/** The share of ridges in a pixel: exactly what of its height along the print is ridge, however many layers it holds. */
function alongLayers({ positions: p }: Mesh, { turnDeg, tiltDeg }: PreviewView, { turn, grain }: PrintedLayers) {
  const up = turnRows(turn)[2];
  let floor = Infinity;
  const at = new Float32Array(p.length / 3);
  for (let v = 0; v < at.length; v++) {
    at[v] = p[v * 3] * up[0] + p[v * 3 + 1] * up[1] + p[v * 3 + 2] * up[2];
    if (at[v] < floor) floor = at[v];
  }
  const [wx, wy, wz] = viewRows(turnDeg, tiltDeg).map((r) => r[0] * up[0] + r[1] * up[1] + r[2] * up[2]);
  return (a: number, b: number, c: number, wa: number, wb: number, wc: number, nx: number, ny: number, nz: number, mm: number): number => {
    const layers = (wa * at[a] + wb * at[b] + wc * at[c] - floor) / grain.layerMm;
    const lean = Math.abs(nz) < 1e-3 ? 1e3 : 1 / nz;
    const across = ((Math.abs(wx - wz * nx * lean) + Math.abs(wy - wz * ny * lean)) * mm) / grain.layerMm;
    return crestShare(layers, across);
  };
}

/** What of a stretch of `across` layers about a height, itself in layers, is ridge: the upper part of each layer. */
export function crestShare(layers: number, across: number): number {
  const wide = Math.max(across, 1e-3);
  const below = (h: number): number => Math.floor(h) * CREST_SHARE + Math.max(0, h - Math.floor(h) - (1 - CREST_SHARE));
  return Math.min(1, Math.max(0, (below(layers + wide / 2) - below(layers - wide / 2)) / wide));
}

/** What is known of the whole, at so many vertices as thresholds need. */
function wholeOf(piece: PaintMesh, ridges: Uint8Array, area: Uint8Array): Whole {
  const { mesh } = piece;
  const { areasMm2 } = facetsOf(mesh);
  const areas = new Float32Array(piece.open.length);
  mesh.indices.forEach((v, i) => (areas[v] += areasMm2[Math.floor(i / 3)] / 3));
  const step = Math.max(1, Math.ceil(areas.length / MOST_WHOLE));
  const n = Math.ceil(areas.length / step);
  const out: Whole = { ...emptyPlaces(n), areas: new Float32Array(n) };
  // Facets know their ridges and their surface; a vertex has those of the last that it belongs to.
  const facet = new Uint32Array(areas.length);
  mesh.indices.forEach((v, i) => (facet[v] = Math.floor(i / 3)));
  const { min, size } = boundsOf(mesh.positions);
  for (let i = 0; i < n; i++) {
    const v = i * step;
    out.open[i] = piece.open[v];
    out.sky[i] = piece.sky[v];
    out.bulge[i] = piece.bulge[v];
    out.height[i] = heightWord(mesh.positions[v * 3 + 2], min[2], size[2]);
    out.ridge[i] = ridges[facet[v]];
    out.surface[i] = piece.surface[facet[v]];
    out.area[i] = area[facet[v]];
    out.areas[i] = areas[v];
  }
  return out;
}
