/**
 * Every change a user can make, as a named command: its Joi schema, its label for undo, and what it does to the rows.
 * Routes hand over a name and a payload; nothing else writes a scene's rows.
 */
import Joi from "joi";
import { fail, ok, type Result } from "../core/measure";
import { FILE_UNIT_MM } from "../core/mesh";
import {
  PART_DEFAULTS,
  type Evening,
  type Paint,
  type Part,
  type PartSource,
  type Procedure,
  type Scene,
  type StepRecord,
  type TypedEstimate,
  type WorkItem,
} from "../core/project";
import type { Printer } from "../core/print";
import type { Scale } from "../core/scale";
import {
  eveningsSchema,
  fields,
  partExtras,
  subjectSchemas,
  hashSchema,
  paintSchema,
  printerSchema,
  procedureSchema,
  scaleSchema,
  sourceSchema,
  workSchema,
} from "./schemas";
import { edit, type Edit } from "./edit";
import { storageProblem } from "./projects";
import type { FileRow, InchHollowDatabase } from "./database";

type SubjectKey = keyof typeof subjectSchemas;
type ExtraKey = keyof typeof partExtras;

/** Payload of each command, by name. */
export interface Commands {
  "scene.set": { name?: string; viewingDistanceMm?: number; readyBy?: string | null; evenings?: Evening[] } & Partial<
    Pick<Scene, SubjectKey>
  >;
  /** `along`: every part's factor goes with the scale, so that real sizes stay. */
  "scene.scale": { scale: Scale; along?: boolean };
  "printer.set": { printer: Printer };
  "part.add": { id: string; name: string; source: PartSource; factor: number; copies: number; work: WorkItem[]; group?: string };
  /** Several at once: what one file held. */
  "parts.add": { parts: Commands["part.add"][] };
  "part.set": { partId: string; name?: string; copies?: number; goodBefore?: number; failedBefore?: number; notes?: string } & Partial<
    Pick<Part, ExtraKey>
  >;
  /** The same change to many parts; tags are added to those that are there. */
  "parts.set": { partIds: string[]; copies?: number; addTags?: string[]; dropTags?: string[] } & Partial<
    Pick<Part, "group" | "licence" | "placedByMap" | "differs">
  >;
  "parts.delete": { partIds: string[] };
  /** Another mesh or size for the part; what it was is kept as a version. */
  "part.replace": { partId: string; source: PartSource; factor: number; note: string };
  "part.restore": { partId: string; version: number };
  "part.unit": { partId: string; source: PartSource };
  "part.rescale": { partId: string; factor: number };
  "part.delete": { partId: string };
  "work.add": { partId: string; items: WorkItem[]; at: number };
  "work.set": { partId: string; item: WorkItem };
  "work.typed": { partId: string; itemId: string; typed: TypedEstimate | null };
  "work.move": { partId: string; itemId: string; to: number };
  "work.remove": { partId: string; itemId: string };
  "paint.put": { paint: Omit<Paint, "sceneId"> };
  "paint.delete": { paintId: string };
  "procedure.keep": { procedure: Omit<Procedure, "sceneId"> };
  "procedure.delete": { procedureId: string };
  "step.start": {
    recordId: string;
    partId: string;
    stepKey: string;
    title: string;
    time: StepRecord["time"];
    plannedS: number;
    waitS: number;
  };
  "step.finish": { recordId: string; result: "good" | "partly" | "failed"; good: number; failed: number; wentWrong: string };
  "step.forget": { recordId: string };
}

export type CommandName = keyof Commands;

interface Command<P> {
  schema: Joi.ObjectSchema;
  label: (payload: P) => string;
  apply: (edit: Edit, payload: P, now: number) => Promise<void>;
}

/** What a command says when the rows do not allow it; becomes a Problem. */
class Refused extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

