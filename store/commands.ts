/**
 * Every change a user can make, as a named command: its Joi schema, its label for undo, and what it does to the rows.
 * Routes hand over a name and a payload; nothing else writes a scene's rows.
 */
import Joi from "joi";
import { fail, ok, type Result } from "../core/units";
import { FILE_UNIT_MM, type FileUnit } from "../core/mesh";
import {
  LIMITS,
  NO_OTHER_WAYS,
  PART_DEFAULTS,
  type Choices,
  type OtherWays,
  type OwnMeasures,
  type PartJoint,
  type Habits,
  type Paint,
  type Lesson,
  type PartRow,
  type SaidSource,
  type SaidSurface,
  type OwnReading,
  type SurfacePhoto,
  NEW_SURFACE,
  type Procedure,
  type SceneRow,
  type StepRecord,
  type Supply,
  type Tally,
  type TypedEstimate,
  type WorkItem,
} from "../core/project";
import {
  markAtSize,
  NOT_RECKONED_WITH,
  profileOf,
  type FaceMark,
  type Printer,
  type Edges,
  type Exclusion,
  type PrinterLesson,
  type Origin,
  type PrintRecord,
} from "../core/print";
import { meetingFault, type DryFit, type Meeting } from "../core/joint";
import type { Anchor } from "../core/surface";
import type { RealThing, Scale } from "../core/scale";
import type { HouseStandards } from "../core/subject";
import {
  clock,
  day,
  factor,
  hashSchema,
  cameSchema,
  exclusionSchema,
  lessonSchema,
  paintSchema,
  printRecordSchema,
  partExtras,
  plannedS,
  procedureSchema,
  restsSchema,
  anchorSchema,
  saidOfSurface,
  scaleSchema,
  surfacePhotoSchema,
  sourceSchema,
  subjectSchemas,
  supplySchema,
  thingSchema,
  workSchema,
} from "./schemas";
import {
  count,
  duration,
  id,
  kindOf,
  name,
  text,
  slicedEstimate,
  typedEstimate,
  within,
  workOf,
  type Reference,
  type Rests,
  type SlicedEstimate,
} from "../core/work";
import { loosened } from "./check";
import { edit, Refused, type Edit, type FileTable } from "./edit";
import {
  endRun,
  PLATE_COMMANDS,
  platesWithout,
  refusePlated,
  splitForDemo,
  teach,
  unteach,
  takeMaterial,
  type PlateCommands,
} from "./plateCommands";
import { storageProblem } from "./problems";
import { WORKSHOP, type FileRow, type InchHollowDatabase } from "./database";

/** Lists inside a scene, and what an item of each is known by. */
const SCENE_LISTS = { homes: "id", dimensions: "id", references: "id", meetings: "id" } as const;
type SceneList = keyof typeof SCENE_LISTS;
/** Lists inside a part. */
const PART_LISTS = { variations: "id", sightings: "id", configurations: "name", faces: "id", zones: "id", joints: "id" } as const;
type PartList = keyof typeof PART_LISTS;
type ItemOf<T, L extends keyof T> = T[L] extends (infer I)[] ? I : never;

/** A printer's profile in part: each field by itself, so that two windows may change two. */
export type PrinterChange = Partial<Omit<Printer, "id" | "process" | "edges">> & { edges?: Partial<Edges> } & Record<string, unknown>;

/** Payload of each command, by name. */
export interface Commands extends PlateCommands {
  "scene.set": Partial<
    Pick<SceneRow, "name" | "viewingDistanceMm" | "readyBy" | "fidelity" | "handling" | "finish" | "secondary" | "rank" | "rests">
  >;
  "house.set": { change: Partial<HouseStandards> };
  /** The time at the bench on one day of the week; null for none. */
  "evening.set": { weekday: number; span: { from: string; to: string } | null };
  /** One thing in one of the scene's lists. */
  "item.add": { [L in SceneList]: { list: L; items: ItemOf<SceneRow, L>[] } }[SceneList];
  "item.set": { [L in SceneList]: { list: L; key: string; change: Partial<ItemOf<SceneRow, L>> } }[SceneList];
  "item.drop": { list: SceneList; key: string };
  /** `along`: every part's factor goes with the scale, so that real sizes stay. */
  "scene.scale": { scale: Scale; along?: boolean };
  /** Of the room's air, the currency, the paper and when a backup was written. */
  "habits.set": { change: Partial<Omit<Habits, "id" | "evenings" | "changes" | "air">> & { air?: Partial<Habits["air"]> } };
  /** Minutes in which plates are changed on some days of the week; null for none. */
  "changes.set": { weekdays: number[]; span: { from: string; to: string } | null };
  "thing.add": { thing: RealThing };
  "thing.drop": { name: string };
  "printer.set": { printerId: string; change: PrinterChange };
  "printer.add": { printer: Printer };
  "printer.delete": { printerId: string };
  "part.add": { id: string; name: string; source: SaidSource; factor: number; copies: number; work: WorkItem[] } & Partial<
    Pick<PartRow, "group" | "fileCost">
  >;
  /** Several at once: what one file held. */
  "parts.add": { parts: Commands["part.add"][] };
  "part.set": { partId: string } & Partial<
    Pick<
      PartRow,
      | "name"
      | "copies"
      | "goodBefore"
      | "failedBefore"
      | "notes"
      | "group"
      | "licence"
      | "fileCost"
      | "placedByMap"
      | "joins"
      | "otherWays"
      | "batch"
    >
  >;
  /** What it costs otherwise; what was not said yet begins as nothing. */
  "part.otherWays": { partId: string; change: Partial<OtherWays> };
  "part.tags": { partId: string; add?: string[]; drop?: string[] };
  "part.pictures": { partId: string; add?: string[]; drop?: string[] };
  "part.tally": { partId: string; change: Partial<Tally> };
  "part.measures": { partId: string; change: Partial<OwnMeasures> };
  /** What a surface is in real life; null for not said. */
  /** One thing in one of a part's lists. */
  /** Something of one surface, each field by itself; the row is begun where nothing was said of it yet. */
  "surface.say": {
    partId: string;
    surfaceId: string;
    anchor: Anchor | null;
    change: Partial<Omit<SaidSurface, "id" | "anchor" | "photos">>;
    photos?: { add?: SurfacePhoto[]; drop?: string[] };
  };
  "surface.forget": { partId: string; surfaceId: string };
  "fit.add": { meetingId: string; fit: Omit<DryFit, "at"> };
  "fit.drop": { meetingId: string; fitId: string };
  "fill.add": { reading: Omit<OwnReading, "at" | "demo"> };
  "fill.drop": { readingId: string };
  "part.add-item": { [L in PartList]: { partId: string; list: L; items: ItemOf<PartRow, L>[] } }[PartList];
  "part.set-item": { [L in PartList]: { partId: string; list: L; key: string; change: Partial<ItemOf<PartRow, L>> } }[PartList];
  "part.drop-item": { partId: string; list: PartList; key: string };
  /** The same change to many parts. In `differs`, null means as the scene. Tags are added to those that are there. */
  "parts.set": {
    partIds: string[];
    copies?: number;
    addTags?: string[];
    dropTags?: string[];
    differs?: { [K in keyof Choices]?: Choices[K] | null };
  } & Partial<Pick<PartRow, "group" | "licence" | "placedByMap">>;
  "parts.delete": { partIds: string[] };
  /** Another mesh or size for the part; what it was is kept as a version. */
  "part.replace": { partId: string; source: SaidSource; factor: number; note: string };
  /** The part is replaced by its pieces; each keeps it as its earlier version. */
  "part.split": {
    partId: string;
    pieces: { id: string; source: SaidSource; work: WorkItem[] }[];
    /** Where each cut lies is in the size of the file. */
    seams: (Omit<PartJoint, "id" | "partId"> & { axis: "x" | "y" | "z"; planeMm: number })[];
  };
  "part.restore": { partId: string; version: number };
  "part.unit": { partId: string; unit: FileUnit };
  "part.rescale": { partId: string; factor: number };
  "part.delete": { partId: string };
  "work.add": { partId: string; items: WorkItem[]; at: number; surfaces?: SaidSurface[] };
  /** Fields of one step; its kind stays. */
  "work.set": { partId: string; itemId: string; change: object };
  "work.typed": { partId: string; itemId: string; typed: TypedEstimate | null };
  "work.sliced": { partId: string; itemId: string; sliced: SlicedEstimate | null };
  /** What the user's own figures for a part say of the printer's model. */
  "printer.lesson": { printerId: string; lesson: Omit<PrinterLesson, "at"> };
  "printer.forget": { printerId: string };
  /** Rectangles of the bed on which nothing may stand. */
  "printer.zones": { printerId: string; add?: Exclusion[]; drop?: string[] };
  /** What a test print says of the profile. */
  "printer.coupon": { printerId: string; change: PrinterChange; coupon: string };
  "work.move": { partId: string; itemId: string; to: number };
  "work.remove": { partId: string; itemId: string };
  "paint.add": { paint: Paint };
  "paint.set": { paintId: string; change: Partial<Omit<Paint, "id">> };
  "paint.delete": { paintId: string };
  "supply.add": { supply: Supply };
  "supply.set": { supplyId: string; change: Partial<Omit<Supply, "id">> };
  "supply.delete": { supplyId: string };
  "lesson.add": { lesson: Lesson };
  "lesson.set": { lessonId: string; change: Partial<Omit<Lesson, "id">> };
  "lesson.delete": { lessonId: string };
  "procedure.keep": { procedure: Procedure };
  "procedure.delete": { procedureId: string };
  /** The same work for many parts: a recipe, a kept step. */
  "works.add": { adds: { partId: string; items: WorkItem[]; surfaces?: SaidSurface[] }[] };
  "step.start": StepStart;
  /** Steps that are done in one go. */
  "session.start": { title: string; steps: StepStart[] };
  /** All that was ticked is done, what was not is not begun after all. `saidS`: each one's share of the time. */
  "session.end": { title: string; done: { recordId: string; saidS: number }[]; undone: string[] };
  "step.finish": {
    recordId: string;
    result: "good" | "partly" | "failed";
    good: number;
    failed: number;
    wentWrong: string;
    saidS?: number;
    /** Of a plate with several parts: what came of each. */
    came?: StepRecord["came"];
    /** Of a print: why it failed, and what it weighs. */
    print?: Pick<PrintRecord, "failure" | "massG">;
  };
  /** How long a step took, by the user; null for what the clock says. */
  "step.said": { recordId: string; saidS: number | null };
  "step.forget": { recordId: string };
}

