/** A scene as derived values read it, and the rows of it that they ask for one by one. */
import { define, ofOne, sameList, type Scope } from "../derive";
import { recordsByPart } from "./recordsOf";
import type { Recipe } from "../recipe";
import type { Paint, Part, Project, StepRecord } from "./types";

/** What one scene says and what is known of its parts. */
export const SCENE: Scope<Pick<Project, "scene">> = {
  shape: { scene: {}, habits: { air: {} } },
  of: ({ scene }) => scene.id,
};

/** What the workshop says, whichever scene goes by it; the demo's things are kept apart from the user's. */
export const WORKSHOP_OF: Scope<Pick<Project, "scene">> = {
  shape: { scene: {}, habits: { air: {} } },
  of: ({ scene }) => (scene.demo ? "the demo's workshop" : "workshop"),
};

const partsById = ofOne((parts: readonly Part[]): ReadonlyMap<string, Part> => new Map(parts.map((p) => [p.id, p])));
const paintsById = ofOne((paints: readonly Paint[]): ReadonlyMap<string, Paint> => new Map(paints.map((p) => [p.id, p])));

const recipesById = ofOne((recipes: readonly Recipe[]): ReadonlyMap<string, Recipe> => new Map(recipes.map((r) => [r.id, r])));

type With<K extends keyof Project> = Pick<Project, "scene" | K>;

/** A part by its id. */
export const partNamed = define({
  name: "part",
  scope: SCENE,
  read: ({ parts }: With<"parts">, id: string): Part | undefined => partsById(parts).get(id),
});

/** A paint by its id. */
export const paintNamed = define({
  name: "paint",
  scope: SCENE,
  read: ({ paints }: With<"paints">, id: string): Paint | undefined => paintsById(paints).get(id),
});

/** A recipe by its id. */
export const recipeNamed = define({
  name: "recipe",
  scope: SCENE,
  read: ({ scene }: Pick<Project, "scene">, id: string): Recipe | undefined => recipesById(scene.recipes).get(id),
});

/** Records that say something of a part, in their order. */
export const recordsOfPart = define({
  name: "records of a part",
  scope: SCENE,
  read: ({ records }: With<"records">, partId: string): readonly StepRecord[] => recordsByPart(records).get(partId) ?? [],
  same: sameList,
});