const partOf = async (edit: Edit, partId: string): Promise<Part> => {
  const part = await edit.get("parts", partId);
  if (!part) throw new Refused("part.gone", "That part is no longer here. It may have been removed in another window.");
  return part;
};
const sceneOf = async (edit: Edit): Promise<Scene> => {
  const scene = await edit.scene();
  if (!scene) throw new Refused("scene.gone", "That scene is no longer here.");
  return scene;
};
const changeWork = async (edit: Edit, partId: string, change: (work: WorkItem[]) => WorkItem[]): Promise<void> => {
  const part = await partOf(edit, partId);
  await edit.put("parts", { ...part, work: change(part.work) });
};

const { id, name, text, atLeast0, positive, typedEstimate } = fields;
const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).options({ presence: "required" });
const opt = (schema: Joi.Schema): Joi.Schema => schema.optional();
/** A row's schema without the scene it belongs to, which the command adds. */
const withoutScene = (schema: Joi.ObjectSchema): Joi.ObjectSchema => schema.fork("sceneId", (s) => s.optional().forbidden());

/** The same schemas, none of them demanded. */
const optional = <T extends Record<string, Joi.Schema>>(schemas: T): Joi.SchemaMap =>
  Object.fromEntries(Object.entries(schemas).map(([key, schema]) => [key, schema.optional()]));

const newPartSchema = object({
  id,
  name,
  source: sourceSchema,
  factor: Joi.number().greater(0).max(1000),
  copies: Joi.number().integer().min(1).max(5000),
  work: Joi.array().items(workSchema),
  group: opt(partExtras.group),
});

async function addParts(edit: Edit, parts: Commands["part.add"][]): Promise<void> {
  let order = Math.max(0, ...(await edit.all("parts")).map((x) => x.order));
  for (const p of parts)
    await edit.put("parts", {
      ...structuredClone(PART_DEFAULTS),
      ...p,
      sceneId: edit.sceneId,
      goodBefore: 0,
      failedBefore: 0,
      prints: [],
      notes: "",
      order: ++order,
    });
}

/** Versions of a part that are kept. */
const MOST_VERSIONS = 20;

/** What undo calls a change of the scene, by what was changed. */
const SCENE_LABELS: Record<string, string> = {
  dimensions: "Dimension sheet",
  references: "Reference board",
  house: "House standards",
  homes: "Where it will live",
  ownThings: "Known things",
  secondary: "Second scale",
};

/** What was measured on the mesh in its old unit, `by` times as long in the new one. */
function inAnotherUnit({ sightings, measures, configurations }: Part, by: number): Pick<Part, "sightings" | "measures" | "configurations"> {
  const longer = (mm: number | null): number | null => (mm === null ? null : mm * by);
  return {
    sightings: sightings.map((s) => ({ ...s, fileMm: s.fileMm * by })),
    measures: {
      ...measures,
      clipSlotMm: longer(measures.clipSlotMm),
      wallHeightMm: longer(measures.wallHeightMm),
      baseMm: longer(measures.baseMm),
    },
    configurations: configurations.map((c) => ({ ...c, sizeMm: c.sizeMm.map((v) => v * by) as [number, number, number] })),
  };
}

/** A part at another factor. Areas that were planned for the old size follow the new one. */
function rescaled(part: Part, factor: number): Part {
  const by = factor / part.factor;
  const work = part.work.map((w): WorkItem => (w.kind === "hide" || w.kind === "ground" ? { ...w, areaMm2: w.areaMm2 * by * by } : w));
  return { ...part, factor, work };
}