interface StepStart {
  recordId: string;
  partId: string;
  stepKey: string;
  title: string;
  time: StepRecord["time"];
  plannedS: number;
  waitS: number;
  rests?: Rests;
  print?: PrintRecord;
}

export type CommandName = keyof Commands;

interface Command<P> {
  schema: Joi.ObjectSchema;
  label: (payload: P) => string;
  apply: (edit: Edit, payload: P, now: number) => Promise<void>;
}

const partOf = async (edit: Edit, partId: string): Promise<PartRow> => {
  const part = await edit.get("parts", partId);
  if (!part) throw new Refused("part.gone", "That part is no longer here. It may have been removed in another window.");
  return part;
};
const habitsOf = async (edit: Edit): Promise<Habits> => {
  const habits = await edit.get("habits", WORKSHOP);
  if (!habits) throw new Refused("workshop.gone", "The workshop is no longer here.");
  return habits;
};
const sceneOf = async (edit: Edit): Promise<SceneRow> => {
  const scene = await edit.scene();
  if (!scene) throw new Refused("scene.gone", "That scene is no longer here.");
  return scene;
};
const changeMeeting = async (edit: Edit, meetingId: string, change: (meeting: Meeting) => Meeting): Promise<void> => {
  const scene = await sceneOf(edit);
  if (!scene.meetings.some((m) => m.id === meetingId))
    throw new Refused("item.gone", "That joint is no longer here. It may have been removed in another window.");
  await edit.put("scenes", { ...scene, meetings: scene.meetings.map((m) => (m.id === meetingId ? change(m) : m)) });
};
/** What is said of surfaces, with what is new of others; what was said already stays. */
const withSaid = (list: readonly SaidSurface[], more: readonly SaidSurface[]): SaidSurface[] => [
  ...list,
  ...more.filter((s) => !list.some((k) => k.id === s.id)),
];
const changeWork = async (edit: Edit, partId: string, change: (work: WorkItem[]) => WorkItem[]): Promise<void> => {
  const part = await partOf(edit, partId);
  await edit.put("parts", { ...part, work: change(part.work) });
};

const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).options({ presence: "required" });
const opt = (schema: Joi.Schema): Joi.Schema => schema.optional();

const key = Joi.string().min(1).max(LIMITS.name);
const span = Joi.object({ from: clock, to: clock }).options({ presence: "required" }).allow(null);
/** Some fields of a row: which of them, and of what kind, is judged when the row is put. */
const change = Joi.object().min(1).max(60).unknown(true);

/** A row with some of its fields changed; its ids stay. */
const merged = <T extends object>(row: T, changed: object): T => ({ ...row, ...changed, ...("id" in row ? { id: row.id } : {}) });

/** An item's list with one thing added, changed or dropped. */
const withItems = <T extends object>(list: readonly T[], items: readonly T[], by: keyof T): T[] => {
  const there = new Set(list.map((x) => x[by]));
  if (items.some((i) => there.has(i[by]))) throw new Refused("item.there", "There is one of that name already.");
  return [...list, ...items];
};
const withItem = <T extends object>(list: readonly T[], by: keyof T, which: string, changed: object): T[] => {
  if (!list.some((x) => x[by] === which))
    throw new Refused("item.gone", "That is no longer here. It may have been removed in another window.");
  return list.map((x) => (x[by] === which ? merged(x, changed) : x));
};
const withoutItem = <T extends object>(list: readonly T[], by: keyof T, which: string): T[] => list.filter((x) => x[by] !== which);

/** One of the lists of a row, for the commands that change items: its items are known by the field named in the table. */
const listOf = (row: object, list: string): Record<string, unknown>[] => (row as Record<string, Record<string, unknown>[]>)[list];

const GONE: Record<Reference["table"], { code: string; message: string }> = {
  paints: { code: "paint.gone", message: "That paint is no longer on the rack. It may have been taken off in another window." },
  procedures: { code: "procedure.gone", message: "That kept step is no longer here." },
  printers: { code: "printer.gone", message: "That printer is no longer here." },
  parts: { code: "part.gone", message: "The part it is joined to is no longer here. It may have been removed in another window." },
};

