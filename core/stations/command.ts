/**
 * What a command is: one change that a user can make, with the schema of its payload, its label for undo, the tables it may touch, and what
 * it does to their rows. It knows rows only through `Edit`: the store runs it in a transaction over exactly those tables, and the page
 * runs it on the rows that it shows.
 */
import Joi from "joi";
import { LIMITS, type Habits, type PartRow, type SceneRow, type StepRecord, type WorkItem } from "../project";
import { clock, WORKSHOP, type Rows, type RowTable } from "../rows";
import { kindOf } from "./kinds";

/** What a command says when the rows do not allow it. */
export class Refused extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly where?: string,
  ) {
    super(message);
  }
}

/** What is said where a row is not there any more. */
const GONE: Record<RowTable, { code: string; message: string }> = {
  scenes: { code: "scene.gone", message: "That scene is no longer here." },
  parts: { code: "part.gone", message: "That part is no longer here. It may have been deleted in another window." },
  records: { code: "step.gone", message: "That step is no longer in the log." },
  printers: { code: "printer.gone", message: "That printer is no longer here." },
  paints: { code: "paint.gone", message: "That paint is no longer on the rack." },
  recipes: { code: "recipe.gone", message: "That recipe no longer exists." },
  procedures: { code: "procedure.gone", message: "That saved step no longer exists." },
  things: { code: "thing.gone", message: "That known thing is no longer here." },
  supplies: { code: "supply.gone", message: "That is no longer in the workshop." },
  lines: { code: "line.gone", message: "That line is no longer in the stock book." },
  lessons: { code: "lesson.gone", message: "That lesson no longer exists." },
  habits: { code: "workshop.gone", message: "The workshop is no longer here." },
};

export const gone = (table: RowTable): Refused => new Refused(GONE[table].code, GONE[table].message);

/** Tables whose rows a command asks for by their id. */
type ById<T extends RowTable> = Exclude<T, "scenes">;

/** What a command may do to the tables that it names. Reads see its own writes. */
export interface Edit<T extends RowTable = RowTable> {
  readonly sceneId: string;
  /** The scene that the edit is made in. */
  readonly scene: () => Promise<SceneRow | undefined>;
  readonly get: <K extends ById<T>>(table: K, id: string) => Promise<Rows[K] | undefined>;
  /** All rows of the scene, or all of the workshop. */
  readonly all: <K extends ById<T>>(table: K) => Promise<Rows[K][]>;
  /** The rows of every scene. */
  readonly ofAllScenes: <K extends T & ("scenes" | "parts" | "records")>(table: K) => Promise<Rows[K][]>;
  /** Stores a row, if it is fit by its schema and there is room. */
  readonly put: <K extends T>(table: K, row: Rows[K]) => Promise<void>;
  readonly delete: <K extends ById<T>>(table: K, id: string) => Promise<void>;
  /** Never there: for the compiler, to which an edit of fewer tables is none of more. */
  readonly tables?: (table: T) => void;
}

export interface Command<P> {
  tables: (payload: P) => readonly RowTable[];
  schema: Joi.ObjectSchema;
  label: (payload: P) => string;
  apply: (edit: Edit, payload: P, now: number) => Promise<void>;
}

/** A command over these tables: it does not compile where it touches another. */
export const over =
  <T extends RowTable>(...tables: T[]) =>
  <P>(command: {
    schema: Joi.ObjectSchema;
    label: (payload: P) => string;
    apply: (edit: Edit<T>, payload: P, now: number) => Promise<void>;
  }): Command<P> => ({ tables: () => tables, ...command });

/** Commands by name, with the payload of each. */
export type CommandsOf<C> = { [N in keyof C]: Command<C[N]> };

export const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).options({ presence: "required" });
export const opt = (schema: Joi.Schema): Joi.Schema => schema.optional();
/** The same schemas, none of them demanded. */
export const optional = <T extends Record<string, Joi.Schema>>(schemas: T): Joi.SchemaMap =>
  Object.fromEntries(Object.entries(schemas).map(([key, schema]) => [key, schema.optional()]));
/** Some fields of a row: which of them, and of what kind, is judged when the row is put. */
export const change = Joi.object().min(1).max(60).unknown(true);
/** Fields that are said no longer; whether a row can be without them is judged when it is put. */
export const clears = Joi.array().max(60).items(Joi.string().min(1).max(LIMITS.name)).optional();

