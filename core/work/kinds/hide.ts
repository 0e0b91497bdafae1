/** Hiding what printing left on one surface, by one of the schools. What it takes follows from the surface as it is printed; nothing of that is kept. */
import { PRODUCTS, SCHOOLS, schoolById, type ProductId, type SchoolId, type SchoolStage } from "../../surface";
import { id, oneOf } from "../fields";
import type { Surroundings, WorkKind } from "../kind";

export interface HideWork {
  id: string;
  kind: "hide";
  school: SchoolId;
  /** What was said of the surface: see PartRow.surfaces. */
  surfaceId: string;
}

const nameOf = (item: HideWork, at: Surroundings): string => at.hidden?.(item)?.name ?? at.saidSurface?.(item.surfaceId) ?? "a surface";

/** Before its surface is found, somebody will be busy about so long, s. Common practice, no source. */
const UNKNOWN_S = 20 * 60;

/** The product that most of its coats are of. */
function laidDown(stages: readonly SchoolStage[]): { product: ProductId; coats: number } | null {
  const coats = stages.filter((s) => s.product !== null && s.round === 1);
  const product = coats.at(-1)?.product;
  return product ? { product, coats: coats.filter((s) => s.product === product).length } : null;
}

export const hide: WorkKind<HideWork> = {
  kind: "hide",
  many: "hiding lines",
  fields: { school: oneOf(SCHOOLS), surfaceId: id },
  station: "surface",
  words: (item, at) => ({ title: schoolById(item.school)?.name ?? item.school, detail: nameOf(item, at) }),
  refers: () => [],
  // As many coats as the plan has stages that lay one down all over: plan and core sample say the same.
  film: (item, at) => {
    const laid = laidDown(at.hidden?.(item)?.plan.stages ?? []);
    if (!laid) return null;
    const { name, family, method, hex } = PRODUCTS[laid.product];
    return { name, family, method, coats: laid.coats, hex };
  },
  counts: () => null,
  steps: (item, task) => {
    const found = task.hidden?.(item);
    if (!found)
      return [
        {
          name: "0",
          title: `${schoolById(item.school)?.name ?? item.school}: ${nameOf(item, task)}, not found in the mesh yet`,
          handsOnS: UNKNOWN_S,
          waitS: 0,
          pieces: task.copies,
        },
      ];
    const { stages } = found.plan;
    const lastCoat = stages.reduce((last, s, i) => (s.kind === "lay" ? i : last), -1);
    return stages.map((stage, i) => ({
      name: String(i),
      title: `${stage.title}: ${found.name}`,
      handsOnS: stage.handsOnS,
      // After the last coat, what comes over it says how long it must wait.
      waitS: i === lastCoat && i === stages.length - 1 ? Math.max(stage.waitS, task.waitForNext(item.id) ?? 0) : stage.waitS,
      cautions: stage.cautions,
      pieces: task.copies,
      needs: stage.needs,
      session: {
        key: `hide ${stage.kind} ${stage.product ?? stage.title} ${stage.round}`,
        group: `hide ${stage.kind} ${stage.product ?? stage.title}`,
        title: stage.title,
        setUpS: stage.setUpS,
      },
      rests: { school: item.school, surface: found.name, leavesMm: stage.leavesMm, round: stage.round },
    }));
  },
};