/** What steps of work refer to must be there. */
async function checkReferences(e: Edit, items: readonly WorkItem[]): Promise<void> {
  for (const w of items)
    for (const { table, id } of kindOf(w).refers(w)) {
      if (!(await e.get(table, id))) throw new Refused(GONE[table].code, GONE[table].message);
    }
}

const refersTo = (w: WorkItem, table: Reference["table"], id: string): boolean =>
  kindOf(w)
    .refers(w)
    .some((r) => r.table === table && r.id === id);

/** What the workshop loses, no part of any scene may still need. */
async function refuseUsed(e: Edit, table: Reference["table"], id: string, why: string): Promise<void> {
  const used = (await e.partsOfAll()).find((p) => p.work.some((w) => refersTo(w, table, id)));
  if (!used) return;
  const scene = used.sceneId === e.sceneId ? "" : ` of the scene ${(await e.sceneNamed(used.sceneId)) ?? "that was deleted"}`;
  throw new Refused(`${table.slice(0, -1)}.used`, `${used.name}${scene} ${why}.`);
}

/** Work that may do without what goes no longer names it. */
async function loosenWork(e: Edit, table: Reference["table"], id: string): Promise<void> {
  for (const part of await (table === "parts" ? e.all("parts") : e.partsOfAll()))
    if (part.work.some((w) => refersTo(w, table, id)))
      await e.put("parts", { ...part, work: part.work.map((w) => loosened(w, (t, x) => t !== table || x !== id)) });
}

/** A record without the parts that go; null where nothing of it is left. What was on a plate beside them keeps its print and its count. */
function recordWithout(r: StepRecord, gone: ReadonlySet<string>): StepRecord | null {
  const came = r.came?.filter((c) => !gone.has(c.partId));
  const other = (came ?? r.print?.pieces ?? []).find((p) => !gone.has(p.partId))?.partId;
  const lost = r.came && came && came.length < r.came.length;
  if (!gone.has(r.partId)) return lost ? { ...r, came } : r;
  if (other === undefined) return null;
  return { ...r, partId: other, ...(came ? { came, ...sumOf(came) } : {}) };
}
const sumOf = (came: NonNullable<StepRecord["came"]>): Pick<StepRecord, "good" | "failed"> => ({
  good: came.reduce((n, c) => n + c.good, 0),
  failed: came.reduce((n, c) => n + c.failed, 0),
});

/** A part that goes takes its records along, and the scene's lists no longer name it. */
async function removeParts(e: Edit, partIds: readonly string[]): Promise<void> {
  const gone = new Set(partIds);
  for (const r of await e.all("records")) {
    const left = recordWithout(r, gone);
    if (left === null) await e.delete("records", r.id);
    else if (left !== r) await e.put("records", left);
  }
  for (const partId of partIds) await e.delete("parts", partId);
  for (const partId of partIds) await loosenWork(e, "parts", partId);
  const before = await sceneOf(e);
  const plates = platesWithout(before.plates, gone);
  const meetings = before.meetings.filter((m) => !gone.has(m.a) && !gone.has(m.b));
  const same =
    meetings.length === before.meetings.length && plates.length === before.plates.length && plates.every((p, i) => p === before.plates[i]);
  const scene = same ? before : { ...before, plates, meetings };
  if (scene !== before) await e.put("scenes", scene);
  const names = (x: { partId: string | null }): boolean => x.partId !== null && gone.has(x.partId);
  if (!scene.dimensions.some(names) && !scene.references.some(names)) return;
  const loose = <T extends { partId: string | null }>(x: T): T => (names(x) ? { ...x, partId: null } : x);
  await e.put("scenes", { ...scene, dimensions: scene.dimensions.map(loose), references: scene.references.map(loose) });
}

/** Every occurrence of a name in the scene's lists must lead somewhere. */
async function checkItemReferences(e: Edit, scene: SceneRow): Promise<void> {
  const dimensions = new Set(scene.dimensions.map((d) => d.id));
  for (const d of [...scene.dimensions, ...scene.references]) {
    if (d.partId !== null && !(await e.get("parts", d.partId))) throw new Refused("part.gone", "That part is no longer here.");
    if ("within" in d && d.within !== null && !dimensions.has(d.within))
      throw new Refused("item.gone", "That dimension is no longer here.");
  }
  for (const m of scene.meetings) {
    for (const partId of [m.a, m.b]) if (!(await e.get("parts", partId))) throw new Refused("part.gone", "That part is no longer here.");
    if (m.a === m.b) throw new Refused("meeting.itself", meetingFault(m)!);
  }
}

const putPart = async (e: Edit, partId: string, to: (part: PartRow) => PartRow): Promise<void> =>
  e.put("parts", to(await partOf(e, partId)));

/** The same schemas, none of them demanded. */
const optional = <T extends Record<string, Joi.Schema>>(schemas: T): Joi.SchemaMap =>
  Object.fromEntries(Object.entries(schemas).map(([key, schema]) => [key, schema.optional()]));

const newPartSchema = object({
  id,
  name,
  source: sourceSchema,
  factor,
  copies: count(LIMITS.copies),
  work: Joi.array().items(workSchema),
  ...optional({ group: partExtras.group, fileCost: partExtras.fileCost }),
});

async function addParts(edit: Edit, parts: Commands["part.add"][]): Promise<void> {
  for (const p of parts) {
    if (await edit.get("parts", p.id)) throw new Refused("part.there", "A part of that id is here already.");
    await checkReferences(edit, p.work);
  }
  let order = Math.max(0, ...(await edit.all("parts")).map((x) => x.order));
  for (const p of parts)
    await edit.put("parts", {
      ...structuredClone(PART_DEFAULTS),
      ...p,
      sceneId: edit.sceneId,
      goodBefore: 0,
      failedBefore: 0,
      notes: "",
      order: ++order,
    });
}

const stepStart = object({
  recordId: id,
  partId: id,
  stepKey: text(LIMITS.title),
  title: text(LIMITS.title),
  time: Joi.string().valid("hands", "machine"),
  plannedS,
  waitS: duration,
  rests: opt(restsSchema),
  print: opt(printRecordSchema),
});

async function startStep(e: Edit, { recordId, ...p }: StepStart, now: number): Promise<void> {
  await partOf(e, p.partId);
  const before = (await e.all("records")).filter((r) => r.stepKey === p.stepKey);
  if (before.some((r) => r.finishedAt === null)) throw new Refused("step.running", "This step was started already.");
  const busy = p.print && (await e.openPrintsOfAll()).find((r) => r.print?.printerId === p.print!.printerId);
  if (busy) {
    const scene = busy.sceneId === e.sceneId ? "" : ` of ${(await e.sceneNamed(busy.sceneId)) ?? "another scene"}`;
    throw new Refused(
      "printer.busy",
      `${p.print!.printer} still runs “${busy.title}”${scene}. Say first how that ended, or strike it out in the log.`,
    );
  }
  await e.put("records", {
    id: recordId,
    sceneId: e.sceneId,
    ...p,
    // Of a step's records the last begun holds: a clock that was set back must not put this one before an older.
    startedAt: before.reduce((at, r) => Math.max(at, r.startedAt + 1), now),
    finishedAt: null,
    result: null,
    good: 0,
    failed: 0,
    wentWrong: "",
  });
}

