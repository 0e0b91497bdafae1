/** What the ground of a board takes and weighs, zone by zone, and how the board is carried. One source for every page that shows a figure of it. */
import {
  carried,
  chooseMethod,
  groundAmounts,
  isKeepClear,
  lengthwise,
  methodById,
  type Board,
  type Carried,
  type GroundAmounts,
  type GroundLayer,
  type GroundMethod,
  type GroundZone,
  type Load,
  type Placed,
  type Ranked,
} from "../ground";
import { boxOfRings, ringArea } from "../lay";
import { aboutLayer, layersOfZone, type SceneRow } from "../project";

export interface LayerSum {
  layer: GroundLayer;
  method: GroundMethod;
  amounts: GroundAmounts;
}
export interface ZoneSum {
  zone: GroundZone;
  areaMm2: number;
  layers: LayerSum[];
  dryG: number;
  wetG: number;
}

type Ground = Pick<SceneRow, "boards" | "zones" | "layers">;

/** Zones of ground of a board, each with what its layers take. What must stay clear lays nothing down. */
function zoneSums(scene: Ground, boardId: string): ZoneSum[] {
  return (scene.zones ?? [])
    .filter((z) => z.boardId === boardId && !isKeepClear(z.is))
    .map((zone): ZoneSum => {
      const layers = layersOfZone(scene, zone.id).flatMap((layer): LayerSum[] => {
        const method = methodById(layer.methodId);
        const asked = aboutLayer(scene, layer.id);
        return method && asked ? [{ layer, method, amounts: groundAmounts(method, asked) }] : [];
      });
      return {
        zone,
        areaMm2: Math.abs(ringArea(zone.outlineMm)),
        layers,
        dryG: layers.reduce((sum, l) => sum + l.amounts.dryG, 0),
        wetG: layers.reduce((sum, l) => sum + l.amounts.wetG, 0),
      };
    });
}

export interface BoardSum {
  zones: ZoneSum[];
  carried: Carried;
  /** Heavier by so much while it is wet, g. */
  wetMoreG: number;
  /** Where zones share a sitting of one method, and where each layer is set up for. */
  handsOnS: { low: number; high: number };
  /** Copies that stand on it and are not weighed yet. */
  unweighed: number;
}

/**
 * @param placed what stands on it
 * @param massOf of one copy of a part, g; undefined while it is not known
 */
export function boardSum(scene: Ground, board: Board, placed: readonly Placed[], massOf: (partId: string) => number | undefined): BoardSum {
  const { along, fromMm } = lengthwise(board.outlineMm);
  const extent = (box: { x0: number; x1: number; y0: number; y1: number }, g: number): Load =>
    along === 0 ? { fromMm: box.x0 - fromMm, toMm: box.x1 - fromMm, g } : { fromMm: box.y0 - fromMm, toMm: box.y1 - fromMm, g };
  const zones = zoneSums(scene, board.id);
  const ground = zones.map((z) => extent(boxOfRings([z.zone.outlineMm]), z.dryG));
  const weighed = placed.map((p) => ({ p, g: massOf(p.standing.partId) }));
  const load = weighed.flatMap(({ p, g }) => (g === undefined ? [] : [extent(p.footBox, g)]));
  return {
    zones,
    carried: carried({ outlineMm: board.outlineMm, layers: board.layers, ground, load }),
    wetMoreG: zones.reduce((sum, z) => sum + z.wetG - z.dryG, 0),
    handsOnS: handsOn(zones),
    unweighed: weighed.filter((w) => w.g === undefined).length,
  };
}

function handsOn(zones: readonly ZoneSum[]): BoardSum["handsOnS"] {
  const laid = zones.flatMap((z) => z.layers);
  const high = laid.reduce((sum, l) => sum + l.amounts.handsOnS, 0);
  // Zones share a sitting of one method; layers over each other each have their own.
  const saved = new Map(
    laid.map(({ method }) => {
      const perZone = zones.map((z) => z.layers.filter((l) => l.method.id === method.id).length);
      return [method.id, method.setUpS * (perZone.reduce((sum, n) => sum + n, 0) - Math.max(...perZone))];
    }),
  );
  return { low: high - [...saved.values()].reduce((sum, s) => sum + s, 0), high };
}

/** Methods for a zone, best first, as it lies and as what stands near it is. */
export function methodsFor(zone: GroundZone, at: { ratio: number; depthMm: number; varnishBelow: boolean; wallsNear: boolean }): Ranked[] {
  if (isKeepClear(zone.is)) return [];
  // The slope of its edge is a slope of the zone where it is cut or built up.
  const slopeDeg = zone.levelMm === 0 || zone.is === "water" ? 0 : Math.min(zone.slopeDeg, 89);
  return chooseMethod({ real: zone.is, slopeDeg, areaMm2: Math.abs(ringArea(zone.outlineMm)), ...at });
}
