/**
 * What a kind of work is: one file each under `kinds/`, and nothing else in the program switches on kinds. A kind says what its fields
 * are, how it is called, what it refers to, into which steps it unfolds, what it lays on the part, and how a new one begins.
 */
import type { Air, CoatFamily, CoatLayer, CoatMethod, InPot, Sheen } from "../coat";
import type { GroundMethodId, PartsBy } from "../ground";
import type { GlueId, Material, SeamCase } from "../joint";
import type { Printer, PrintFacts } from "../print";
import type { Recipe } from "../recipe";
import type { Finish } from "../subject";
import type { SchoolId, SchoolPlan } from "../surface";
import type { Field } from "../field";
import type { Rests, Station, Step } from "./step";

/** What every piece of work has. */
export interface WorkBase {
  id: string;
  kind: string;
}

/** A row that a piece of work names. */
export interface Reference {
  /** Where in it: a field, or a path to one, "differs.0.paintId". */
  field: string;
  table: "paints" | "printers" | "procedures" | "recipes" | "parts";
  id: string;
  /** It may be emptied when the row goes; otherwise the row stays as long as it is named. */
  mayGo: boolean;
}

/** The same with another row named there. @param field as a reference says it */
export function naming<T extends object>(item: T, field: string, to: string | null): T {
  const [first, ...rest] = field.split(".");
  const value = (item as Record<string, unknown>)[first];
  const next = rest.length === 0 ? to : naming(value as object, rest.join("."), to);
  return (Array.isArray(item) ? item.map((x: unknown, i) => (i === Number(first) ? next : x)) : { ...item, [first]: next }) as T;
}

/** What a kind may ask of the shelf and the scene. */
export interface Surroundings {
  paint: (id: string) => ({ name: string; family: CoatFamily; hex: string; sheen: Sheen } & InPot) | undefined;
  recipe: (id: string) => Recipe | undefined;
  printer: (id: string) => Printer | undefined;
  printers: readonly Printer[];
  part: (id: string) => { id: string; name: string; material: Material } | undefined;
  /** What a piece of hiding takes on the part that is worked on; null while its surface is not found. Absent where no part is at hand. */
  hidden?: (item: { school: SchoolId; surfaceId: string }) => { plan: SchoolPlan; name: string } | null;
  /** A joint of the scene; undefined where it is gone. */
  joint?: (id: string) => AboutJoint | undefined;
  /** A layer of ground of the scene; undefined where it is gone. */
  layer?: (id: string) => AboutLayer | undefined;
  /** How far the part is finished; absent where no part is at hand. */
  finish?: Finish;
  /** Coats that a piece of work has laid on it already, in the order in which they were laid: steps of that work by name, and what they rested on. */
  got?: (itemId: string) => readonly { step: string; rests: Rests }[];
  /** What the user calls a surface of it. */
  saidSurface?: (id: string) => string | undefined;
}

/** A joint of the scene, as the part that is worked on sees it. */
export interface AboutJoint {
  /** "Mill house and Quay wall". */
  words: string;
  /** "Glue to Quay wall". */
  glueTo: string;
  /** What the other side is of. */
  toMaterial: Material;
  seam: SeamCase;
  partIds: readonly string[];
  /** So many joints are alike. */
  count: number;
  load: boolean;
  glueId: GlueId | null;
}

/** A layer of a zone of ground. */
export interface AboutLayer {
  /** "Creek: two-part resin, poured". */
  words: string;
  zoneId: string;
  methodId: GroundMethodId;
  areaMm2: number;
  depthMm: number;
  /** Of a pour: what fills its bed; undefined for all else. */
  fillsMl?: number;
  lineM: number;
  by: PartsBy;
}

/** The part that is worked on, and how far it is. */
export interface Task extends Surroundings {
  partId: string;
  partName: string;
  copies: number;
  /** Area to paint of one copy, mm². */
  areaMm2: number;
  /** Model size, mm. */
  sizeMm: readonly [number, number, number];
  material: Material;
  facts: (printerId: string) => PrintFacts | undefined;
  /** Good pieces so far. */
  good: number;
  /** Plates of this piece of work that are cleared: what came of each. */
  plates: (itemId: string) => readonly { failed: boolean; good: number }[];
  /** Pieces of it that lie on plates of the scene and are not cleared yet. */
  onPlates: number;
  /** Ended that step last as "done, not quite right"? What is found at a look wants another round. */
  notRight: (itemId: string, stepName: string) => boolean;
  /**
   * How long what this piece of work lays down must wait for what comes over it, s; undefined where it lays nothing down.
   * @param part of several layers the one of that name; the last of them where not said
   */
  waitForNext: (itemId: string, part?: string) => number | undefined;
  /** Of the room. */
  air: Air;
  /** How long a coat waits for a like one in the air of the room, s. */
  recoatS: (layer: CoatLayer) => number;
}

