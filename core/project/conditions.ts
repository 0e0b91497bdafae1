/** What the workshop and its air allow on a surface: a value of the workshop alone, the same for every part and scene that goes by it. */
import { sprayFault, type Air } from "../coat";
import { define } from "../derive";
import { ownFills, type SurfaceCase } from "../surface";
import { hasTool } from "./supplies";
import type { Project } from "./types";
import { WORKSHOP_OF } from "./world";

/** What is at hand for treating surfaces. */
export type Conditions = Pick<SurfaceCase, "noSprayPlace" | "damp" | "noAirbrush" | "grades" | "own">;

/** Nothing said allows everything. */
export const conditionsOf = define({
  name: "conditions at hand",
  scope: WORKSHOP_OF,
  read({ supplies, habits }: Pick<Project, "scene" | "supplies" | "habits">): Conditions {
    const air: Air = { airC: habits.air.airC, rh: habits.air.rh };
    const grades = supplies.filter((s) => s.kind === "abrasive" && s.stock > 0).map((s) => Number(s.what.slice(1)));
    return {
      noSprayPlace: hasTool(supplies, "spray place") === false,
      damp: sprayFault(air) ? air : null,
      noAirbrush: hasTool(supplies, "airbrush") === false,
      ...(grades.length > 0 ? { grades } : {}),
      own: ownFills(habits.fills),
    };
  },
});
