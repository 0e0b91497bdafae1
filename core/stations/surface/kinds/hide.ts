/** Hiding what printing left on one surface, by one of the schools. What it takes follows from the surface as it is printed; nothing of that is kept. */
import { field, optionsNamed, id } from "../../../field";
import { PRODUCTS, SCHOOLS, schoolById, type ProductId, type SchoolId, type SchoolStage } from "../../../surface";
import { only, type Surroundings, type Task, type WorkKind } from "../../../work";

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

/** Share of the surface that a look usually finds, where one comes that was not planned. Common practice, no source. */
const SPOTS = 0.15;
/** No look asks for more rounds than these. */
const MOST_AGAIN = 6;

/**
 * What a look that was not quite right asks for: the spots gone over once more as in the round before it, and another look; and again, as long
 * as those end so. @param name of the look's step
 */
function spotRounds(stages: readonly SchoolStage[], look: number, task: Task, itemId: string): { name: string; stage: SchoolStage }[] {
  const { round } = stages[look];
  const work = stages.slice(0, look).filter((s) => s.round === round && (s.kind === "lay" || s.kind === "sand" || s.kind === "work"));
  const onSpots = (s: SchoolStage): SchoolStage => ({
    ...s,
    title: s.title.includes("the spots") || s.title.includes("on the spots") ? s.title : `${s.title}, spots only`,
    share: SPOTS,
    handsOnS: Math.min(s.handsOnS, s.setUpS + Math.max(60, (s.handsOnS - s.setUpS) * SPOTS)),
    wetMl: s.wetMl * SPOTS,
    usedMl: s.usedMl * SPOTS,
  });
  const out: { name: string; stage: SchoolStage }[] = [];
  let name = String(look);
  for (let n = 1; n <= MOST_AGAIN && task.notRight(itemId, name); n++) {
    out.push(...work.map((s, i) => ({ name: `${look}-again${n}-${i}`, stage: onSpots(s) })));
    name = `${look}-again${n}-look`;
    out.push({ name, stage: stages[look] });
  }
  return out;
}

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
  fields: { school: field.choice("Finish method", optionsNamed(SCHOOLS)), surfaceId: field.kept(id) },
  station: "surface",
  words: (item, at) => ({ title: schoolById(item.school)?.name ?? item.school, detail: nameOf(item, at) }),
  refers: () => [],
  // As many coats as the plan has stages that lay one down all over: plan and core sample say the same.
  film: (item, at) =>
    laidDown(at.hidden?.(item)?.plan.stages ?? []).map(({ product, coats }) => {
      const { name, family, method, hex } = PRODUCTS[product];
      return { name, family, method, coats, hex, place: item.surfaceId };
    }),
  counts: () => null,
  // Surfaces of one piece are worked on in the same rounds, with one setting up: see mixedPlan.
  beside: (item, earlier) => item.surfaceId !== earlier.surfaceId,
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
    const all = stages.flatMap((stage, i) => [
      { name: String(i), stage, i },
      ...(stage.kind === "look" ? spotRounds(stages, i, task, item.id).map((s) => ({ ...s, i: -1 })) : []),
    ]);
    const times = new Map<string, number>();
    return all.map(({ name, stage, i }) => {
      const group = `hide ${stage.kind} ${stage.product ?? stage.title}`;
      // Two coats of one surface are two goes: the first of one shares with the first of another.
      const round = `${group} ${stage.round}`;
      const nth = (times.get(round) ?? 0) + 1;
      times.set(round, nth);
      return {
        name,
        title: `${stage.title}: ${found.name}`,
        handsOnS: stage.handsOnS,
        // After the last coat, what comes over it says how long it must wait.
        waitS: i === lastCoat ? Math.max(stage.waitS, task.waitForNext(item.id) ?? 0) : stage.waitS,
        cautions: stage.cautions,
        pieces: task.copies,
        needs: stage.needs,
        leave: { words: "Hiding the lines" },
        session: { key: `${round} ${nth}`, group, title: stage.title, setUpS: stage.setUpS },
        takes: [
          ...(stage.product ? [{ product: stage.product, amount: stage.usedMl }] : []),
          ...stage.papers.map(({ grade, sheets }) => ({ supply: "abrasive" as const, what: `P${grade}`, amount: sheets })),
        ],
        rests: { school: item.school, surface: found.name, leavesMm: stage.leavesMm, round: stage.round },
      };
    });
  },
};

export const hidesIn = only<HideWork>("hide");