/** A step as a kind says it; the rest of its fields are filled in. */
export type StepDraft = Pick<Step, "title" | "handsOnS" | "waitS"> &
  Partial<
    Pick<
      Step,
      | "station"
      | "machineS"
      | "printerId"
      | "session"
      | "cautions"
      | "pieces"
      | "onPlate"
      | "clears"
      | "plates"
      | "counts"
      | "rests"
      | "takes"
      | "needs"
      | "leave"
    >
  > & {
    /** Its name within the work: part of the key by which records find it again. */
    name: string;
    /** Names of steps of the same work that it waits for; by default the one before. */
    after?: readonly string[];
  };

/** What a piece of work lays on the part, from the ground up. */
export type Film = Omit<CoatLayer, "id" | "atH" | "airC" | "rh"> & {
  /** Of several layers, the steps that lay this one: their names begin with it and a dot. */
  part?: string;
};

/** What it takes to know the coats that a piece of work lays. */
export type CoatsFrom = Pick<Surroundings, "paint" | "recipe" | "finish" | "got">;

/** A coat that some piece of work lays. */
export interface LaidCoat {
  method: CoatMethod;
  /** Of what; undefined where its pot is gone. */
  pot: { family: CoatFamily; sheen: Sheen } | undefined;
}

/** Which count of pieces a finished piece of work adds to. */
export type Counted = "fitted" | "primed" | "painted" | null;

export interface WorkKind<I extends WorkBase> {
  kind: I["kind"];
  /** What several of them are called: "coats". */
  many: string;
  /** Its fields beyond id and kind, each said once: see field.ts. */
  fields: Record<Exclude<keyof I, "id" | "kind">, Field>;
  station: Station | ((item: I) => Station);
  words: (item: I, at: Surroundings) => { title: string; detail: string };
  refers: (item: I) => Reference[];
  /** Parts that it needs besides those that it names itself: it waits for their prints. */
  needs?: (item: I, at: Surroundings) => readonly string[];
  steps: (item: I, task: Task) => StepDraft[];
  /** One layer, several one over the other, or none. */
  film: (item: I, at: Surroundings) => Film | Film[] | null;
  /** @param step of the piece of work, by name */
  counts: (item: I, at: Surroundings, step: string) => Counted;
  /** It comes over the paint: what is painted later goes before it. */
  overPaint?: (item: I, at: Pick<Surroundings, "paint">) => boolean;
  /** The coats that it lays, each as a coat by itself. */
  coats?: (item: I, at: CoatsFrom) => readonly LaidCoat[];
  /** May it go side by side with one that stands before it in a row of its kind? Each then waits for what came before the row. */
  beside?: (item: I, earlier: I, at: Surroundings) => boolean;
  /** Makes the pieces: what comes after it waits for the scene's plates that they lie on, too. */
  makesPieces?: true;
  /** The same work when the part is `by` times as large. */
  resized?: (item: I, by: number) => I;
  /** What stays of it where one of its steps is left out; nothing of most kinds. */
  without?: (item: I, step: string) => I;
  /** How a new one begins for a part, and what the button for it says; none where it cannot be, or begins elsewhere. */
  begin?: { label: string; make: (id: string, task: Beginning) => I | null };
}

/** What is known when a piece of work is begun. */
export interface Beginning extends Surroundings {
  partId: string;
  sizeMm: readonly [number, number, number];
  material: Material;
  /** Prints on a machine: it was not made by hand. */
  printed: boolean;
  paints: readonly { id: string }[];
  /** Joints that the part is in. */
  joints: readonly string[];
  /** Does any part's order of work have that joint? */
  hasJoint: (id: string) => boolean;
  has: (kind: string) => boolean;
  facts: (printerId: string) => PrintFacts | undefined;
}

/** What a record keeps of a step beside what the kind says: the kind itself. */
export const restsOn = (kind: string, rests: Rests = {}): Rests => ({ kind, ...rests });

/**
 * What own minutes are learned by: the tool of a coat, the task at the bench, the method of hiding lines or of ground, else the kind of work.
 */
export function paceKey({ kind = "", method, task, school, recipe, process }: Rests): string {
  const told = method ?? task ?? school ?? recipe ?? (process ? `${kind} ${process}` : kind);
  return String(told);
}

/** Those of one kind, in their order. Each kind gives its own beside it; nobody else asks for a kind by its name. */
export const only =
  <I extends WorkBase>(kind: I["kind"]) =>
  (work: readonly WorkBase[]): I[] =>
    work.filter((w): w is I => w.kind === kind);