/** What undo calls a change of one of the lists. */
const LIST_LABELS: Record<SceneList | PartList, string> = {
  meetings: "Who meets whom",
  dimensions: "Dimension sheet",
  references: "Reference board",
  homes: "Where it will live",
  variations: "Copies that differ",
  sightings: "Known things in the part",
  configurations: "Ways it can be",
  faces: "Marked faces",
  zones: "Stronger zones",
  joints: "Seams between pieces",
};

/** What was measured on the mesh in its old unit, `by` times as long in the new one. */
function inAnotherUnit(
  { sightings, measures, configurations, faces, zones }: PartRow,
  by: number,
): Pick<PartRow, "sightings" | "measures" | "configurations" | "faces" | "zones"> {
  const longer = (mm: number | null): number | null => (mm === null ? null : mm * by);
  return {
    sightings: sightings.map((s) => ({ ...s, fileMm: s.fileMm * by })),
    measures: {
      ...measures,
      clipSlotMm: longer(measures.clipSlotMm),
      wallHeightMm: longer(measures.wallHeightMm),
      baseMm: longer(measures.baseMm),
    },
    faces: faces.map((f) => markAtSize(f, by)),
    zones: zones.map((z) => ({ ...z, fromMm: z.fromMm * by, toMm: z.toMm * by })),
    configurations: configurations.map((c) => ({ ...c, sizeMm: c.sizeMm.map((v) => v * by) as [number, number, number] })),
  };
}

/** A part at another factor. Areas that were planned for the old size follow the new one. */
function rescaled(part: PartRow, factor: number): PartRow {
  const by = factor / part.factor;
  const work = part.work.map((w) => (kindOf(w).resized?.(w, by) ?? w) as WorkItem);
  return { ...part, factor, work };
}

