/**
 * Which way up. For each of the six sides, and for a turn that the user has chosen: area that hangs over without support, area whose layer lines will be plain,
 * height, and whether it fits. Areas by facet normals: overhang below the limit angle, cusp height layer × |n·up|
 * (Dolenc & Mäkelä 1994, Computer-Aided Design 26(2), 119–126).
 */
import { polygonArea, polygonHull } from "d3";
import { boundsOf, sameTurn, turnMesh, turnRows, TURNS, upOf, UPS, type Mesh, type Turn, type Up } from "../../mesh";
import { stanceOf, type Stance } from "../../lay";
import { fitOn, type Fit } from "../fit";
import { overhangOf, type PrintProfile } from "../printers";
import type { Shape } from "../shape";

export interface StanceChoice {
  turn: Turn;
  stance: Stance;
  fit: Fit;
  /** As seen from above. */
  overhangMm2: number;
  /** Area of gentle slopes (3° to 30° from level), where steps are widest. */
  gentleMm2: number;
  heightMm: number;
  /** Hull of what touches the plate as a share of the outline: how firmly it stands. */
  footing: number;
  /** The whole surface. */
  areaMm2: number;
}

/** Differences below this share of the surface do not decide. Common practice, no source. */
export const DECIDES = 0.02;

/** What stands on less than this share of its outline needs supports to stand at all. Common practice, no source. */
export const LEAST_FOOTING = 0.25;
/** Corners this close to the plate touch it, mm. */
const TOUCHES_MM = 0.3;
const GENTLE = { from: Math.cos((30 * Math.PI) / 180), to: Math.cos((3 * Math.PI) / 180) };

/**
 * All six ways up, best first for this printer: fits, then stands by itself, then least overhang, then least gentle slope, then height.
 * @param also a turn that is looked at beside them
 */
export function waysUp(shape: Shape, printer: PrintProfile, also?: Turn): StanceChoice[] {
  const { positions: p, indices } = shape.mesh;
  const { hull } = shape;
  // A facet whose normal points further down than the limit from upright hangs over.
  const overhang = Math.sin((overhangOf(printer) * Math.PI) / 180);
  const sides = UPS.map((up) => TURNS[up]);
  const turns = also && !sides.some((t) => sameTurn(t, also)) ? [...sides, also] : sides;
  const choices = turns.map((turn): StanceChoice => {
    const stance = stanceOf(hull, turn);
    return {
      turn,
      stance,
      fit: fitOn(stance, printer),
      overhangMm2: 0,
      gentleMm2: 0,
      heightMm: stance.heightMm,
      footing: footingOf(hull, turn, stance),
      areaMm2: 0,
    };
  });
  const axes = turns.map((turn) => turnRows(turn)[2]);
  const floors = turns.map((turn) => boundsOf(turnMesh(hull, turn).positions).min[2]);
  let total = 0;
  const { normals, areasMm2 } = shape.facets;
  for (let t = 0; t < areasMm2.length; t++) {
    const area = areasMm2[t];
    if (area === 0) continue;
    const a = indices[t * 3] * 3,
      b = indices[t * 3 + 1] * 3,
      c = indices[t * 3 + 2] * 3;
    const nx = normals[t * 3],
      ny = normals[t * 3 + 1],
      nz = normals[t * 3 + 2];
    total += area;
    for (let k = 0; k < turns.length; k++) {
      const [x, y, z] = axes[k];
      const up = nx * x + ny * y + nz * z;
      if (up < -overhang) {
        const height =
          (p[a] * x + p[a + 1] * y + p[a + 2] * z + p[b] * x + p[b + 1] * y + p[b + 2] * z + p[c] * x + p[c + 1] * y + p[c + 2] * z) / 3 -
          floors[k];
        if (height > 0.3) choices[k].overhangMm2 += -up * area;
      }
      const level = Math.abs(up);
      if (level > GENTLE.from && level < GENTLE.to) choices[k].gentleMm2 += area;
    }
  }
  const step = total * DECIDES;
  const key = (c: StanceChoice): number[] => [
    c.fit.pieces,
    c.footing < LEAST_FOOTING ? 1 : 0,
    Math.round(c.overhangMm2 / step),
    Math.round(c.gentleMm2 / step),
    Math.round(c.heightMm),
    turns.indexOf(c.turn),
  ];
  choices.sort((a, b) => {
    const x = key(a),
      y = key(b);
    const i = x.findIndex((v, j) => v !== y[j]);
    return i < 0 ? 0 : x[i] - y[i];
  });
  for (const c of choices) c.areaMm2 = total;
  return choices;
}

/** Hull of the outermost points that touch the plate, against the whole outline: what stands on four feet stands firmly. */
export function footingOf(hull: Mesh, turn: Turn, stance: Stance): number {
  const turned = turnMesh(hull, turn).positions;
  const floor = boundsOf(turned).min[2] + TOUCHES_MM;
  const points: [number, number][] = [];
  for (let v = 0; v < turned.length; v += 3) if (turned[v + 2] <= floor) points.push([turned[v], turned[v + 1]]);
  const touching = polygonHull(points),
    whole = stance.hull.length >= 3 ? polygonArea(stance.hull) : 0;
  return touching && whole !== 0 ? Math.abs(polygonArea(touching) / whole) : 0;
}

const UP_WORDS: Record<Up, string> = {
  "+z": "as it stands",
  "-z": "upside down",
  "+x": "on its left side",
  "-x": "on its right side",
  "+y": "on its front",
  "-y": "on its back",
};

/** Words for a turn: "as it stands", "on its back", "tilted 30°", "upside down, tilted 39°". The file's +z is taken as up, −y as front. */
export function turnWords(turn: Turn): string {
  const side = upOf(turn);
  if (side) return UP_WORDS[side];
  const axis = turnRows(turn)[2];
  const towards = (up: Up): number => turnRows(TURNS[up])[2].reduce((sum, v, k) => sum + v * axis[k], 0);
  const near = UPS.reduce((a, b) => (towards(b) > towards(a) + 1e-9 ? b : a));
  const tilt = Math.round((Math.acos(Math.min(1, towards(near))) * 180) / Math.PI);
  const words = near === "+z" ? "" : UP_WORDS[near];
  if (tilt === 0) return words || "turned about the vertical";
  return words ? `${words}, tilted ${tilt}°` : `tilted ${tilt}°`;
}
