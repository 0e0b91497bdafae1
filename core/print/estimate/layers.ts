/**
 * A part as the lines that a filament printer lays, layer by layer: walls, skins, infill, supports. It follows from the shape and from
 * layer height, line width and counts alone, not from speeds: printers that agree in those share it.
 *
 * Walls are polygon offsets of the contour (Manifold's, Clipper2 inside); the other lines are rows one line apart at 45°, and skins,
 * supports and what covers what are reckoned on these rows (hatch.ts). Layers equal to the one below share everything. About linear in
 * facets cut and in lines laid.
 */
import { boundsOf, facetsOf, type Mesh, type Topology } from "../../mesh";
import {
  contoursOf,
  layerCount,
  perimeterMm,
  regionOf,
  scoped,
  sliceMesh,
  type Contours,
  type CrossSection,
  type LayerContours,
  type Solids,
} from "../../slice";
import { throwIfCancelled, type OnProgress } from "../../units";
import { edgesOf, isBridged } from "./bridge";
import { sameContours, simplified } from "./contour";
import { commonOf, emptyHatch, hatchMm, hatchOf, intersectHatch, joinHatch, rowsOver, stretches, subtractHatch, type Hatch } from "./hatch";

/** What the lines follow from. */
export interface LineSettings {
  layerMm: number;
  lineWidthMm: number;
  wallLines: number;
  topLayers: number;
  bottomLayers: number;
  /** From upright; what leans further is supported. */
  overhangDeg: number;
  brimMm: number;
}

/** The lines of one layer of one piece. Layers that are the same share one. */
export interface PlannedLayer {
  outer: Contours;
  outerMm: number;
  perimeterMm: number;
  innerMm: number;
  wallMm2: number;
  skinMm2: number;
  /** Lengths of the lines, mm. */
  skin: Float32Array;
  infillMm2: number;
  /** As if it were filled densely. */
  infill: Float32Array;
  supportMm2: number;
  support: Float32Array;
  /** Lines that each length of skin, infill and support stands for: one, but for what is larger than any plate. */
  linesARow: number;
  contours: number;
  boxMm: [number, number];
}

export interface Lines {
  layers: PlannedLayer[];
  /** Length of the brim's lines, mm. */
  brimMm: number;
  /** Area of the first layer, mm². */
  firstMm2: number;
  /** What slopes, as seen from above, mm²: neither level nor upright. */
  slopedMm2: number;
  openContours: number;
}

/** Rows of all layers together. */
const MOST_ROWS = 1e7;
/** Reach is told apart to this share of itself: finer than a tenth of a degree. */
const REACH_SHARE = 0.002;

/** Within so much of level or of upright it is no slope; cosines of 2° and of 85°. */
const SLOPES = { level: Math.cos((2 * Math.PI) / 180), upright: Math.cos((85 * Math.PI) / 180) };

function slopedOf(mesh: Mesh): number {
  const { normals, areasMm2 } = facetsOf(mesh);
  let sum = 0;
  for (let t = 0; t < areasMm2.length; t++) {
    const level = Math.abs(normals[t * 3 + 2]);
    if (level < SLOPES.level && level > SLOPES.upright) sum += areasMm2[t] * level;
  }
  return sum;
}

/** A layer's region before its neighbours are known. */
interface Cut {
  outer: Contours;
  region: Hatch;
  interior: Hatch;
  areaMm2: number;
  wallMm2: number;
  outerMm: number;
  perimeterMm: number;
  contours: number;
  boxMm: [number, number];
  /** What of it must be held up. */
  over: Hatch | null;
}

/** What of a layer lies on nothing: told apart by whether it bridges. Areas are as seen from above. */
export interface Hanging {
  /** What must be held up; null where nothing must. */
  held: Contours | null;
  heldMm2: number;
  /** Crossed by lines that rest on both ends: it needs nothing. */
  bridgedMm2: number;
}

function joinContours(list: readonly Contours[]): Contours {
  const points = new Float64Array(list.reduce((n, c) => n + c.points.length, 0));
  const ends: number[] = [];
  let used = 0;
  for (const c of list) {
    points.set(c.points, used * 2);
    for (const end of c.ends) ends.push(used + end);
    used += c.points.length / 2;
  }
  return { points, ends: Uint32Array.from(ends) };
}