export const COMMANDS: { [N in CommandName]: Command<Commands[N]> } = {
  ...PLATE_COMMANDS,
  "scene.set": {
    schema: object({
      name: opt(name),
      viewingDistanceMm: opt(within(LIMITS.viewingDistanceMm)),
      readyBy: opt(day.allow(null)),
      ...optional({
        fidelity: subjectSchemas.fidelity,
        handling: subjectSchemas.handling,
        finish: subjectSchemas.finish,
        secondary: subjectSchemas.secondary,
      }),
      rank: opt(count(LIMITS.rank)),
      rests: opt(Joi.boolean()),
    }),
    label: (patch) => ("secondary" in patch ? "Second scale" : "Scene changed"),
    apply: async (e, patch) => e.put("scenes", { ...(await sceneOf(e)), ...patch }),
  },
  "house.set": {
    schema: object({ change }),
    label: () => "House standards",
    apply: async (e, p) => {
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, house: { ...scene.house, ...p.change } });
    },
  },
  "evening.set": {
    schema: object({
      weekday: count({ least: 0, most: 6 }),
      span,
    }),
    label: () => "Evenings",
    apply: async (e, { weekday, span }) => {
      const habits = await habitsOf(e);
      const others = habits.evenings.filter((x) => x.weekday !== weekday);
      await e.put("habits", { ...habits, evenings: span ? [...others, { weekday, ...span }] : others });
    },
  },
  "item.add": {
    schema: object({
      list: Joi.string().valid(...Object.keys(SCENE_LISTS)),
      items: Joi.array().min(1).max(500).items(Joi.object().unknown(true)),
    }),
    label: ({ list }) => LIST_LABELS[list],
    apply: async (e, { list, items }) => {
      const scene = await sceneOf(e);
      const next = {
        ...scene,
        [list]: withItems<Record<string, unknown>>(listOf(scene, list), items as object[] as Record<string, unknown>[], SCENE_LISTS[list]),
      };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
    },
  },
  "item.set": {
    schema: object({ list: Joi.string().valid(...Object.keys(SCENE_LISTS)), key, change }),
    label: ({ list }) => LIST_LABELS[list],
    apply: async (e, { list, key: which, change: changed }) => {
      const scene = await sceneOf(e);
      const next = { ...scene, [list]: withItem(listOf(scene, list), SCENE_LISTS[list], which, changed) };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
    },
  },
  "item.drop": {
    schema: object({ list: Joi.string().valid(...Object.keys(SCENE_LISTS)), key }),
    label: ({ list }) => LIST_LABELS[list],
    apply: async (e, { list, key: which }) => {
      const scene = await sceneOf(e);
      const next: SceneRow = { ...scene, [list]: withoutItem(listOf(scene, list), SCENE_LISTS[list], which) };
      // What lay in it lies in nothing now.
      if (list === "dimensions") next.dimensions = next.dimensions.map((d) => (d.within === which ? { ...d, within: null } : d));
      await e.put("scenes", next);
    },
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
    schema: object({ printerId: id, change }),
    label: () => "Printer's profile",
    apply: async (e, { printerId, change: changed }, now) => {
      const printer = await e.get("printers", printerId);
      if (!printer) throw new Refused("printer.gone", "That printer is no longer here.");
      const own = await splitForDemo(e, printer, changed);
      await e.put("printers", editedProfile(own.printer, own.changed, now));
    },
  },
  "printer.lesson": {
    schema: object({ printerId: id, lesson: Joi.object<Commands["printer.lesson"]["lesson"]>().unknown(true) }),
    label: () => "Lesson for the printer",
    apply: async (e, { printerId, lesson }, now) => {
      const printer = await e.get("printers", printerId);
      if (!printer) throw new Refused("printer.gone", "That printer is no longer here.");
      // The same part says the same once, however often it is pressed.
      const others = (printer.learned ?? []).filter((l) => l.what !== lesson.what || l.from !== lesson.from);
      await e.put("printers", { ...printer, learned: [...others, { ...lesson, at: now }].slice(-LIMITS.lessons) });
    },
  },
  "printer.coupon": {
    schema: object({ printerId: id, change, coupon: text(LIMITS.shortText) }),
    label: ({ coupon }) => `${coupon}: into the profile`,
    apply: async (e, { printerId, change: changed }, now) => {
      const printer = await e.get("printers", printerId);
      if (!printer) throw new Refused("printer.gone", "That printer is no longer here.");
      await e.put("printers", editedProfile(printer, changed, now, "learned"));
    },
  },
  "printer.forget": {
    schema: object({ printerId: id }),
    label: () => "Lessons of the printer forgotten",
    apply: async (e, { printerId }) => {
      const printer = await e.get("printers", printerId);
      if (!printer) throw new Refused("printer.gone", "That printer is no longer here.");
      await e.put("printers", { ...printer, learned: [] });
    },
  },
  "printer.zones": {
    schema: object({
      printerId: id,
      add: opt(Joi.array().max(LIMITS.exclusions).items(exclusionSchema)),
      drop: opt(Joi.array().max(LIMITS.exclusions).items(id)),
    }),
    label: ({ add }) => (add?.length ? "Part of the bed left out" : "Part of the bed used again"),
    apply: async (e, { printerId, add = [], drop = [] }) => {
      const printer = await e.get("printers", printerId);
      if (!printer) throw new Refused("printer.gone", "That printer is no longer here.");
      const exclusions = [...(printer.exclusions ?? []).filter((x) => !drop.includes(x.id)), ...add];
      if (exclusions.length > LIMITS.exclusions)
        throw new Refused("list.full", `A bed has at most ${LIMITS.exclusions} such places. Free the edges instead, or take one away.`);
      await e.put("printers", { ...printer, exclusions });
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
      copies: opt(count(LIMITS.copies)),
      goodBefore: opt(count(LIMITS.pieces)),
      failedBefore: opt(count(LIMITS.pieces)),
      notes: opt(text(LIMITS.notes)),
      ...optional({
        group: partExtras.group,
        licence: partExtras.licence,
        fileCost: partExtras.fileCost,
        placedByMap: partExtras.placedByMap,
        joins: partExtras.joins,
        batch: partExtras.batch,
      }),
    }),
    label: () => "Part changed",
    apply: (e, { partId, ...patch }) => putPart(e, partId, (part) => ({ ...part, ...patch })),
  },
  "part.otherWays": {
    schema: object({ partId: id, change }),
    label: () => "Other ways",
    apply: (e, { partId, change: changed }) =>
      putPart(e, partId, (part) => ({ ...part, otherWays: { ...NO_OTHER_WAYS, ...part.otherWays, ...changed } })),
  },
  "part.tags": {
    schema: object({ partId: id, add: opt(partExtras.tags), drop: opt(partExtras.tags) }),
    label: () => "Tags",
    apply: (e, { partId, add = [], drop = [] }) => putPart(e, partId, (part) => ({ ...part, tags: withAndWithout(part.tags, add, drop) })),
  },
  "part.pictures": {
    schema: object({ partId: id, add: opt(partExtras.pictures), drop: opt(partExtras.pictures) }),
    label: () => "Photos",
    apply: (e, { partId, add = [], drop = [] }) =>
      putPart(e, partId, (part) => ({ ...part, pictures: withAndWithout(part.pictures, add, drop) })),
  },
  "part.tally": {
    schema: object({ partId: id, change }),
    label: () => "Count",
    apply: (e, p) => putPart(e, p.partId, (part) => ({ ...part, tally: { ...part.tally, ...p.change } })),
  },
  "part.measures": {
    schema: object({ partId: id, change }),
    label: () => "Measures",
    apply: (e, p) => putPart(e, p.partId, (part) => ({ ...part, measures: { ...part.measures, ...p.change } })),
  },
  "surface.say": {
    schema: object({
      partId: id,
      surfaceId: id,
      anchor: anchorSchema.allow(null),
      change: Joi.object(optional(saidOfSurface)),
      photos: opt(
        object({
          add: opt(Joi.array().max(LIMITS.surfacePhotos).items(surfacePhotoSchema)),
          drop: opt(Joi.array().max(LIMITS.surfacePhotos).items(hashSchema)),
        }),
      ),
    }),
    label: () => "A surface",
    apply: (e, { partId, surfaceId, anchor, change: changed, photos }) =>
      putPart(e, partId, (part) => {
        const known = part.surfaces.find((s) => s.id === surfaceId);
        const before: SaidSurface = known ?? { ...NEW_SURFACE, id: surfaceId, anchor };
        const kept = before.photos.filter((p) => !photos?.drop?.includes(p.hash));
        const next = { ...before, ...changed, photos: [...kept, ...(photos?.add ?? [])] };
        return { ...part, surfaces: known ? part.surfaces.map((s) => (s === known ? next : s)) : [...part.surfaces, next] };
      }),
  },
  "surface.forget": {
    schema: object({ partId: id, surfaceId: id }),
    label: () => "A surface forgotten",
    apply: (e, { partId, surfaceId }) =>
      putPart(e, partId, (part) => ({
        ...part,
        surfaces: part.surfaces.filter((s) => s.id !== surfaceId),
        work: part.work.filter((w) => workOf([w], "hide")[0]?.surfaceId !== surfaceId),
      })),
  },
  "fit.add": {
    schema: object({ meetingId: id, fit: Joi.object<DryFit>().unknown(true) }),
    label: () => "Dry fit",
    apply: (e, { meetingId, fit }, now) =>
      changeMeeting(e, meetingId, (m) => ({ ...m, fits: withItems(m.fits, [{ ...fit, at: now }], "id") })),
  },
  "fit.drop": {
    schema: object({ meetingId: id, fitId: id }),
    label: () => "Dry fit struck out",
    apply: (e, { meetingId, fitId }) => changeMeeting(e, meetingId, (m) => ({ ...m, fits: withoutItem(m.fits, "id", fitId) })),
  },
  "fill.add": {
    schema: object({ reading: Joi.object<OwnReading>().unknown(true) }),
    label: () => "Own filling",
    apply: async (e, { reading: said }, now) => {
      const reading: OwnReading = { ...said, at: now };
      const habits = await habitsOf(e);
      const demo = (await sceneOf(e)).demo;
      await e.put("habits", { ...habits, fills: withItems(habits.fills, [demo ? { ...reading, demo } : reading], "id") });
    },
  },
  "fill.drop": {
    schema: object({ readingId: id }),
    label: () => "Own filling struck out",
    apply: async (e, { readingId }) => {
      const habits = await habitsOf(e);
      await e.put("habits", { ...habits, fills: withoutItem(habits.fills, "id", readingId) });
    },
  },
  "part.add-item": {
    schema: object({
      partId: id,
      list: Joi.string().valid(...Object.keys(PART_LISTS)),
      items: Joi.array().min(1).max(100).items(Joi.object().unknown(true)),
    }),
    label: ({ list }) => LIST_LABELS[list],
    apply: (e, { partId, list, items }) =>
      putPart(e, partId, (part) => ({
        ...part,
        [list]: withItems(listOf(part, list), items as object[] as Record<string, unknown>[], PART_LISTS[list]),
      })),
  },
  "part.set-item": {
    schema: object({ partId: id, list: Joi.string().valid(...Object.keys(PART_LISTS)), key, change }),
    label: ({ list }) => LIST_LABELS[list],
    apply: (e, { partId, list, key: which, change: changed }) =>
      putPart(e, partId, (part) => ({ ...part, [list]: withItem(listOf(part, list), PART_LISTS[list], which, changed) })),
  },
  "part.drop-item": {
    schema: object({ partId: id, list: Joi.string().valid(...Object.keys(PART_LISTS)), key }),
    label: ({ list }) => LIST_LABELS[list],
    apply: (e, { partId, list, key: which }) =>
      putPart(e, partId, (part) => ({ ...part, [list]: withoutItem(listOf(part, list), PART_LISTS[list], which) })),
  },
  "part.unit": {
    schema: object({ partId: id, unit: Joi.string().valid(...Object.keys(FILE_UNIT_MM)) }),
    label: () => "Unit of the file",
    apply: async (e, { partId, unit }) => {
      const part = await partOf(e, partId);
      if (part.source.kind !== "mesh") throw new Refused("part.no-mesh", "This part has no file, and so no unit of one.");
      const by = FILE_UNIT_MM[unit] / FILE_UNIT_MM[part.source.unit];
      await e.put("parts", { ...part, ...inAnotherUnit(part, by), source: { ...part.source, unit, unitReason: "You chose it." } });
    },
  },
  "part.rescale": {
    schema: object({ partId: id, factor }),
    label: () => "Part rescaled",
    apply: async (e, { partId, factor }) => {
      await e.put("parts", rescaled(await partOf(e, partId), factor));
    },
  },
  "parts.set": {
    schema: object({
      partIds: Joi.array().min(1).max(LIMITS.parts).items(id),
      copies: opt(count(LIMITS.copies)),
      addTags: opt(partExtras.tags),
      dropTags: opt(partExtras.tags),
      differs: opt(change),
      ...optional({ group: partExtras.group, licence: partExtras.licence, placedByMap: partExtras.placedByMap }),
    }),
    label: ({ partIds }) => (partIds.length === 1 ? "Part changed" : `${partIds.length} parts changed`),
    apply: async (e, { partIds, addTags = [], dropTags = [], differs = {}, ...patch }) => {
      for (const partId of partIds)
        await putPart(e, partId, (part) => ({
          ...part,
          ...patch,
          tags: withAndWithout(part.tags, addTags, dropTags),
          differs: Object.fromEntries(Object.entries({ ...part.differs, ...differs }).filter(([, v]) => v !== null)),
        }));
    },
  },
  "parts.delete": {
    schema: object({ partIds: Joi.array().min(1).max(LIMITS.parts).items(id) }),
    label: ({ partIds }) => (partIds.length === 1 ? "Part removed" : `${partIds.length} parts removed`),
    apply: (e, { partIds }) => removeParts(e, partIds),
  },
  "part.replace": {
    schema: object({ partId: id, source: sourceSchema, factor, note: text(200) }),
    label: ({ note }) => note || "New version",
    apply: async (e, { partId, source, factor, note }, now) => {
      const part = await partOf(e, partId);
      const was = { source: part.source, factor: part.factor, at: now, note };
      await e.put("parts", { ...part, source, factor, versions: [...part.versions, was].slice(-LIMITS.versions) });
    },
  },
  "part.split": {
    schema: object({
      partId: id,
      pieces: Joi.array()
        .min(2)
        .max(20)
        .items(object({ id, source: sourceSchema, work: Joi.array().max(LIMITS.work).items(workSchema) })),
      seams: Joi.array().max(20).items(Joi.object().unknown(true)),
    }),
    label: ({ pieces }) => `Cut into ${pieces.length} pieces`,
    apply: async (e, { partId, pieces, seams }, now) => {
      const part = await partOf(e, partId);
      if (seams.length !== pieces.length - 1) throw new Refused("part.seams", "There must be one seam between two pieces.");
      const was = { source: part.source, factor: part.factor, at: now, note: "before it was cut" };
      const joint = (i: number, other: number): PartJoint => {
        const { kind, clearanceMm, sectionMm2, seamMm } = seams[Math.min(i, other)];
        return { id: `seam-${Math.min(i, other)}`, partId: pieces[other].id, kind, clearanceMm, sectionMm2, seamMm };
      };
      const cutFace = (i: number): FaceMark => ({
        id: `seam-${i}`,
        kind: "mating",
        where: { axis: seams[i].axis, planeMm: seams[i].planeMm },
      });
      for (const [i, piece] of pieces.entries())
        await e.put("parts", {
          ...part,
          ...piece,
          name: `${part.name}, ${i + 1} of ${pieces.length}`.slice(0, LIMITS.name),
          group: part.group || part.name.slice(0, LIMITS.shortText),
          order: part.order + i / 100,
          goodBefore: 0,
          failedBefore: 0,
          joints: [i - 1, i + 1].filter((o) => o >= 0 && o < pieces.length).map((o) => joint(i, o)),
          // What was picked on the whole may not be on the piece; its cut faces lie against the others.
          faces: [
            ...part.faces.filter((f) => !("at" in f.where) && !f.id.startsWith("seam-")),
            ...[i - 1, i].filter((s) => s >= 0 && s < seams.length).map(cutFace),
          ],
          sightings: [],
          zones: [],
          configurations: [],
          // Paid once, and said of the whole.
          fileCost: i === 0 ? part.fileCost : null,
          otherWays: null,
          tally: structuredClone(PART_DEFAULTS.tally),
          versions: [...part.versions, was].slice(-LIMITS.versions),
        });
      await removeParts(e, [partId]);
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
      await e.put("parts", { ...part, source: back.source, factor: back.factor, versions });
    },
  },
  "part.delete": {
    schema: object({ partId: id }),
    label: () => "Part removed",
    apply: async (e, { partId }) => {
      await partOf(e, partId);
      await removeParts(e, [partId]);
    },
  },
  "work.add": {
    schema: object({
      partId: id,
      items: Joi.array().min(1).max(40).items(workSchema),
      at: Joi.number().integer().min(0),
      // What has to be said of surfaces for it, where nothing was said of them yet.
      surfaces: opt(partExtras.surfaces),
    }),
    label: () => "Step added",
    apply: async (e, { partId, items, at, surfaces = [] }) => {
      await checkReferences(e, items);
      await putPart(e, partId, (part) => ({
        ...part,
        surfaces: withSaid(part.surfaces, surfaces),
        work: [...part.work.slice(0, at), ...items, ...part.work.slice(at)],
      }));
    },
  },
  "work.set": {
    schema: object({ partId: id, itemId: id, change }),
    label: () => "Step changed",
    apply: async (e, { partId, itemId, change: changed }) => {
      const was = (await partOf(e, partId)).work.find((w) => w.id === itemId);
      if (!was) throw new Refused("work.gone", "That step is no longer in the order of work.");
      const item = { ...was, ...changed, id: was.id, kind: was.kind } as WorkItem;
      await checkReferences(e, [item]);
      await changeWork(e, partId, (work) => work.map((w) => (w.id === itemId ? item : w)));
    },
  },
  "work.typed": {
    schema: object({ partId: id, itemId: id, typed: typedEstimate }),
    label: ({ typed }) => (typed ? "Your own estimate" : "Back to the model"),
    apply: (e, { partId, itemId, typed }) =>
      changeWork(e, partId, (work) => {
        const print = workOf(work, "print").find((w) => w.id === itemId);
        if (!print) throw new Refused("work.gone", "That step is no longer in the order of work.");
        return work.map((w) => (w === print ? { ...print, typed } : w));
      }),
  },
  "work.sliced": {
    schema: object({ partId: id, itemId: id, sliced: slicedEstimate }),
    label: ({ sliced }) => (sliced ? "G-code file" : "G-code file removed"),
    apply: (e, { partId, itemId, sliced }) =>
      changeWork(e, partId, (work) => {
        const print = workOf(work, "print").find((w) => w.id === itemId);
        if (!print) throw new Refused("work.gone", "That step is no longer in the order of work.");
        return work.map((w) => (w === print ? { ...print, sliced } : w));
      }),
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
  "habits.set": {
    schema: object({ change }),
    label: () => "Habits",
    apply: async (e, { change: changed }) => {
      const habits = await habitsOf(e);
      // Temperature and humidity are two fields: each is said by itself, however soon after the other.
      await e.put("habits", merged(habits, { ...changed, ...(changed.air && { air: { ...habits.air, ...changed.air } }) }));
    },
  },
  "changes.set": {
    schema: object({
      weekdays: Joi.array()
        .min(1)
        .max(7)
        .items(count({ least: 0, most: 6 })),
      span,
    }),
    label: () => "Habits",
    apply: async (e, { weekdays, span }) => {
      const habits = await habitsOf(e);
      const others = habits.changes.filter((c) => !weekdays.includes(c.weekday));
      await e.put("habits", { ...habits, changes: span ? [...others, ...weekdays.map((weekday) => ({ weekday, ...span }))] : others });
    },
  },
  "thing.add": {
    schema: object({ thing: thingSchema }),
    label: () => "Known things",
    apply: async (e, { thing }) => {
      if (await e.get("things", thing.name)) throw new Refused("item.there", "There is one of that name already.");
      await e.put("things", thing);
    },
  },
  "thing.drop": {
    schema: object({ name }),
    label: () => "Known things",
    apply: (e, p) => e.delete("things", p.name),
  },
  "printer.add": {
    schema: object({ printer: Joi.any() }),
    label: ({ printer }) => `${printer.name} added`,
    apply: async (e, { printer }) => {
      if (await e.get("printers", printer.id)) throw new Refused("printer.there", "A printer of that id is here already.");
      await e.put("printers", printer);
    },
  },
  "printer.delete": {
    schema: object({ printerId: id }),
    label: () => "Printer removed",
    apply: async (e, { printerId }) => {
      await refusePlated(e, { id: printerId });
      await refuseUsed(e, "printers", printerId, "is to be printed on it. Choose another printer there first");
      if ((await e.all("printers")).length < 2)
        throw new Refused("printer.last", "Keep at least one printer: hours are calculated for a printer.");
      await e.delete("printers", printerId);
    },
  },
  "paint.add": {
    schema: object({ paint: paintSchema }),
    label: ({ paint }) => paint.name,
    apply: async (e, { paint }) => {
      if (await e.get("paints", paint.id)) throw new Refused("paint.there", "A paint of that id is on the rack already.");
      await e.put("paints", paint);
    },
  },
  "paint.set": {
    schema: object({ paintId: id, change }),
    label: () => "Paint changed",
    apply: async (e, { paintId, change: changed }) => {
      const paint = await e.get("paints", paintId);
      if (!paint) throw new Refused("paint.gone", "That paint is no longer on the rack.");
      await e.put("paints", merged(paint, changed));
    },
  },
  "paint.delete": {
    schema: object({ paintId: id }),
    label: () => "Paint removed",
    apply: async (e, { paintId }) => {
      await refuseUsed(e, "paints", paintId, "is painted with it. Take it out of that recipe first");
      await e.delete("paints", paintId);
    },
  },
  "supply.add": {
    schema: object({ supply: supplySchema }),
    label: ({ supply }) => supply.name,
    apply: async (e, { supply }) => {
      if (await e.get("supplies", supply.id)) throw new Refused("supply.there", "One of that id is in the workshop already.");
      await e.put("supplies", supply);
    },
  },
  "supply.set": {
    schema: object({ supplyId: id, change }),
    label: () => "Changed",
    apply: async (e, { supplyId, change: changed }) => {
      const supply = await e.get("supplies", supplyId);
      if (!supply) throw new Refused("supply.gone", "That is no longer in the workshop.");
      await e.put("supplies", merged(supply, changed));
    },
  },
  "supply.delete": {
    schema: object({ supplyId: id }),
    label: () => "Taken off the list",
    apply: (e, { supplyId }) => e.delete("supplies", supplyId),
  },
  "lesson.add": {
    schema: object({ lesson: lessonSchema }),
    label: () => "Kept as a lesson",
    apply: async (e, { lesson }) => {
      if (await e.get("lessons", lesson.id)) throw new Refused("lesson.there", "A lesson of that id is kept already.");
      await e.put("lessons", lesson);
    },
  },
  "lesson.set": {
    schema: object({ lessonId: id, change }),
    label: () => "Lesson changed",
    apply: async (e, { lessonId, change: changed }) => {
      const lesson = await e.get("lessons", lessonId);
      if (!lesson) throw new Refused("lesson.gone", "That lesson is no longer kept.");
      await e.put("lessons", merged(lesson, changed));
    },
  },
  "lesson.delete": {
    schema: object({ lessonId: id }),
    label: () => "Lesson forgotten",
    apply: (e, { lessonId }) => e.delete("lessons", lessonId),
  },
  "procedure.keep": {
    schema: object({ procedure: procedureSchema }),
    label: ({ procedure }) => `"${procedure.title}" kept`,
    apply: (e, { procedure }) => e.put("procedures", procedure),
  },
  "procedure.delete": {
    schema: object({ procedureId: id }),
    label: () => "Kept step removed",
    apply: async (e, { procedureId }) => {
      // Steps that came from it stay as they are; they only no longer say where from.
      await loosenWork(e, "procedures", procedureId);
      await e.delete("procedures", procedureId);
    },
  },
  "works.add": {
    schema: object({
      adds: Joi.array()
        .min(1)
        .max(LIMITS.parts)
        .items(object({ partId: id, items: Joi.array().min(1).max(40).items(workSchema), surfaces: opt(partExtras.surfaces) })),
    }),
    label: ({ adds }) => `Steps for ${adds.length} ${adds.length === 1 ? "part" : "parts"}`,
    apply: async (e, { adds }) => {
      for (const { partId, items, surfaces = [] } of adds) {
        await checkReferences(e, items);
        await putPart(e, partId, (part) => ({
          ...part,
          surfaces: withSaid(part.surfaces, surfaces),
          work: [...part.work, ...items],
        }));
      }
    },
  },
  "step.start": {
    schema: stepStart,
    label: ({ title }) => `Started: ${title}`,
    apply: (e, step, now) => startStep(e, step, now),
  },
  "session.start": {
    schema: object({ title: text(LIMITS.title), steps: Joi.array().min(1).max(500).items(stepStart) }),
    label: ({ title }) => `Started: ${title}`,
    apply: async (e, { steps }, now) => {
      for (const step of steps) await startStep(e, step, now);
    },
  },
  "session.end": {
    schema: object({
      title: text(LIMITS.title),
      done: Joi.array()
        .max(500)
        .items(object({ recordId: id, saidS: duration })),
      undone: Joi.array().max(500).items(id.optional()),
    }),
    label: ({ title, done }) => `${title}: ${done.length} done`,
    apply: async (e, { done, undone }, now) => {
      for (const { recordId, saidS } of done) {
        const record = await e.get("records", recordId);
        if (!record) throw new Refused("step.gone", "That step is no longer here.");
        const end = endOf(record, now);
        // A clock that cannot say how long the whole took says nothing of its shares.
        await e.put("records", { ...record, ...end, result: "good", ...(end.untimed ? {} : { saidS }) });
      }
      for (const recordId of undone) await e.delete("records", recordId);
    },
  },
  "step.finish": {
    schema: object({
      recordId: id,
      result: Joi.string().valid("good", "partly", "failed"),
      good: count(LIMITS.pieces),
      failed: count(LIMITS.pieces),
      wentWrong: text(LIMITS.wentWrong),
      saidS: opt(duration),
      came: opt(cameSchema),
      print: opt(Joi.object({ failure: Joi.any(), massG: Joi.any() }).options({ presence: "required" })),
    }),
    label: ({ result }) => (result === "failed" ? "Step failed" : "Step finished"),
    apply: async (e, { recordId, print, ...p }, now) => {
      const record: StepRecord | undefined = await e.get("records", recordId);
      if (!record) throw new Refused("step.gone", "That step is no longer here.");
      const was = record.finishedAt;
      const end = endOf(record, now);
      const next: StepRecord = { ...record, ...p, ...end, ...(record.print && print ? { print: { ...record.print, ...print } } : {}) };
      await e.put("records", next);
      if (was !== null) return;
      await endRun(e, next, now);
      // Of a print that failed so much was used as its time says.
      const ranS = (end.finishedAt! - record.startedAt) / 1000;
      await takeMaterial(e, next, p.result === "failed" ? Math.min(1, ranS / Math.max(1, record.plannedS)) : 1);
      await teach(e, next, now);
    },
  },
  "step.said": {
    schema: object({ recordId: id, saidS: duration.allow(null) }),
    label: () => "Time put right",
    apply: async (e, { recordId, saidS }) => {
      const record: StepRecord | undefined = await e.get("records", recordId);
      if (!record) throw new Refused("step.gone", "That step is no longer here.");
      const changed = { ...record };
      delete changed.saidS;
      const next = saidS === null ? changed : { ...changed, saidS };
      await e.put("records", next);
      await (saidS === null ? unteach(e, next) : teach(e, next, record.finishedAt ?? record.startedAt));
    },
  },
  "step.forget": {
    schema: object({ recordId: id }),
    label: () => "Step not done after all",
    apply: async (e, { recordId }) => {
      await unteach(e, await e.get("records", recordId));
      await e.delete("records", recordId);
    },
  },
};

