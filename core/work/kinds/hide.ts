/** Hiding the layer lines of a surface by one of the schools. */
import { LIMITS } from "../../limits";
import { planSchool, SCHOOLS, type SchoolId, type SchoolPlan } from "../../surface";
import { oneOf, text, within } from "../fields";
import type { WorkKind } from "../kind";

export interface HideWork {
  id: string;
  kind: "hide";
  school: SchoolId;
  areaMm2: number;
  cuspMm: number;
  pitchMm: number;
  /** Which surface, in words. */
  surface: string;
}

const planOf = (item: HideWork, copies: number): SchoolPlan =>
  planSchool(item.school, item.areaMm2 * copies, { cuspMm: item.cuspMm, pitchMm: item.pitchMm });

export const hide: WorkKind<HideWork> = {
  kind: "hide",
  many: "hiding lines",
  fields: {
    school: oneOf(SCHOOLS),
    areaMm2: within(LIMITS.areaMm2),
    cuspMm: within({ least: 0, most: 100 }),
    pitchMm: within({ least: 0, most: 1e6 }),
    surface: text(100),
  },
  station: "surface",
  words: (item) => ({ title: SCHOOLS.find((s) => s.id === item.school)?.name ?? item.school, detail: item.surface }),
  refers: () => [],
  // As many coats as the plan has stages that lay one down: plan and core sample say the same.
  film: (item) => {
    const laid = planOf(item, 1).stages.filter((s) => s.filmMm > 0);
    if (laid.length === 0) return null;
    return item.school === "thick-coat"
      ? { name: "Thick base coat", family: "water acrylic", method: "brush", coats: laid.length, hex: "#9a9184" }
      : { name: "Filler primer, sanded", family: "solvent primer", method: "spray", coats: laid.length, hex: "#a3a7a8" };
  },
  counts: () => null,
  steps: (item, task) => {
    const { stages } = planOf(item, task.copies);
    return stages.map((stage, i) => ({
      name: String(i),
      title: `${stage.title}: ${item.surface}`,
      handsOnS: stage.handsOnS,
      // After the last coat, what comes over it says how long it must wait.
      waitS: i === stages.length - 1 && stage.filmMm > 0 ? Math.max(stage.waitS, task.waitForNext(item.id) ?? 0) : stage.waitS,
      cautions: stage.cautions,
      pieces: task.copies,
      needs: stage.cautions.includes("solvent-spray") ? ["spray place"] : [],
      session: {
        key: `hide ${item.school} ${stage.title} ${i}`,
        group: `hide ${item.school} ${stage.title}`,
        title: stage.title,
        setUpS: stage.setUpS,
      },
      rests: { school: item.school, areaMm2: item.areaMm2 * task.copies, stepMm: item.cuspMm },
    }));
  },
  resized: (item, by) => ({ ...item, areaMm2: item.areaMm2 * by * by }),
};
