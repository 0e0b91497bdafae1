/** A recipe: steps that each lie somewhere, whatever the piece is. It lies on pieces by reference. */
import { canCover, METHODS, type CoatFamily, type CoatLayer, type CoatMethod, type InPot, type Sheen } from "../coat";
import type { Finish } from "../subject";
import { ROLES, type Role } from "./roles";

/** A pot, as a step wants it: what it is called, of what family, how it looks dry. */
export interface Pot {
  name: string;
  family: CoatFamily;
  hex: string;
  sheen: Sheen;
}

export interface RecipeStep {
  id: string;
  role: Role;
  /** What exactly, where the role does not say it: "the hoops". */
  where: string;
  /** Share of the area, 0 to 1; the role's own where null. */
  share: number | null;
  /** The pot on the rack; null while none is chosen. */
  paintId: string | null;
  /** What the pot should be: it stands for one while none is chosen. */
  wants: Pot;
  method: CoatMethod;
  coats: number;
  /** Parts of thinner to one of paint. */
  thinning?: number;
  /** Laid while the coat below is still wet, on purpose. */
  wet?: boolean;
  /** The least finish that it belongs to. */
  finish: Finish;
  /** On every so many-th copy only; on all where absent. */
  every?: number;
  /** Things that are picked out on one piece; null or absent where nobody counted. */
  picked?: number | null;
  /** Border to another colour that has to be kept, on one piece, mm; null or absent where nobody measured. */
  borderMm?: number | null;
  brush: string;
  /** Why it looks wrong after this step, on purpose. */
  looksSo: string;
  /** Minutes after which it may be judged; null where at once. */
  judgeAfterMin: number | null;
  ifTooMuch: string;
}

/** What a step says where nobody said otherwise. */
export const NEW_STEP = {
  where: "",
  share: null,
  paintId: null,
  coats: 1,
  brush: "",
  looksSo: "",
  judgeAfterMin: null,
  ifTooMuch: "",
} satisfies Partial<RecipeStep>;

export interface Recipe {
  id: string;
  name: string;
  /** How it is gone about: "dark to light", "washes over white". */
  school: string;
  steps: RecipeStep[];
  demo?: boolean;
}

/** A step that a piece leaves out, takes from another pot, or wants cracked. */
export interface Difference {
  stepId: string;
  skip?: true;
  paintId?: string;
  /** It is meant to crack on this piece. */
  crackle?: true;
}

/** The recipe with another pot wherever it takes that one; the recipe itself where it does not. @param to null for none */
export function withPot<R extends Pick<Recipe, "steps">>(recipe: R, paintId: string, to: string | null): R {
  if (!recipe.steps.some((s) => s.paintId === paintId)) return recipe;
  return { ...recipe, steps: recipe.steps.map((s) => (s.paintId === paintId ? { ...s, paintId: to } : s)) };
}

/** The recipe without a pot that goes: its steps want one like it. */
export function withoutPot<R extends Pick<Recipe, "steps">>(recipe: R, { id, name, family, hex, sheen }: Pot & { id: string }): R {
  if (!recipe.steps.some((s) => s.paintId === id)) return recipe;
  const wants = { name, family, hex, sheen };
  return { ...recipe, steps: recipe.steps.map((s) => (s.paintId === id ? { ...s, paintId: null, wants } : s)) };
}

/** From the least work to the most. */
export const FINISH_ORDER: readonly Finish[] = ["table", "good", "display"];

/** Does a step belong to that finish? What is only left bare is no step of work. */
const isUpTo = (step: Pick<RecipeStep, "finish">, finish: Finish): boolean =>
  FINISH_ORDER.indexOf(step.finish) <= FINISH_ORDER.indexOf(finish);

/** The steps of work that a recipe has for one finish, in order. */
export const stepsUpTo = ({ steps }: Pick<Recipe, "steps">, finish: Finish): RecipeStep[] =>
  steps.filter((s) => s.role !== "bare" && isUpTo(s, finish));

export const shareOf = ({ share, role }: Pick<RecipeStep, "share" | "role">): number => share ?? ROLES[role].share;

/** The area that a hand or a tool goes over at that step, as a share of the whole. */
export const workedShare = (step: Pick<RecipeStep, "share" | "role">): number => (ROLES[step.role].there ? shareOf(step) : 1);

/** The share of the whole area that takes paint: what the method closes of it, and no more than the role. */
export const paintedShare = (step: Pick<RecipeStep, "share" | "role" | "method">): number =>
  Math.min(shareOf(step), METHODS[step.method].cover ?? 1);

/** What a brush goes slowly at, on one piece. */
export const fineWork = ({ picked, borderMm }: Pick<RecipeStep, "picked" | "borderMm">): { picked: number; borderMm: number } => ({
  picked: picked ?? 0,
  borderMm: borderMm ?? 0,
});

/** How many of so many copies a step is done on. */
export const copiesOf = ({ every = 1 }: Pick<RecipeStep, "every">, copies: number): number => Math.ceil(copies / every);

/** What a step lays on a piece, out of that pot. */
export const layerOf = (step: RecipeStep, pot: Pot & InPot): Omit<CoatLayer, "id"> => ({
  name: pot.name,
  family: pot.family,
  sheen: pot.sheen,
  hex: pot.hex,
  ...(pot.can && { covers: canCover(pot) }),
  method: step.method,
  coats: step.coats,
  ...(step.thinning ? { thinning: step.thinning } : {}),
  ...(step.wet ? { wet: true } : {}),
  ...placeOf(step),
});

/** Where a role lies, for the coat check and the core. */
export const placeOf = (step: Pick<RecipeStep, "role" | "share">): Pick<CoatLayer, "spots" | "share"> => {
  const { spots } = ROLES[step.role];
  const share = shareOf(step);
  return { ...(spots && { spots }), ...(share < 1 && { share }) };
};

/** "dark brown, recesses: the planks". */
export const placeWords = ({ role, where }: Pick<RecipeStep, "role" | "where">): string => {
  const { label } = ROLES[role];
  if (!where) return label;
  return role === "surface" || role === "picked out" ? where : `${label}: ${where}`;
};