const withAndWithout = (list: readonly string[], add: readonly string[], drop: readonly string[]): string[] =>
  [...new Set([...list, ...add])].filter((x) => !drop.includes(x));

/** A profile with some fields changed, those of its speeds and its lift one by one. What kind of printer it is stays. */
/** Changes that follow each other within so long are one edition, ms. */
const ONE_EDITION_MS = 30 * 60_000;
const EARLIER = 20;
/** What is no figure of the profile: no word of the user's about how it prints, and no edition of its own. */
const NO_EDITION: ReadonlySet<string> = new Set(NOT_RECKONED_WITH.filter((f) => f !== "fits"));

/** An edit of the profile: what was changed is the user's word from now on, and what it was before is kept. */
function editedProfile(printer: Printer, changed: PrinterChange, now: number, from: Origin["from"] = "typed"): Printer {
  const next = profileWith(printer, changed);
  const named = Object.entries(changed).flatMap(([field, value]) =>
    typeof value === "object" && value !== null && !Array.isArray(value) ? Object.keys(value).map((k) => `${field}.${k}`) : [field],
  );
  const at = (p: Printer, path: string): string | undefined =>
    JSON.stringify(path.split(".").reduce<unknown>((x, k) => (x as Record<string, unknown> | undefined)?.[k], p));
  // What an edition that is brought back has in common with this one is nobody's new word.
  const fields = named.filter((f) => !NO_EDITION.has(f.split(".")[0]) && at(printer, f) !== at(next, f));
  if (fields.length === 0) return next;
  const origins = {
    ...printer.origins,
    ...Object.fromEntries(
      fields.map((f): [string, Origin] => [f, from === "learned" ? { from, prints: (printer.origins?.[f]?.prints ?? 0) + 1 } : { from }]),
    ),
  };
  const earlier = printer.earlier ?? [];
  const last = earlier[earlier.length - 1]?.at ?? -Infinity;
  const kept =
    now - last < ONE_EDITION_MS
      ? earlier
      : [...earlier, { at: now, note: `before ${fields.join(", ")}`.slice(0, 200), profile: profileOf(printer) }];
  return { ...next, origins, earlier: kept.slice(-EARLIER) };
}

