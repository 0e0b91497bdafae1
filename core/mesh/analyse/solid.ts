/** How much material the printed solid has, with the error of the way it was found. */
import { AXIS_FRAMES, columnsOf, type Columns } from "./columns";
import type { Mesh } from "../mesh";
import { printedMesh, type Shells } from "./shells";

/** The ways in which it is found. */
export const SOLID_HOW = {
  shell: "one closed shell",
  apart: "closed shells that keep apart, added up",
  rays: "winding numbers along rays in three directions",
  "open rays": "winding numbers along rays in three directions; the mesh is open",
  union: "union of its shells",
};
export type SolidHow = keyof typeof SOLID_HOW;

export interface SolidVolume {
  value: number;
  low: number;
  high: number;
  how: SolidHow;
}

/** Rays along the longer side of each of three grids. */
const RAYS = 240;

/**
 * Volume of the printed solid, mm³: overlaps once, hollows left out, shells that face the wrong way put right.
 * Shells that are closed and keep apart add up exactly (divergence theorem). Where they may overlap, or the mesh is open, it is
 * counted by winding numbers along rays in three directions, and the three answers tell the error; see unionVolume for the exact way.
 */
export function solidVolume(mesh: Mesh, shells: Shells): SolidVolume {
  const { list, mayOverlap } = shells;
  if (mayOverlap.length === 0 && list.every((s) => s.closed)) {
    const value = shellSum(shells);
    return { value, low: value, high: value, how: list.length === 1 ? "shell" : "apart" };
  }
  return raysVolume(
    printedMesh(mesh, shells),
    list.every((s) => s.closed),
  );
}

/** Sum over shells by their role. Exact where none overlap. */
export function shellSum({ list }: Shells): number {
  return list.reduce((sum, s) => sum + (s.role === "covered" ? 0 : s.role === "hollow" ? -1 : 1) * Math.abs(s.volumeMm3), 0);
}

function raysVolume(mesh: Mesh, closed: boolean): SolidVolume {
  const found = AXIS_FRAMES.map((frame) => columnsVolume(columnsOf(mesh, frame, RAYS)));
  const values = found.map((f) => f.mm3).sort((a, b) => a - b);
  // Rays that fail to come out may have all they could hold, or nothing.
  const unsure = Math.max(...found.map((f) => f.unsureMm3));
  const value = values[1];
  // Each direction has the rounding of its grid; half a per cent covers it for closed solids (tests).
  return {
    value,
    low: Math.max(0, Math.min(values[0], value) * 0.995 - (closed ? 0 : unsure)),
    high: values[2] * 1.005 + unsure,
    how: closed ? "rays" : "open rays",
  };
}

function columnsVolume({ spans, start, unsure, cellMm }: Columns): { mm3: number; unsureMm3: number } {
  let sure = 0,
    cells = 0,
    lost = 0;
  for (let cell = 0; cell < unsure.length; cell++) {
    let length = 0;
    for (let i = start[cell]; i < start[cell + 1]; i += 2) length += spans[i + 1] - spans[i];
    if (unsure[cell]) lost++;
    else if (length > 0) {
      sure += length;
      cells++;
    }
  }
  // A ray that tells nothing is taken to hold what the others hold on average.
  const mean = cells > 0 ? sure / cells : 0;
  return { mm3: (sure + lost * mean) * cellMm * cellMm, unsureMm3: lost * mean * cellMm * cellMm };
}
