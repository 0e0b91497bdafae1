/** The plan of a scene, and what is said of it in the frame. */
import { ofOne, Recent } from "../../core/derive";
import { NOTHING_WAITS, waitingAt, wontWait } from "../../core/look";
import { chanceOf, coatChecks, noTonight, tonight, type ChanceOf, type Tonight } from "../../core/plan";
import type { Project, ProjectRows } from "../../core/project";
import { joinProject, resultKey, wantedIn, type KnownValue, type Lookup, type ResultRequest, type ValueOf } from "../../core/results";
import type { SceneInput, SceneView } from "./protocol";

const byKey = ofOne((known: readonly KnownValue[]) => new Map(known.map(({ key, value }) => [key, value])));

/** Owners whose last result is at hand. */
const MOST_LASTS = 20_000;

/** The plan of a scene, and what its chance to be ready is reckoned from. */
export interface ScenePlanned {
  view: Omit<SceneView, "chance">;
  chanceOf: () => ChanceOf;
}

/** Plans scenes one after the other: what is computed anew of a part stands as it was until it is there. */
export function scenePlanner(): (input: SceneInput) => ScenePlanned {
  const lasts = new Recent<ValueOf<ResultRequest>>(MOST_LASTS);
  const remember = (rows: ProjectRows, lookup: Lookup): void => {
    for (const { request, of } of wantedIn(rows)) {
      const value = lookup(request);
      if (value !== undefined) lasts.set(of, value);
    }
  };
  let edition = 0;
  let before: Pick<SceneInput, "rows" | "others" | "taught" | "known"> | null = null;
  return (input) => {
    const began = performance.now();
    const { rows, others, taught, known } = input;
    const values = byKey(known);
    const lookup: Lookup = (request) => values.get(resultKey(request)) as ReturnType<typeof lookup>;
    const said = [rows, ...others];
    if (before?.rows !== rows || before.others !== others || before.taught !== taught || before.known !== known) {
      edition++;
      for (const r of said) remember(r, lookup);
    }
    before = input;
    const [project, ...beside] = said.map((r) =>
      joinProject(r, lookup, (of) => lasts.get(of), [...said.filter((o) => o !== r), { records: taught }]),
    );
    const plan = planned(project, beside, input);
    return {
      view: { sceneId: rows.scene.id, now: input.now, edition, ...plan, tookMs: performance.now() - began },
      chanceOf: () => chanceOf(project, beside, plan.model, taught),
    };
  };
}

type Planned = Pick<SceneView, "model" | "waiting" | "wontWait" | "problem">;

/** A fault in the plan must not take the scene down: it is said, and the scene stands without. */
function planned(
  project: Project,
  others: readonly Project[],
  { now, atHand, awake }: Pick<SceneInput, "now" | "atHand" | "awake">,
): Planned {
  const said = (model: Tonight): Planned => {
    const checkOf = coatChecks(project, model);
    return { model, waiting: waitingAt(project, model, checkOf), wontWait: wontWait(project, model, checkOf), problem: null };
  };
  try {
    return said(tonight(project, now, atHand, awake, others));
  } catch (error) {
    console.error(error);
    // Another scene is no reason to leave this one without its evening.
    if (others.length > 0) {
      const alone = planned(project, [], { now, atHand, awake });
      return alone.problem ? alone : { ...alone, problem: "Another scene could not be planned, so the evenings count only this one." };
    }
    const model = noTonight(now);
    return {
      model,
      waiting: waitingAt({ ...project, parts: [], records: [] }, model),
      wontWait: NOTHING_WAITS,
      problem: `The evenings for this scene could not be planned (${error instanceof Error ? error.message : String(error)}). The rest still works. Undo the last change, or save the scene.`,
    };
  }
}
