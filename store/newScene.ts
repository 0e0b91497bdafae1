/** A scene for somebody who has just arrived: generic printers, a few evenings, the scale still to be asked. */
import { GENERIC_PRINTERS } from "../core/print";
import { SCENE_DEFAULTS, type Evening, type Paint, type Project } from "../core/project";
import { figureScale, VIEWING_DISTANCES } from "../core/scale";

/** Three evenings and a Saturday afternoon: a guess that the user changes. */
const USUAL_EVENINGS: Evening[] = [
  { weekday: 2, from: "19:00", to: "22:00" },
  { weekday: 4, from: "19:00", to: "22:00" },
  { weekday: 6, from: "14:00", to: "18:00" },
  { weekday: 0, from: "19:00", to: "22:00" },
];

/** A first shelf, so that a recipe can be tried at once. */
const FIRST_RACK: Omit<Paint, "sceneId">[] = [
  { id: "grey-primer", name: "Grey primer", hex: "#8b8f90", family: "water primer", sheen: "matt", stockMl: 200 },
  { id: "mid-brown", name: "Mid brown", hex: "#6f5337", family: "water acrylic", sheen: "matt", stockMl: 60 },
  { id: "pale-stone", name: "Pale stone", hex: "#cbbfa4", family: "water acrylic", sheen: "matt", stockMl: 60 },
  { id: "dark-wash", name: "Dark wash", hex: "#2b211a", family: "water wash", sheen: "satin", stockMl: 30 },
  { id: "matt-varnish", name: "Matt varnish", hex: "#e6e6df", family: "water varnish", sheen: "matt", stockMl: 100 },
];

export function newProject(sceneId: string, name: string, timeZone: string, now: number): Project {
  return {
    scene: {
      ...structuredClone(SCENE_DEFAULTS),
      id: sceneId,
      name,
      demo: false,
      scale: figureScale(28),
      scaleAnswered: false,
      viewingDistanceMm: VIEWING_DISTANCES[2].mm,
      printers: GENERIC_PRINTERS.map((p) => structuredClone(p)),
      evenings: USUAL_EVENINGS,
      timeZone,
      readyBy: null,
      createdAt: now,
    },
    parts: [],
    paints: FIRST_RACK.map((p) => ({ ...p, sceneId })),
    procedures: [],
    records: [],
  };
}
