/** The ground of a scene: what its rows say of each other. */
import { methodById, poolMl, type Board, type GroundLayer, type GroundZone } from "../ground";
import { ringArea } from "../lay";
import type { AboutLayer } from "../work";
import type { SceneRow } from "./types";

type Ground = Pick<SceneRow, "boards" | "zones" | "layers" | "standings">;

const zoneOf = (scene: Pick<Ground, "zones">, id: string): GroundZone | undefined => scene.zones?.find((z) => z.id === id);
const boardNamed = (scene: Pick<Ground, "boards">, id: string): Board | undefined => scene.boards?.find((b) => b.id === id);
export const layersOfZone = (scene: Pick<Ground, "layers">, zoneId: string): GroundLayer[] =>
  (scene.layers ?? []).filter((l) => l.zoneId === zoneId);

/** "Creek: two-part resin, poured". */
export const layerWords = (scene: Pick<Ground, "zones">, layer: GroundLayer): string => {
  const method = methodById(layer.methodId)?.name ?? "ground";
  const zone = zoneOf(scene, layer.zoneId);
  return zone ? `${zone.name}: ${method[0].toLowerCase()}${method.slice(1)}` : method;
};

/** Ruled lines on an area, m: both ways, so far apart. */
const linesM = (areaMm2: number, apartMm: number): number => (2 * areaMm2) / apartMm / 1000;

/** A layer as work asks for it; undefined where it, or its zone, is gone. */
export function aboutLayer(scene: Pick<Ground, "boards" | "zones" | "layers">, id: string): AboutLayer | undefined {
  const layer = scene.layers?.find((l) => l.id === id);
  const zone = layer && zoneOf(scene, layer.zoneId);
  if (!zone) return undefined;
  const areaMm2 = Math.abs(ringArea(zone.outlineMm));
  const kind = methodById(layer.methodId)?.makeup.kind;
  const board = boardNamed(scene, zone.boardId);
  return {
    words: layerWords(scene, layer),
    zoneId: zone.id,
    methodId: layer.methodId,
    areaMm2,
    depthMm: layer.depthMm,
    ...(kind === "pour" && board ? { fillsMl: poolMl(zone, board, layer.depthMm) } : {}),
    lineM: kind === "scored" ? linesM(areaMm2, layer.depthMm) : 0,
    by: layer.by,
  };
}