/** A layer as supports look at it. Its region is made when it is first needed and serves the layer above as well; `drop` frees it. */
export class HangingLayer {
  readonly contours: Contours;
  #region: CrossSection | null = null;
  /** @param raw simplified so far that a slope of two degrees past the limit still reaches further than the layer below it */
  constructor(raw: LayerContours, layerMm: number) {
    this.contours = simplified(raw, layerMm / 50);
  }
  region(solids: Solids): CrossSection {
    return (this.#region ??= regionOf(solids, this.contours));
  }
  drop(): void {
    this.#region?.delete();
    this.#region = null;
  }
}

/**
 * What of a layer lies on nothing. What reaches out no further than `reachMm` prints on itself; where a layer reaches further, all that
 * lies beyond the layer below hangs there, from its very edge, so that the patches of a slope add up to the slope as seen from above.
 * @param reachMm layer height × tan(limit from upright)
 */
export function hangingOf(solids: Solids, layer: HangingLayer, below: HangingLayer, reachMm: number, lineMm: number): Hanging {
  const { CrossSection } = solids;
  return scoped((keep) => {
    const out: Hanging = { held: null, heldMm2: 0, bridgedMm2: 0 };
    const [here, under] = [layer.region(solids), below.region(solids)];
    // Mitred: the corners of a slope within the limit reach further than its faces, and print on them.
    const beyond = keep(CrossSection.difference(here, keep(under.offset(reachMm * (1 + REACH_SHARE), "Miter"))));
    if (beyond.isEmpty()) return out;
    const back = keep(beyond.offset(reachMm * (1 + 2 * REACH_SHARE), "Round", 2, 12));
    const whole = keep(CrossSection.difference(keep(CrossSection.intersection(back, here)), under));
    const restsOn = edgesOf(below.contours);
    const held: Contours[] = [];
    for (const piece of whole.decompose()) {
      const area = keep(piece).area();
      if (area <= lineMm * lineMm) continue;
      const patch = contoursOf(piece);
      if (isBridged(patch, restsOn)) {
        out.bridgedMm2 += area;
        continue;
      }
      out.heldMm2 += area;
      held.push(patch);
    }
    // Pieces of one region lie apart: together they are a region.
    if (held.length > 0) out.held = joinContours(held);
    return out;
  });
}

/**
 * Plans the lines of a mesh (mm, turned so that z is up on the plate).
 * @throws when cancelled
 */
export function planLines(
  solids: Solids,
  mesh: Mesh,
  topology: Topology,
  settings: LineSettings,
  onProgress?: OnProgress,
  signal?: AbortSignal,
): Lines {
  const { layerMm, lineWidthMm: w, wallLines, topLayers, bottomLayers } = settings;
  const { min, max } = boundsOf(mesh.positions);
  // Rows of all layers are held at once: of what is larger than any plate they lie further apart, and each stands for several lines.
  const across = (max[0] - min[0] + max[1] - min[1]) * Math.SQRT1_2;
  const pitchMm = Math.max(w, (across * layerCount(max[2] - min[2], layerMm)) / MOST_ROWS);
  const rows = rowsOver(min[0], min[1], max[0], max[1], pitchMm);
  const reachMm = layerMm * Math.tan((settings.overhangDeg * Math.PI) / 180);
  const cuts: Cut[] = [];
  let brimMm = 0;
  let below: HangingLayer | undefined;
  let last: Cut | undefined;
  let openContours = 0;
  try {
    ({ openContours } = sliceMesh(mesh, topology, layerMm, {
      signal,
      onProgress: (f) => onProgress?.(f * 0.9, "slicing"),
      onLayer: (k, raw) => {
        const outer = simplified(raw);
        if (last && sameContours(last.outer, outer)) {
          cuts.push(last.over ? (last = { ...last, over: null }) : last);
          return;
        }
        const region = regionOf(solids, outer);
        try {
          const cut = cutOf(region, outer, raw);
          if (k === 0 && settings.brimMm > 0)
            scoped((keep) => void (brimMm = (keep(region.offset(settings.brimMm, "Round")).area() - region.area()) / w));
          const fine = new HangingLayer(raw, layerMm);
          // Only a layer that reaches beyond the one below can hang over it.
          if (last && below && hatchMm(subtractHatch(cut.region, last.region)) * pitchMm > w * w) {
            const { held } = hangingOf(solids, fine, below, reachMm, w);
            cut.over = held && hatchOf(held, rows);
          }
          cuts.push(cut);
          last = cut;
          below?.drop();
          below = fine;
        } finally {
          region.delete();
        }
      },
    }));
  } finally {
    below?.drop();
  }
  throwIfCancelled(signal);
  const layers = linesOf(cuts);
  onProgress?.(1, "lines");
  return { layers, brimMm, firstMm2: cuts[0]?.areaMm2 ?? 0, slopedMm2: slopedOf(mesh), openContours };

  function cutOf(region: CrossSection, outer: Contours, raw: LayerContours): Cut {
    const areaMm2 = region.area();
    const first = region.offset(-w, "Miter");
    const firstMm2 = first.area();
    const interior = wallLines > 1 ? first.offset(-w * (wallLines - 1), "Miter") : first;
    const wallMm2 = areaMm2 - (wallLines > 1 ? interior.area() : firstMm2);
    const inside = hatchOf(contoursOf(interior), rows);
    if (interior !== first) interior.delete();
    first.delete();
    let x0 = Infinity,
      x1 = -Infinity,
      y0 = Infinity,
      y1 = -Infinity;
    for (let i = 0; i < raw.points.length; i += 2) {
      x0 = Math.min(x0, raw.points[i]);
      x1 = Math.max(x1, raw.points[i]);
      y0 = Math.min(y0, raw.points[i + 1]);
      y1 = Math.max(y1, raw.points[i + 1]);
    }
    return {
      outer,
      region: hatchOf(outer, rows),
      interior: inside,
      areaMm2,
      wallMm2,
      outerMm: (areaMm2 - firstMm2) / w,
      perimeterMm: perimeterMm(outer),
      contours: raw.contours,
      boxMm: raw.contours > 0 ? [x1 - x0, y1 - y0] : [0, 0],
      over: null,
    };
  }

  /** Skins where the neighbours do not cover, infill below them, and the columns of support from the top down. */
  function linesOf(all: readonly Cut[]): PlannedLayer[] {
    const interiors = all.map((c) => c.interior);
    const above = topLayers > 0 ? commonOf(interiors, topLayers) : undefined,
      under = bottomLayers > 0 ? commonOf(interiors, bottomLayers) : undefined;
    const supports: Hatch[] = [];
    const none = emptyHatch(rows);
    let carried = none;
    for (let k = all.length - 1; k >= 0; k--) {
      supports[k] = carried;
      if (carried.ends.length > 0) supports[k] = subtractHatch(carried, all[k].region);
      carried = all[k].over ? joinHatch(supports[k], all[k].over!) : supports[k];
    }
    const made = new Map<Cut, { covered: (Hatch | undefined)[]; support: Hatch; layer: PlannedLayer }>();
    return all.map((cut, k) => {
      const covered = [above?.(k + 1), under?.(k - bottomLayers)];
      const before = made.get(cut);
      if (before && before.support === supports[k] && before.covered.every((c, i) => c === covered[i])) return before.layer;
      const layer = lined(cut, covered, supports[k]);
      made.set(cut, { covered, support: supports[k], layer });
      return layer;
    });

    function lined(cut: Cut, [up, down]: (Hatch | undefined)[], support: Hatch): PlannedLayer {
      const insideMm2 = cut.areaMm2 - cut.wallMm2;
      const whole = hatchMm(cut.interior);
      let filled: Hatch = cut.interior;
      if (above) filled = up ? intersectHatch(filled, up) : none;
      if (under && filled !== none) filled = down ? intersectHatch(filled, down) : none;
      const skin = filled === cut.interior ? none : filled === none ? cut.interior : subtractHatch(cut.interior, filled);
      // The rows give the share, the polygon the area.
      const skinMm2 = whole > 0 ? (insideMm2 * hatchMm(skin)) / whole : 0;
      return {
        outer: cut.outer,
        outerMm: cut.outerMm,
        perimeterMm: cut.perimeterMm,
        innerMm: Math.max(0, cut.wallMm2 / w - cut.outerMm),
        wallMm2: cut.wallMm2,
        skinMm2,
        skin: stretches(skin),
        infillMm2: insideMm2 - skinMm2,
        infill: stretches(filled),
        supportMm2: hatchMm(support) * pitchMm,
        linesARow: pitchMm / w,
        support: stretches(support),
        contours: cut.contours,
        boxMm: cut.boxMm,
      };
    }
  }
}