function profileWith(printer: Printer, changed: PrinterChange): Printer {
  const inner = (field: "speedMmS" | "lift" | "fits" | "edges", from?: object): object =>
    (field in printer || from) && typeof changed[field] === "object"
      ? { [field]: { ...from, ...(printer as unknown as Record<string, object>)[field], ...(changed[field] as object) } }
      : {};
  return {
    ...printer,
    ...changed,
    ...inner("speedMmS"),
    ...inner("lift"),
    ...inner("fits", {}),
    ...inner("edges", { left: 0, right: 0, front: 0, back: 0 }),
    id: printer.id,
    process: printer.process,
  } as Printer;
}

/** Work by hand that stood open longer than this, and four times what was planned, was not worked at all that while. */
const LEFT_OPEN_S = 4 * 3600;

/**
 * When a step ended. A clock that was set back during it cannot say how long it took: the end is then its beginning. A step by hand that
 * stood open over a night, or a machine's long sleep, was not worked at for so long. Both records say that they were not timed, so that no
 * average counts them.
 */
export function endOf(record: StepRecord, now: number): Pick<StepRecord, "finishedAt" | "untimed"> {
  if (now < record.startedAt) return { finishedAt: record.startedAt, untimed: true };
  const leftOpen = record.time === "hands" && (now - record.startedAt) / 1000 > Math.max(LEFT_OPEN_S, 4 * record.plannedS);
  return leftOpen ? { finishedAt: now, untimed: true } : { finishedAt: now };
}