export const COMMANDS: { [N in CommandName]: Command<Commands[N]> } = {
  "scene.set": {
    schema: object({
      name: opt(name),
      viewingDistanceMm: opt(Joi.number().min(50).max(20000)),
      readyBy: opt(Joi.string().isoDate().allow(null)),
      evenings: opt(eveningsSchema),
      ...optional(subjectSchemas),
    }),
    label: (patch) => SCENE_LABELS[Object.keys(patch)[0]] ?? "Scene changed",
    apply: async (e, patch) => e.put("scenes", { ...(await sceneOf(e)), ...patch }),
  },
  "scene.scale": {
    schema: object({ scale: scaleSchema, along: opt(Joi.boolean()) }),
    label: ({ along }) => (along ? "Scale settled, parts along with it" : "Scale settled"),
    apply: async (e, { scale, along }) => {
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, scale, scaleAnswered: true });
      if (along)
        for (const part of await e.all("parts")) await e.put("parts", rescaled(part, (part.factor * scene.scale.ratio) / scale.ratio));
    },
  },
  "printer.set": {
    schema: object({ printer: printerSchema }),
    label: ({ printer }) => `Profile of ${printer.name}`,
    apply: async (e, { printer }) => {
      const scene = await sceneOf(e);
      const others = scene.printers.some((p) => p.id === printer.id);
      await e.put("scenes", {
        ...scene,
        printers: others ? scene.printers.map((p) => (p.id === printer.id ? printer : p)) : [...scene.printers, printer],
      });
    },
  },
  "part.add": {
    schema: newPartSchema,
    label: (p) => `${p.name} added`,
    apply: (e, p) => addParts(e, [p]),
  },
  "parts.add": {
    schema: object({ parts: Joi.array().min(1).max(5000).items(newPartSchema) }),
    label: ({ parts }) => (parts.length === 1 ? `${parts[0].name} added` : `${parts.length} parts added`),
    apply: (e, { parts }) => addParts(e, parts),
  },
  "part.set": {
    schema: object({
      partId: id,
      name: opt(name),
      copies: opt(Joi.number().integer().min(1).max(5000)),
      goodBefore: opt(Joi.number().integer().min(0).max(5000)),
      failedBefore: opt(Joi.number().integer().min(0).max(5000)),
      notes: opt(text(5000)),
      ...optional(partExtras),
    }),
    label: () => "Part changed",
    apply: async (e, { partId, ...patch }) => e.put("parts", { ...(await partOf(e, partId)), ...patch }),
  },
  "part.unit": {
    schema: object({ partId: id, source: sourceSchema }),
    label: () => "Unit of the file",
    apply: async (e, { partId, source }) => {
      const part = await partOf(e, partId);
      const by = source.kind === "mesh" && part.source.kind === "mesh" ? FILE_UNIT_MM[source.unit] / FILE_UNIT_MM[part.source.unit] : 1;
      await e.put("parts", { ...part, ...inAnotherUnit(part, by), source, prints: [] });
    },
  },
  "part.rescale": {
    schema: object({ partId: id, factor: Joi.number().greater(0).max(1000) }),
    label: () => "Part rescaled",
    apply: async (e, { partId, factor }) => {
      await e.put("parts", rescaled(await partOf(e, partId), factor));
    },
  },
  "parts.set": {
    schema: object({
      partIds: Joi.array().min(1).max(5000).items(id),
      copies: opt(Joi.number().integer().min(1).max(5000)),
      addTags: opt(partExtras.tags),
      dropTags: opt(partExtras.tags),
      ...optional({
        group: partExtras.group,
        licence: partExtras.licence,
        placedByMap: partExtras.placedByMap,
        differs: partExtras.differs,
      }),
    }),
    label: ({ partIds }) => `${partIds.length} parts changed`,
    apply: async (e, { partIds, addTags = [], dropTags = [], ...patch }) => {
      for (const partId of partIds) {
        const part = await partOf(e, partId);
        const tags = [...new Set([...part.tags, ...addTags])].filter((t) => !dropTags.includes(t));
        await e.put("parts", { ...part, ...patch, tags });
      }
    },
  },
  "parts.delete": {
    schema: object({ partIds: Joi.array().min(1).max(5000).items(id) }),
    label: ({ partIds }) => (partIds.length === 1 ? "Part removed" : `${partIds.length} parts removed`),
    apply: async (e, { partIds }) => {
      const gone = new Set(partIds);
      for (const r of await e.all("records")) if (gone.has(r.partId)) await e.delete("records", r.id);
      for (const partId of partIds) await e.delete("parts", partId);
    },
  },
  "part.replace": {
    schema: object({ partId: id, source: sourceSchema, factor: Joi.number().greater(0).max(1000), note: text(200) }),
    label: ({ note }) => note || "New version",
    apply: async (e, { partId, source, factor, note }, now) => {
      const part = await partOf(e, partId);
      const was = { source: part.source, factor: part.factor, at: now, note };
      await e.put("parts", { ...part, source, factor, prints: [], versions: [...part.versions, was].slice(-MOST_VERSIONS) });
    },
  },
  "part.restore": {
    schema: object({ partId: id, version: Joi.number().integer().min(0) }),
    label: () => "Earlier version brought back",
    apply: async (e, { partId, version }, now) => {
      const part = await partOf(e, partId);
      const back = part.versions[version];
      if (!back) throw new Refused("part.version", "That version is no longer here.");
      const was = { source: part.source, factor: part.factor, at: now, note: "before an earlier version was brought back" };
      const versions = [...part.versions.filter((_, i) => i !== version), was];
      await e.put("parts", { ...part, source: back.source, factor: back.factor, prints: [], versions });
    },
  },
  "part.delete": {
    schema: object({ partId: id }),
    label: () => "Part removed",
    apply: async (e, { partId }) => {
      await partOf(e, partId);
      for (const r of await e.all("records")) if (r.partId === partId) await e.delete("records", r.id);
      await e.delete("parts", partId);
    },
  },
  "work.add": {
    schema: object({ partId: id, items: Joi.array().min(1).max(40).items(workSchema), at: Joi.number().integer().min(0) }),
    label: () => "Step added",
    apply: (e, { partId, items, at }) => changeWork(e, partId, (work) => [...work.slice(0, at), ...items, ...work.slice(at)]),
  },
  "work.set": {
    schema: object({ partId: id, item: workSchema }),
    label: () => "Step changed",
    apply: (e, { partId, item }) => changeWork(e, partId, (work) => work.map((w) => (w.id === item.id ? item : w))),
  },
  "work.typed": {
    schema: object({ partId: id, itemId: id, typed: typedEstimate }),
    label: ({ typed }) => (typed ? "Your own estimate" : "Back to the model"),
    apply: (e, { partId, itemId, typed }) =>
      changeWork(e, partId, (work) => work.map((w) => (w.id === itemId && w.kind === "print" ? { ...w, typed } : w))),
  },
  "work.move": {
    schema: object({ partId: id, itemId: id, to: Joi.number().integer().min(0) }),
    label: () => "Order of work",
    apply: (e, { partId, itemId, to }) =>
      changeWork(e, partId, (work) => {
        const item = work.find((w) => w.id === itemId);
        if (!item) return work;
        const rest = work.filter((w) => w.id !== itemId);
        return [...rest.slice(0, to), item, ...rest.slice(to)];
      }),
  },
  "work.remove": {
    schema: object({ partId: id, itemId: id }),
    label: () => "Step removed",
    apply: (e, { partId, itemId }) => changeWork(e, partId, (work) => work.filter((w) => w.id !== itemId)),
  },
  "paint.put": {
    schema: object({ paint: withoutScene(paintSchema) }),
    label: ({ paint }) => paint.name,
    apply: (e, { paint }) => e.put("paints", { ...paint, sceneId: e.sceneId }),
  },
  "paint.delete": {
    schema: object({ paintId: id }),
    label: () => "Paint removed",
    apply: async (e, { paintId }) => {
      const used = (await e.all("parts")).find((p) => p.work.some((w) => w.kind === "coat" && w.paintId === paintId));
      if (used) throw new Refused("paint.used", `${used.name} is painted with it. Take it out of that recipe first.`);
      await e.delete("paints", paintId);
    },
  },
  "procedure.keep": {
    schema: object({ procedure: withoutScene(procedureSchema) }),
    label: ({ procedure }) => `"${procedure.title}" kept`,
    apply: (e, { procedure }) => e.put("procedures", { ...procedure, sceneId: e.sceneId }),
  },
  "procedure.delete": {
    schema: object({ procedureId: id }),
    label: () => "Kept step removed",
    apply: (e, { procedureId }) => e.delete("procedures", procedureId),
  },
  "step.start": {
    schema: object({
      recordId: id,
      partId: id,
      stepKey: text(300),
      title: text(300),
      time: Joi.string().valid("hands", "machine"),
      plannedS: positive,
      waitS: atLeast0,
    }),
    label: ({ title }) => `Started: ${title}`,
    apply: async (e, { recordId, ...p }, now) => {
      const running = (await e.all("records")).some((r) => r.stepKey === p.stepKey && r.finishedAt === null);
      if (running) throw new Refused("step.running", "This step was started already.");
      await e.put("records", {
        id: recordId,
        sceneId: e.sceneId,
        ...p,
        startedAt: now,
        finishedAt: null,
        result: null,
        good: 0,
        failed: 0,
        wentWrong: "",
      });
    },
  },
  "step.finish": {
    schema: object({
      recordId: id,
      result: Joi.string().valid("good", "partly", "failed"),
      good: Joi.number().integer().min(0).max(5000),
      failed: Joi.number().integer().min(0).max(5000),
      wentWrong: text(1000),
    }),
    label: ({ result }) => (result === "failed" ? "Step failed" : "Step finished"),
    apply: async (e, { recordId, ...p }, now) => {
      const record: StepRecord | undefined = await e.get("records", recordId);
      if (!record) throw new Refused("step.gone", "That step is no longer here.");
      await e.put("records", { ...record, ...p, finishedAt: now });
    },
  },
  "step.forget": {
    schema: object({ recordId: id }),
    label: () => "Step not done after all",
    apply: (e, { recordId }) => e.delete("records", recordId),
  },
};

