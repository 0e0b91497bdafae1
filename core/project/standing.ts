/** How a part stands in its scene: what it is held to, the scale it seems to be of, and what its thin walls mean. */
import { shareUnder, thinnestMm, type WallPlace } from "../mesh";
import { DETAIL_FLOORS, inferRatio, mismatch, type Inferred, type Mismatch, type Observation, type Process } from "../scale";
import { checkHouse, HANDLING_RULES, type Configuration, type HouseFinding } from "../subject";
import { partSizeMm } from "./part";
import type { Choices, Part, Scene } from "./types";

/** What counts for this part: the scene's choices, but for those in which it differs. */
export function choicesOf(part: Part, scene: Scene): Choices {
  const { fidelity, handling, finish, viewingDistanceMm } = scene;
  return { fidelity, handling, finish, viewingDistanceMm, ...part.differs };
}

/** What the user has picked or typed. */
const sightedIn = (part: Part): Observation[] =>
  part.sightings.map((s) => ({ thing: s.thing, lowRealMm: s.lowRealMm, highRealMm: s.highRealMm, modelMm: s.fileMm * part.factor }));

/** Clear height of a doorway that a person walks through upright, mm: low cottages to modern ones. Common practice, no source. */
const DOORWAY_MM = { low: 1850, high: 2150 };

/** The part's own doorway, found in its walls; undefined when there is none, or several that differ. */
export function doorwayOf(part: Part): { heightMm: number; marginMm: number } | undefined {
  const openings = (part.source.kind === "mesh" && part.source.walls?.openings) || [];
  const doors = openings.filter((o) => o.kind === "door").sort((a, b) => a.heightMm - b.heightMm);
  if (doors.length === 0 || doors[doors.length - 1].heightMm > doors[0].heightMm * 1.25) return undefined;
  const middle = doors[Math.floor(doors.length / 2)];
  return { heightMm: middle.heightMm * part.factor, marginMm: middle.marginMm * part.factor };
}

/** What is known in a part: what the user picked, and its own doorway where that does not contradict them. */
export function observationsOf(part: Part): Observation[] {
  const sighted = sightedIn(part);
  const doorway = doorwayOf(part);
  if (!doorway) return sighted;
  const { heightMm, marginMm } = doorway;
  const own: Observation = {
    thing: "its own doorway",
    lowRealMm: DOORWAY_MM.low * (1 - marginMm / heightMm),
    highRealMm: DOORWAY_MM.high * (1 + marginMm / heightMm),
    modelMm: heightMm,
  };
  if (sighted.length === 0) return [own];
  const both = inferRatio([...sighted, own]);
  return both && !both.outliers.includes(sighted.length) ? [...sighted, own] : sighted;
}

export interface ImpliedScale {
  inferred: Inferred;
  mismatch: Mismatch;
}

/** The scale that the known things in a part imply, against the scene's; undefined while nothing in it is known, or it contradicts itself. */
export function impliedScale(part: Part, scene: Scene): ImpliedScale | undefined {
  const inferred = inferRatio(observationsOf(part));
  return inferred && { inferred, mismatch: mismatch(inferred, scene.scale.ratio, part.factor) };
}

export interface ThinWalls {
  process: Process;
  floorMm: number;
  thinnestMm: number;
  /** Share of the area under the floor, 0 to 1. */
  share: number;
  /** Places under the floor, mm at the part's size (place still in the size of the file). */
  places: WallPlace[];
}

/** What a wall must be for a process and a handling class, mm. */
export const wallFloorMm = (process: Process, handling: Choices["handling"]): number =>
  DETAIL_FLOORS.find((f) => f.short === "wall")!.mm[process] * HANDLING_RULES[handling].wall;

/**
 * Walls against the floor of a process at `factor`; undefined while they are not measured, or where none could be. Follows from the
 * stored facts: another scale needs no new measurement.
 */
export function thinWalls(part: Part, scene: Scene, process: Process, factor = part.factor): ThinWalls | undefined {
  const walls = part.source.kind === "mesh" ? part.source.walls : null;
  const thinnest = walls ? thinnestMm(walls, factor) : undefined;
  if (!walls || thinnest === undefined) return undefined;
  const floorMm = wallFloorMm(process, choicesOf(part, scene).handling);
  return {
    process,
    floorMm,
    thinnestMm: thinnest,
    share: shareUnder(walls.wallMm, floorMm, factor),
    places: walls.thin.filter((p) => p.mm * factor < floorMm).map((p) => ({ mm: p.mm * factor, at: p.at })),
  };
}

/** Gaps that primer and base coat close, at the part's size: the narrowest, and the share of area that looks at one. */
export function narrowGaps(
  part: Part,
  process: Process,
): { narrowestMm: number; floorMm: number; share: number; places: WallPlace[] } | undefined {
  const walls = part.source.kind === "mesh" ? part.source.walls : null;
  if (!walls || walls.gapMm.length === 0) return undefined;
  const floorMm = DETAIL_FLOORS.find((f) => f.short === "groove")!.mm[process];
  return {
    narrowestMm: walls.gapMm[0] * part.factor,
    floorMm,
    share: shareUnder(walls.gapMm, floorMm, part.factor),
    places: walls.narrow.filter((p) => p.mm * part.factor < floorMm).map((p) => ({ mm: p.mm * part.factor, at: p.at })),
  };
}

/** The ways a part can be, at its present size: as measured, and as typed. */
export function configurationsOf(part: Part): Configuration[] {
  const scaled = (size: readonly number[]): [number, number, number] => size.map((v) => v * part.factor) as [number, number, number];
  return part.configurations.length === 0
    ? [{ name: "", sizeMm: partSizeMm(part) }]
    : [{ name: "as it is", sizeMm: partSizeMm(part) }, ...part.configurations.map((c) => ({ name: c.name, sizeMm: scaled(c.sizeMm) }))];
}

/** A part against the scene's house standards. */
export function houseFindings(part: Part, scene: Scene): HouseFinding[] {
  const at = (mm: number | null): number | null => (mm === null ? null : mm * part.factor);
  const { clipSlotMm, wallHeightMm, baseMm, groundHex } = part.measures;
  return checkHouse(
    { sizeMm: partSizeMm(part), clipSlotMm: at(clipSlotMm), wallHeightMm: at(wallHeightMm), baseMm: at(baseMm), groundHex },
    scene.house,
  );
}
