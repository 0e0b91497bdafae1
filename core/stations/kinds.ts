/**
 * The kinds of work, each a file of its station, and what is asked of work whatever its kind. A new kind is its own file and a line here.
 * It knows neither rows nor commands: those know it.
 */
import { naming, type CoatsFrom, type LaidCoat, type Reference, type Surroundings, type WorkBase, type WorkKind } from "../work";
import { bench } from "./parts/kinds/bench";
import { coat } from "./paint/kinds/coat";
import { mask } from "./paint/kinds/mask";
import { recipe } from "./paint/kinds/recipe";
import { glue } from "./assemble/kinds/glue";
import { ground } from "./ground/kinds/ground";
import { layer } from "./ground/kinds/layer";
import { hide } from "./surface/kinds/hide";
import { own } from "./parts/kinds/own";
import { print } from "./print/kinds/print";
import { seam } from "./surface/kinds/seam";

const ALL = { print, hide, seam, coat, recipe, mask, glue, ground, layer, bench, own };

type ItemOf<K> = K extends WorkKind<infer I> ? I : never;

/** A piece of work on a part, of any kind. */
export type WorkItem = ItemOf<(typeof ALL)[keyof typeof ALL]>;
export type WorkKindName = WorkItem["kind"];

/** Every kind, in the order in which they are offered. */
export const WORK_KINDS = Object.values(ALL) as unknown as readonly (WorkKind<WorkBase> & { kind: WorkKindName })[];

const byName = new Map<string, WorkKind<WorkBase>>(WORK_KINDS.map((k) => [k.kind, k]));

/** The kind of a piece of work: everything that is asked of it is asked here. */
export function kindOf(item: WorkBase): WorkKind<WorkBase> {
  const kind = byName.get(item.kind);
  if (!kind) throw new Error(`kindOf: no kind of work ${item.kind}`);
  return kind;
}

/** Is this work of a kind that is known? */
export const isWork = (item: unknown): item is WorkItem =>
  typeof item === "object" && item !== null && "kind" in item && byName.has(item.kind as string);

/** The coats of all work on a part, whatever lays them, in their order. */
export const coatsLaid = (work: readonly WorkItem[], at: CoatsFrom): LaidCoat[] => work.flatMap((w) => kindOf(w).coats?.(w, at) ?? []);

/** Where the last of one kind stands in the order of work; −1 for none. */
export const lastOf = (work: readonly WorkItem[], kind: WorkKindName): number => work.findLastIndex((w) => w.kind === kind);

/** May a piece of work go side by side with one that stands before it? */
export const mayGoBeside = (item: WorkBase, earlier: WorkBase, at: Surroundings): boolean =>
  item.kind === earlier.kind && kindOf(item).beside?.(item, earlier, at) === true;

/** A piece of work whose references that may go are emptied where they lead nowhere. */
export function loosened(item: WorkItem, leads: (table: Reference["table"], id: string) => boolean): WorkItem {
  if (!isWork(item)) return item;
  const loose = kindOf(item)
    .refers(item)
    .filter((r) => r.mayGo && !leads(r.table, r.id));
  return loose.reduce((w, r) => naming(w, r.field, null), item);
}

export { gluesIn } from "./assemble/kinds/glue";
export { groundsIn } from "./ground/kinds/ground";
export { layersIn } from "./ground/kinds/layer";
export { coatsIn, filmOfCoat, type CoatWork } from "./paint/kinds/coat";
export { howLaid, POT_METHODS } from "./paint/laying";
export { isRecipe, recipesIn, stepsOnPiece, type RecipeWork } from "./paint/kinds/recipe";
export { masksIn, type MaskWork } from "./paint/kinds/mask";
export { benchWorkIn, MOST_GOES } from "./parts/kinds/bench";
export { keptOf, ownFrom, type OwnWork } from "./parts/kinds/own";
export { needsOf, printedOn, printsIn, type PrintWork, type TypedEstimate } from "./print/kinds/print";
export { parseTypedEstimate } from "./print/typedEstimate";
export { hidesIn, type HideWork } from "./surface/kinds/hide";
export { seamsIn } from "./surface/kinds/seam";