const isCommand = (text: string): text is CommandName => Object.hasOwn(COMMANDS, text);

/** What is sent with a command: the moment, and where it comes from. */
export interface Sent {
  now: number;
  editId?: string;
  windowId?: string;
}

/** Checks the payload and runs the command as one undoable edit. @returns the label of what was done */
export async function runCommand(
  db: InchHollowDatabase,
  sceneId: string,
  command: string,
  payload: unknown,
  sent: Sent | number,
): Promise<Result<string>> {
  if (!isCommand(command)) return fail("command.unknown", `There is no command "${command}".`);
  return runKnown(db, sceneId, command, payload, typeof sent === "number" ? { now: sent } : sent);
}

async function runKnown<N extends CommandName>(
  db: InchHollowDatabase,
  sceneId: string,
  name: N,
  payload: unknown,
  sent: Sent,
  files: { table: FileTable; rows: FileRow[] } | null = null,
): Promise<Result<string>> {
  const command = COMMANDS[name];
  const checked = command.schema.validate(payload, { convert: false });
  if (checked.error) return fail("command.payload", `${checked.error.message}.`, checked.error.details[0]?.path.join("."));
  const value = checked.value as Commands[N];
  const label = command.label(value);
  try {
    await edit(
      db,
      sceneId,
      { label, at: sent.now, editId: sent.editId, windowId: sent.windowId },
      async (e) => {
        if (files) await db[files.table].bulkPut(files.rows);
        await command.apply(e, value, sent.now);
      },
      files ? [files.table] : [],
    );
    return ok(label);
  } catch (error) {
    if (error instanceof Refused) return fail(error.code, error.message, error.where);
    return storageProblem(error);
  }
}

/** Runs a command that names new meshes or pictures, and stores those files in the same transaction: a closed tab leaves both or neither. */
export async function runWithFiles<N extends CommandName>(
  db: InchHollowDatabase,
  sceneId: string,
  table: FileTable,
  files: FileRow[],
  command: N,
  payload: Commands[N],
  sent: Sent | number,
): Promise<Result<string>> {
  for (const { hash } of files) if (hashSchema.validate(hash).error) throw new Error(`runWithFiles: ${hash} is not a content hash`);
  return runKnown(db, sceneId, command, payload, typeof sent === "number" ? { now: sent } : sent, { table, rows: files });
}
