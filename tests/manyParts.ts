/** Scenes of many parts, for what grows with them. */
import type { Project } from "../core/project";
import { coat, projectOf, sizePart } from "./sampleProject";

export const EVERY_EVENING = Array.from({ length: 7 }, (_, weekday) => ({ weekday, from: "14:00", to: "23:00" }));

/** Parts by hand with seven steps each, none done. */
export function manyParts(count: number): Project {
  const work = ["primer", "brown", "stone", "wash", "stone", "brown", "matt"].map((paint, i) => coat(`c${i}`, paint));
  const parts = Array.from({ length: count }, (_, i) => ({
    ...sizePart(`p${i}`, { kind: "scratch", sizeMm: [20 + (i % 30), 30, 40], material: "foam" }, work),
    name: `Piece ${i}`,
  }));
  return projectOf(parts, [], { evenings: EVERY_EVENING });
}
