/** Two parts where they stand together, and along the way that one of them goes. */
import { checkPair, type Placing } from "../../core/joint";
import { printedSolid, scaleMesh } from "../../core/mesh";
import type { Loaded } from "../../core/results/compute";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { load, MESH_FAULTS, solids } from "./reader";

const atSize = ({ mesh, topology, shells }: Loaded, factor: number) => scaleMesh(printedSolid(mesh, topology, shells).mesh, factor);

/** Said in the size of the second's file. */
const placed = (place: Placing, factor: number): Placing => ({
  ...place,
  atMm: place.atMm.map((v) => v * factor) as Placing["atMm"],
  travel: place.travel?.kind === "slides" ? { ...place.travel, byMm: place.travel.byMm * factor } : place.travel,
});

export const pair: Job<Jobs["pair"]["request"], Jobs["pair"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ a, aFactor, b, bFactor, place }, onProgress, signal) => {
    const first = await load(a);
    if (!first.ok) return first;
    const second = await load(b);
    if (!second.ok) return second;
    const meshes = [atSize(first.value, aFactor), atSize(second.value, bFactor)] as const;
    return ok({ answer: checkPair(await solids(), ...meshes, placed(place, bFactor), onProgress, signal) });
  },
};
