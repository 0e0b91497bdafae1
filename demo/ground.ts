/** What the demo stands on: its board, what stands where, its zones of ground, and the camera. All made up. */
import { NEW_CAMERA, rectangle, type Board, type GroundLayer, type GroundZone, type Panel, type Standing } from "../core/ground";

export const BOARDS: Board[] = [
  {
    id: "board",
    name: "Sluice board",
    outlineMm: rectangle(320, 240),
    layers: [{ id: "foam", material: "foam", thicknessMm: 25, eMPa: null }],
    rimMm: 3,
    liftMm: 0,
    handsMm: null,
    partId: "base",
  },
];

const zone = (id: string, name: string, is: GroundZone["is"], outlineMm: number[], more: Partial<GroundZone> = {}): GroundZone => ({
  id,
  boardId: "board",
  name,
  is,
  outlineMm,
  levelMm: 0,
  slopeDeg: 35,
  ballMm: 20,
  ...more,
});
export const ZONES: GroundZone[] = [
  zone("creek", "Creek", "water", [0, 40, 80, 46, 160, 34, 240, 38, 320, 30, 320, 78, 240, 88, 160, 84, 80, 92, 0, 84], {
    levelMm: -12,
    slopeDeg: 50,
  }),
  zone("mud-bank", "Mud bank", "mud", [0, 0, 320, 0, 320, 30, 240, 38, 160, 34, 80, 46, 0, 40]),
  zone("shingle", "Shingle under the quay", "gravel", [0, 84, 80, 92, 160, 84, 240, 88, 320, 78, 320, 118, 0, 118]),
  zone("yard", "Yard", "earth", rectangle(242, 122, 78, 118)),
  zone("marsh", "Marsh grass", "grass", rectangle(78, 122, 0, 118), { levelMm: 2 }),
  zone("grip", "Left hand", "hands", rectangle(22, 70, 0, 150)),
];

const layer = (id: string, zoneId: string, methodId: GroundLayer["methodId"], depthMm: number): GroundLayer => ({
  id,
  zoneId,
  methodId,
  depthMm,
  by: "volume",
});
export const LAYERS: GroundLayer[] = [
  layer("creek-bed", "creek", "paste", 1),
  layer("mud-sand", "mud-bank", "sand-and-grit", 2),
  layer("shingle-grit", "shingle", "sand-and-grit", 1.5),
  layer("yard-dust", "yard", "cement", 2),
  layer("marsh-fibres", "marsh", "fibres", 4),
  layer("creek-water", "creek", "two-part", 10),
];

const stands = (id: string, partId: string, xMm: number, yMm: number, turnDeg = 0, more: Partial<Standing> = {}): Standing => ({
  id,
  partId,
  on: { kind: "board", boardId: "board" },
  xMm,
  yMm,
  turnDeg,
  liftMm: 0,
  leanDeg: 0,
  ...more,
});
export const STANDINGS: Standing[] = [
  stands("mill", "mill-house", 196, 178, 90),
  stands("sluice", "sluice-frame", 150, 62, 90, { liftMm: -12 }),
  stands("quay-1", "quay-wall", 190, 104),
  stands("quay-2", "quay-wall", 240.8, 104),
  stands("crane", "crane-post", 296, 104),
  stands("boat", "rowing-boat", 250, 60, 6, { liftMm: -3 }),
  stands("crate-1", "crate", 40, 100, 12),
  stands("crate-2", "crate", 54, 101),
  stands("crate-3", "crate", 46, 100, 30, { on: { kind: "copy", standingId: "crate-1" } }),
  stands("barrel-1", "barrel", 70, 103),
];
/** A boathouse of card. */
export const PANELS: Panel[] = [
  { id: "long-walls", name: "Boathouse, long walls", widthMm: 110, heightMm: 42, count: 2 },
  { id: "ends", name: "Boathouse, ends", widthMm: 66, heightMm: 42, count: 2 },
  { id: "roof", name: "Boathouse, roof slopes", widthMm: 124, heightMm: 48, count: 2 },
];
export const CAMERA = { ...NEW_CAMERA, heightMm: 120 };
