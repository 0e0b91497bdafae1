/** Boards, what stands where, zones and their layers, and the camera, as they are said. */
import {
  NEW_CAMERA,
  NEW_STOCK,
  type Board,
  type CameraSaid,
  type CutStock,
  type GroundLayer,
  type GroundZone,
  type Panel,
  type Standing,
} from "../../ground";
import { LIMITS } from "../../limits";
import { checkItemReferences } from "../references";
import { listIn, type BlocksOf, type ListsOf } from "../said";

export interface GroundBlocks {
  "scene.camera": CameraSaid;
  "scene.stock": CutStock;
}
export const GROUND_BLOCKS: BlocksOf<GroundBlocks> = {
  "scene.camera": { table: "scenes", at: "camera", begins: NEW_CAMERA, label: "Camera" },
  "scene.stock": { table: "scenes", at: "stock", begins: NEW_STOCK, label: "Stock to cut from" },
};

export interface GroundLists {
  "scene.boards": Board;
  "scene.standings": Standing;
  "scene.zones": GroundZone;
  "scene.layers": GroundLayer;
  "scene.panels": Panel;
}
export const GROUND_LISTS: ListsOf<GroundLists> = {
  "scene.boards": listIn("scenes", ["parts"], {
    at: ["boards"],
    by: "id",
    label: "Board",
    check: checkItemReferences,
    most: { items: LIMITS.boards, message: `A scene can have at most ${LIMITS.boards} boards.` },
  }),
  "scene.standings": listIn("scenes", ["parts"], {
    at: ["standings"],
    by: "id",
    label: { add: "Laid out", set: "Moved", drop: "Taken off the board", move: "Order changed" },
    check: checkItemReferences,
    // What stood on it stands on the table now.
    dropped: (scene, keys) => ({
      ...scene,
      standings: scene.standings?.map((s) =>
        s.on.kind === "copy" && keys.includes(s.on.standingId) ? { ...s, on: { kind: "table" } } : s,
      ),
    }),
    most: { items: LIMITS.standings, message: `At most ${LIMITS.standings} copies can stand in a scene.` },
  }),
  "scene.zones": listIn("scenes", ["parts"], {
    at: ["zones"],
    by: "id",
    label: { add: "Zone added", set: "Zone changed", drop: "Zone removed", move: "Order changed" },
    check: checkItemReferences,
    most: { items: LIMITS.groundZones, message: `A scene can have at most ${LIMITS.groundZones} zones.` },
  }),
  "scene.layers": listIn("scenes", ["parts"], {
    at: ["layers"],
    by: "id",
    label: "Layer of ground",
    fixed: ["zoneId"],
    check: checkItemReferences,
    most: { items: LIMITS.groundLayers, message: `A scene can have at most ${LIMITS.groundLayers} layers of ground.` },
  }),
  "scene.panels": listIn("scenes", [], {
    at: ["panels"],
    by: "id",
    label: "Panels",
    most: { items: LIMITS.panels, message: `A scene can have at most ${LIMITS.panels} panels.` },
  }),
};