const isCommand = (text: string): text is CommandName => Object.hasOwn(COMMANDS, text);

/** Checks the payload and runs the command as one undoable edit. @returns the label of what was done */
export async function runCommand(
  db: InchHollowDatabase,
  sceneId: string,
  command: string,
  payload: unknown,
  now: number,
): Promise<Result<string>> {
  if (!isCommand(command)) return fail("command.unknown", `There is no command "${command}".`);
  return runKnown(db, sceneId, command, payload, now);
}

async function runKnown<N extends CommandName>(
  db: InchHollowDatabase,
  sceneId: string,
  name: N,
  payload: unknown,
  now: number,
): Promise<Result<string>> {
  const command = COMMANDS[name];
  const checked = command.schema.validate(payload, { convert: false });
  if (checked.error) return fail("command.payload", `${checked.error.message}.`, checked.error.details[0]?.path.join("."));
  const value = checked.value as Commands[N];
  try {
    await edit(db, sceneId, command.label(value), now, (e) => command.apply(e, value, now));
    return ok(command.label(value));
  } catch (error) {
    if (error instanceof Refused) return fail(error.code, error.message);
    return storageProblem(error);
  }
}

/** Runs a command that names new meshes or pictures, and stores those files in the same transaction: a closed tab leaves both or neither. */
export async function runWithFiles<N extends CommandName>(
  db: InchHollowDatabase,
  sceneId: string,
  kind: "meshes" | "pictures",
  files: FileRow[],
  command: N,
  payload: Commands[N],
  now: number,
): Promise<Result<string>> {
  const { schema, label, apply } = COMMANDS[command];
  const checked = schema.validate(payload, { convert: false });
  if (checked.error) return fail("command.payload", `${checked.error.message}.`);
  for (const { hash } of files) if (hashSchema.validate(hash).error) throw new Error(`runWithFiles: ${hash} is not a content hash`);
  try {
    await edit(db, sceneId, label(payload), now, async (e) => {
      await db[kind].bulkPut(files);
      await apply(e, payload, now);
    });
    return ok(label(payload));
  } catch (error) {
    if (error instanceof Refused) return fail(error.code, error.message);
    return storageProblem(error);
  }
}