/** What an edit says of some fields of a row. */
export interface Said {
  change: object;
  clears?: string[];
}
/** What is cleared is undefined, whatever was said beside it. */
export const saidOf = ({ change, clears = [] }: Said): object => ({ ...change, ...Object.fromEntries(clears.map((k) => [k, undefined])) });
export const saysSomething: Joi.CustomValidator<Said> = (said, helpers) =>
  Object.keys(saidOf(said)).length > 0 ? said : helpers.message({ custom: "Nothing was changed." });

export async function sceneOf(e: Edit<"scenes">): Promise<SceneRow> {
  const scene = await e.scene();
  if (!scene) throw gone("scenes");
  return scene;
}
export async function partOf(e: Edit<"parts">, partId: string): Promise<PartRow> {
  const part = await e.get("parts", partId);
  if (!part) throw gone("parts");
  return part;
}
export const putPart = async (e: Edit<"parts">, partId: string, to: (part: PartRow) => PartRow): Promise<void> =>
  e.put("parts", to(await partOf(e, partId)));

/** What a scene is called, where it is not the one that is open. */
export async function otherScene(e: Edit<"scenes">, sceneId: string): Promise<string | null> {
  if (sceneId === e.sceneId) return null;
  return (await e.ofAllScenes("scenes")).find((s) => s.id === sceneId)?.name ?? "";
}

/** Prints that nobody has ended, of every scene that shares its printers: the demo's machines are simulated, and its own. */
export async function openPrints(e: Edit<"scenes" | "records">): Promise<StepRecord[]> {
  const demo = new Map((await e.ofAllScenes("scenes")).map((s) => [s.id, s.demo]));
  return (await e.ofAllScenes("records")).filter(
    (r) => r.time === "machine" && r.finishedAt === null && r.print !== undefined && demo.get(r.sceneId) === demo.get(e.sceneId),
  );
}

/** A row with some of its fields changed, and without those that are undefined; its ids stay. */
export const merged = <T extends object>(row: T, changed: object): T => {
  const next = { ...row, ...changed, ...("id" in row ? { id: row.id } : {}) } as Record<string, unknown>;
  for (const [k, v] of Object.entries(changed)) if (v === undefined) delete next[k];
  return next as T;
};

/** A list with things added, changed or dropped; each is known by the field `by`. */
export const withItems = <T extends object>(list: readonly T[], items: readonly T[], by: keyof T): T[] => {
  const there = new Set(list.map((x) => x[by]));
  if (items.some((i) => there.has(i[by]))) throw new Refused("item.there", "That name is already used.");
  return [...list, ...items];
};
export const withItem = <T extends object>(list: readonly T[], by: keyof T, which: string, changed: object): T[] => {
  if (!list.some((x) => x[by] === which))
    throw new Refused("item.gone", "That is no longer here. It may have been deleted in another window.");
  return list.map((x) => (x[by] === which ? merged(x, changed) : x));
};
export const withoutItem = <T extends object>(list: readonly T[], by: keyof T, which: string): T[] => list.filter((x) => x[by] !== which);

/** A list of texts with some added and some dropped. */
export const withAndWithout = (list: readonly string[], add: readonly string[], drop: readonly string[]): string[] =>
  [...new Set([...list, ...add])].filter((x) => !drop.includes(x));

/** What an item of a list is named by. */
export const itemKey = Joi.string().min(1).max(LIMITS.name);
/** Some minutes of a day; null for none. */
export const span = Joi.object({ from: clock, to: clock }).options({ presence: "required" }).allow(null);
export type ItemOf<T, L extends keyof T> = T[L] extends (infer I)[] ? I : never;

export async function habitsOf(e: Edit<"habits">): Promise<Habits> {
  const habits = await e.get("habits", WORKSHOP);
  if (!habits) throw gone("habits");
  return habits;
}

/** A part at another factor. Areas that were planned for the old size follow the new one. */
export function rescaled(part: PartRow, factor: number): PartRow {
  const by = factor / part.factor;
  const work = part.work.map((w) => (kindOf(w).resized?.(w, by) ?? w) as WorkItem);
  return { ...part, factor, work };
}
