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

/** What it lays down all over, one after the other; the same product in a row is so many coats. */
function laidDown(stages: readonly SchoolStage[]): { product: ProductId; coats: number }[] {
  const out: { product: ProductId; coats: number }[] = [];
  for (const { product, share } of stages) {
    if (!product || share < 1) continue;
    const last = out.at(-1);
    if (last?.product === product) last.coats++;
    else out.push({ product, coats: 1 });
  }
  return out;
}

export const hide: WorkKind<HideWork> = {
  kind: "hide",
  many: "hiding lines",
  fields: { school: oneOf(SCHOOLS), surfaceId: id },
  station: "surface",
  words: (item, at) => ({ title: schoolById(item.school)?.name ?? item.school, detail: nameOf(item, at) }),
  refers: () => [],
  // As many coats as the plan has stages that lay one down all over: plan and core sample say the same.
  film: (item, at) =>
    laidDown(at.hidden?.(item)?.plan.stages ?? []).map(({ product, coats }) => {
      const { name, family, method, hex } = PRODUCTS[product];
      return { name, family, method, coats, hex };
    }),
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
    const lastCoat = stages.reduce((last, s, i) => (s.kind === "lay" && s.share === 1 ? i : last), -1);
    return stages.map((stage, i) => ({
      name: String(i),
      title: `${stage.title}: ${found.name}`,
      handsOnS: stage.handsOnS,
      // After the last coat, what comes over it says how long it must wait.
      waitS: i === lastCoat ? Math.max(stage.waitS, task.waitForNext(item.id) ?? 0) : stage.waitS,
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
