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

export const observationsOf = (part: Part): Observation[] =>
  part.sightings.map((s) => ({ thing: s.thing, lowRealMm: s.lowRealMm, highRealMm: s.highRealMm, modelMm: s.fileMm * part.factor }));

export interface ImpliedScale {
  inferred: Inferred;
  mismatch: Mismatch;
}

/** The scale that the known things in a part imply, against the scene's; undefined while nothing in it is known. */
export function impliedScale(part: Part, scene: Scene): ImpliedScale | undefined {
  const inferred = inferRatio(observationsOf(part));
  return inferred && { inferred, mismatch: mismatch(inferred.ratio, scene.scale.ratio, part.factor) };
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
