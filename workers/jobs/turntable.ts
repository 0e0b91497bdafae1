/** A mesh light enough to be turned under the eye. */
import {
  boundsOf,
  cutAtHeights,
  printedMesh,
  refineMesh,
  scaleMesh,
  slopeField,
  thinOut,
  type Mesh,
  type MeshField,
} from "../../core/mesh";
import { areaField, weatherField, type AreaPick } from "../../core/paint";
import { surfacesIn } from "../../core/results/compute";
import { stepField } from "../../core/surface";
import { ok } from "../../core/units";
import type { Job } from "../messages";
import type { FieldWanted, Jobs } from "../protocol";
import { load, MESH_FAULTS } from "./reader";

/** What a page draws without a hitch. */
const MOST_ON_TURNTABLE = 120_000;

/** Edges along the longest side where likely places are shown. */
const WEATHER_ACROSS = 80;

function fieldOf(mesh: Mesh, surfaceOf: ArrayLike<number>, wanted: FieldWanted): MeshField {
  switch (wanted.kind) {
    case "slope":
      return slopeField(mesh, wanted.turn);
    case "steps":
      return stepField(mesh, wanted.turn, wanted.grain);
    case "areas":
      return areaField(mesh, surfaceOf, wanted.picks);
    case "weather":
      return weatherField(mesh, wanted.place, wanted.ratio, wanted.wind);
  }
}

const isByHeight = ({ by, mm }: AreaPick): boolean => (by === "below" || by === "above") && mm !== undefined;

export const turntable: Job<Jobs["turntable"]["request"], Jobs["turntable"]["answer"]> = {
  ...MESH_FAULTS,
  run: async ({ source, factor, field }) => {
    const loaded = await load(source);
    if (!loaded.ok) return loaded;
    // Where it matters which side is out, facets are wound as they are printed.
    const file =
      field?.kind === "areas" || field?.kind === "weather" ? printedMesh(loaded.value.mesh, loaded.value.shells) : loaded.value.mesh;
    const light = thinOut(file, MOST_ON_TURNTABLE);
    const whole = light === file;
    const scaled = scaleMesh(light, factor);
    // Lines of a height run through facets.
    const floor = boundsOf(scaled.positions).min[2];
    const heights = field?.kind === "areas" ? field.picks.filter(isByHeight).map((p) => floor + p.mm!) : [];
    // A wall of two facets has no foot of its own.
    const { mesh, parent } =
      field?.kind === "weather" ? refineMesh(scaled, WEATHER_ACROSS, MOST_ON_TURNTABLE / 2) : cutAtHeights(scaled, heights);
    const surfaceOf = whole && field?.kind === "areas" ? surfacesIn(loaded.value).surfaceOf : [];
    const answer = {
      positions: mesh.positions.slice(),
      indices: mesh.indices.slice(),
      thinned: !whole,
      field:
        field &&
        fieldOf(
          mesh,
          Array.from(parent, (t) => surfaceOf[t] ?? -1),
          field,
        ),
    };
    return ok({ answer, transfer: [answer.positions.buffer, answer.indices.buffer] });
  },
};
