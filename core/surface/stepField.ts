/** How far apart layer lines lie on each facet of a part as it is printed, mm: the wider, the plainer. */
import { slopeField, type Mesh, type MeshField, type Turn } from "../mesh";
import { stepsOn, type Grain } from "./steps";

/** @returns none for what looks down: it is held up, and its face is that of the supports */
export function stepField(mesh: Mesh, turn: Turn, grain: Grain): MeshField {
  const { values } = slopeField(mesh, turn);
  return { unit: "mm", values: values.map((deg) => (deg >= 0 && !Object.is(deg, -0) ? stepsOn(deg, grain).pitchMm : NaN)) };
}
