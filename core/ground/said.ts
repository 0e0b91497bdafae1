/** What is said of the ground of a scene: boards, what stands where, zones with their layers, and the camera. The rest is computed. */
import type { Ring } from "../lay";
import type { PartsBy } from "./amounts";
import type { BoardMaterial } from "./boards";
import { REAL_GROUNDS, type RealGround } from "./choose";
import type { GroundMethodId } from "./methods";

/** A board, or a storey above one. */
export interface Board {
  id: string;
  name: string;
  /** Its outline from its front left corner, x and y in turn, mm. */
  outlineMm: Ring;
  /** From below. */
  layers: SaidBoardLayer[];
  /** Nothing stands nearer to its edge than this. */
  rimMm: number;
  /** Its underside above the table: storeys stand higher. */
  liftMm: number;
  /** Where it is carried, along its longer side, mm from that side's beginning; null while nobody said. */
  handsMm: [number, number] | null;
  /** The part that it is built as: its ground is work on that part. Null while it is none. */
  partId: string | null;
}
export interface SaidBoardLayer {
  id: string;
  material: BoardMaterial;
  thicknessMm: number;
  /** Measured with a strip; null for the table's. */
  eMPa: number | null;
}

/** On what a copy stands. */
export type StandsOn = { kind: "board"; boardId: string } | { kind: "copy"; standingId: string } | { kind: "table" };

/** One copy, where it stands: the middle of its outline's box on the board. */
export interface Standing {
  id: string;
  partId: string;
  on: StandsOn;
  xMm: number;
  yMm: number;
  turnDeg: number;
  /** Above what it stands on; below where it is sunk in. */
  liftMm: number;
  /** Back from its own front; forward below 0. */
  leanDeg: number;
}

export type KeepClear = "hands" | "path" | "slides" | "turns" | "camera" | "dice" | "cell";
/** What must stay free, and of what. */
export const KEEP_CLEAR: Readonly<Record<KeepClear, { label: string; says: string }>> = {
  hands: { label: "keep clear: hands", says: "where it is gripped" },
  path: { label: "keep clear: working path", says: "where a ball or a wheel rolls" },
  slides: { label: "keep clear: a box that slides", says: "the way that something slides, beyond where it rests" },
  turns: { label: "keep clear: a cylinder that turns", says: "the round that something turns, beyond where it rests" },
  camera: { label: "keep clear: camera", says: "what the camera looks through" },
  dice: { label: "keep clear: dice", says: "where dice are thrown" },
  cell: { label: "keep clear: cell", says: "where a cell is changed" },
};

export type ZoneIs = RealGround | KeepClear;
export const isKeepClear = (is: ZoneIs): is is KeepClear => is in KEEP_CLEAR;
export const zoneLabel = (is: ZoneIs): string => (isKeepClear(is) ? KEEP_CLEAR[is].label : REAL_GROUNDS[is].label);

/** An area of a board. */
export interface GroundZone {
  id: string;
  boardId: string;
  name: string;
  is: ZoneIs;
  outlineMm: Ring;
  /** Its surface against the top of the board, mm: below where it is cut in. */
  levelMm: number;
  /** How steep it falls to what is beside it, degrees. */
  slopeDeg: number;
  /** Of a working path: what must pass, across; of what slides or turns: how high it reaches above the board, mm. */
  ballMm: number;
}

/** A layer of a zone, from below. */
export interface GroundLayer {
  id: string;
  zoneId: string;
  methodId: GroundMethodId;
  /** When it is dry; of what grows its height; of lines how far apart they are. */
  depthMm: number;
  /** By what the parts of a mix are measured. */
  by: PartsBy;
}

/** From where the scene is looked at or photographed. */
export interface CameraSaid {
  focalMm: number;
  sensorMm: [number, number];
  stop: number;
  /** To the middle of the board. */
  distanceMm: number;
  /** The eye above the board. */
  heightMm: number;
  /** From which side, degrees from the front, counter-clockwise. */
  fromDeg: number;
  /** The backdrop behind the middle of the board; 0 for none. */
  backdropMm: number;
}
/** A small camera on a table, common practice, no source. */
export const NEW_CAMERA: CameraSaid = {
  focalMm: 50,
  sensorMm: [36, 24],
  stop: 11,
  distanceMm: 700,
  heightMm: 150,
  fromDeg: 0,
  backdropMm: 0,
};

export const rectangle = (widthMm: number, depthMm: number, x = 0, y = 0): Ring => [
  x,
  y,
  x + widthMm,
  y,
  x + widthMm,
  y + depthMm,
  x,
  y + depthMm,
];
