/** All that stands on a board, and where weather and use would have marked it. */
import { groundAt, joinedMesh, stoodMesh, topOfBoard } from "../../core/ground";
import { facetsOf, printedMesh, refineMesh, thinOut, type Mesh } from "../../core/mesh";
import { weatherField } from "../../core/paint";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { Jobs } from "../protocol";
import { load, MESH_FAULTS } from "./reader";

/** What a page draws without a hitch. */
const MOST_ON_BOARD = 120_000;
/** Edges along the longest side of a copy. */
const ACROSS = 60;

export const weather: Job<Jobs["weather"]["request"], Jobs["weather"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ copies, outlineMm, zones, by }) => {
    const most = MOST_ON_BOARD / Math.max(1, copies.length);
    const stood: Mesh[] = [];
    let thinned = false;
    const lights = new Map<string, Mesh>();
    for (const { source, at } of copies) {
      const of = JSON.stringify(source.geometry);
      let light = lights.get(of);
      if (!light) {
        const loaded = await load(source);
        if (!loaded.ok) return loaded;
        const file = printedMesh(loaded.value.mesh, loaded.value.shells);
        light = thinOut(file, most / 2);
        thinned ||= light !== file;
        lights.set(of, light);
      }
      stood.push(refineMesh(stoodMesh(light, at), ACROSS, most).mesh);
    }
    const all = joinedMesh(stood);
    const { values } = weatherField(all.mesh, by.place, by.ratio, by.wind, groundAt(zones));
    const { areasMm2 } = facetsOf(all.mesh);
    const markedMm2 = all.begins.map((from, k) => {
      let sum = 0;
      for (let t = from; t < (all.begins[k + 1] ?? values.length); t++) if (!Number.isNaN(values[t])) sum += values[t] * areasMm2[t];
      return sum;
    });
    const { mesh } = joinedMesh([all.mesh, topOfBoard(outlineMm)]);
    const shown = new Float32Array(mesh.indices.length / 3).fill(NaN);
    shown.set(values);
    const answer = { ...mesh, thinned, field: { unit: "", values: shown }, markedMm2 };
    return ok({ answer, transfer: [mesh.positions.buffer, mesh.indices.buffer] });
  },
};
