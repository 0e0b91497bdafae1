/** Parts and the work on them. */
import Joi from "joi";
import { FILE_UNIT_MM, type FileUnit } from "../../mesh";
import {
  LIMITS,
  newJoint,
  PART_DEFAULTS,
  type Choices,
  type PartRow,
  type SaidSource,
  type SaidSurface,
  type WorkItem,
} from "../../project";
import { renamedIn, type Joint } from "../../joint";
import { markAtSize, type FaceMark } from "../../print";
import { factor, partExtras, sourceSchema, workSchema } from "../../rows";
import { count, id, name, text } from "../../field";
import {
  change,
  object,
  opt,
  optional,
  over,
  partOf,
  putPart,
  Refused,
  rescaled,
  sceneOf,
  withAndWithout,
  type CommandsOf,
  type Edit,
} from "../command";
import { kindOf } from "../kinds";
import { checkReferences, NAMED_TABLES, type NamedTable } from "../references";
import { removeParts } from "./removal";

/** What is said of surfaces, with what is new of others; what was said already stays. */
const withSaid = (list: readonly SaidSurface[], more: readonly SaidSurface[]): SaidSurface[] => [
  ...list,
  ...more.filter((s) => !list.some((k) => k.id === s.id)),
];

const newPartSchema = object({
  id,
  name,
  source: sourceSchema,
  factor,
  copies: count(LIMITS.copies),
  work: Joi.array().items(workSchema),
  ...optional({ group: partExtras.group, fileCost: partExtras.fileCost }),
});

async function addParts(edit: Edit<NamedTable>, parts: NewPart[]): Promise<void> {
  for (const p of parts) {
    if (await edit.get("parts", p.id)) throw new Refused("part.there", "A part with that id already exists.");
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

type NewPart = { id: string; name: string; source: SaidSource; factor: number; copies: number; work: WorkItem[] } & Partial<
  Pick<PartRow, "group" | "fileCost">
>;

export interface PartsCommands {
  "parts.add": { parts: NewPart[] };
  "part.unit": { partId: string; unit: FileUnit };
  "part.rescale": { partId: string; factor: number };
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
    seams: (NonNullable<Joint["cut"]> & { seamMm: number; axis: "x" | "y" | "z"; planeMm: number })[];
  };
  "part.restore": { partId: string; version: number };
  /** Steps that are not begun go, with the work that is nothing without them; of a recipe only that step, on that part. */
  "work.leaveOut": { stepKeys: string[] };
  "work.add": { partId: string; items: WorkItem[]; at: number; surfaces?: SaidSurface[] };
  /** The same work for many parts: a recipe, a kept step. */
  "works.add": { adds: { partId: string; items: WorkItem[]; surfaces?: SaidSurface[] }[] };
}

export const PARTS_COMMANDS: CommandsOf<PartsCommands> = {
  "parts.add": over(...NAMED_TABLES)({
    schema: object({ parts: Joi.array().min(1).max(5000).items(newPartSchema) }),
    label: ({ parts }) => (parts.length === 1 ? `${parts[0].name} added` : `${parts.length} parts added`),
    apply: (e, { parts }) => addParts(e, parts),
  }),
  "part.unit": over("parts")({
    schema: object({ partId: id, unit: Joi.string().valid(...Object.keys(FILE_UNIT_MM)) }),
    label: () => "Unit of the file",
    apply: async (e, { partId, unit }) => {
      const part = await partOf(e, partId);
      if (part.source.kind !== "mesh") throw new Refused("part.no-mesh", "This part has no file, so there is no unit to set.");
      const by = FILE_UNIT_MM[unit] / FILE_UNIT_MM[part.source.unit];
      await e.put("parts", { ...part, ...inAnotherUnit(part, by), source: { ...part.source, unit, unitReason: "Chosen by you." } });
    },
  }),
  "part.rescale": over("parts")({
    schema: object({ partId: id, factor }),
    label: () => "Part rescaled",
    apply: async (e, { partId, factor }) => {
      await e.put("parts", rescaled(await partOf(e, partId), factor));
    },
  }),
  "parts.set": over("parts")({
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
  }),
  "parts.delete": over(
    "parts",
    "records",
    "scenes",
  )({
    schema: object({ partIds: Joi.array().min(1).max(LIMITS.parts).items(id) }),
    label: ({ partIds }) => (partIds.length === 1 ? "Part removed" : `${partIds.length} parts removed`),
    apply: (e, { partIds }) => removeParts(e, partIds),
  }),
  "part.replace": over("parts")({
    schema: object({ partId: id, source: sourceSchema, factor, note: text(200) }),
    label: ({ note }) => note || "New version",
    apply: async (e, { partId, source, factor, note }, now) => {
      const part = await partOf(e, partId);
      const was = { source: part.source, factor: part.factor, at: now, note };
      await e.put("parts", { ...part, source, factor, versions: [...part.versions, was].slice(-LIMITS.versions) });
    },
  }),
  "part.split": over(
    "parts",
    "records",
    "scenes",
  )({
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
      if (seams.length !== pieces.length - 1) throw new Refused("part.seams", "There must be one seam between each two pieces.");
      const was = { source: part.source, factor: part.factor, at: now, note: "before it was cut" };
      const cutFace = (i: number): FaceMark => ({
        id: `seam-${i}`,
        kind: "mating",
        where: { axis: seams[i].axis, planeMm: seams[i].planeMm },
      });
      for (const [i, piece] of pieces.entries())
        await e.put("parts", {
          ...part,
          ...piece,
          // Joints of the whole, and ground on it, go to the first piece, until somebody says which has them.
          work: i === 0 ? piece.work : piece.work.filter((w) => !("jointId" in w) && !("layerId" in w)),
          name: `${part.name}, ${i + 1} of ${pieces.length}`.slice(0, LIMITS.name),
          group: part.group || part.name.slice(0, LIMITS.shortText),
          order: part.order + i / 100,
          goodBefore: 0,
          failedBefore: 0,
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
      const whole = await sceneOf(e);
      const toFirst = <T extends { partId: string | null }>(x: T): T => (x.partId === partId ? { ...x, partId: pieces[0].id } : x);
      await e.put("scenes", {
        ...whole,
        joints: whole.joints.map((j) => renamedIn(j, partId, pieces[0].id)),
        ...(whole.boards && { boards: whole.boards.map(toFirst) }),
        ...(whole.standings && { standings: whole.standings.map(toFirst) }),
      });
      await removeParts(e, [partId]);
      // Each piece was cut from the one before it, and is glued to it again.
      const scene = await sceneOf(e);
      const cut = seams.map(({ kind, clearanceMm, sectionMm2, seamMm }, i): Joint => ({
        ...newJoint(`cut-${pieces[i + 1].id}`, pieces[i].id, { kind: "part", partId: pieces[i + 1].id }),
        lengthMm: seamMm,
        cut: { kind, clearanceMm, sectionMm2 },
      }));
      await e.put("scenes", { ...scene, joints: [...scene.joints, ...cut] });
    },
  }),
  "part.restore": over("parts")({
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
  }),
  "work.add": over(...NAMED_TABLES)({
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
  }),
  "work.leaveOut": over(
    "parts",
    "records",
  )({
    schema: object({ stepKeys: Joi.array().min(1).max(LIMITS.parts).unique().items(text(LIMITS.title)) }),
    label: () => "Left out",
    apply: async (e, { stepKeys }) => {
      const begun = (await e.all("records")).find((r) => stepKeys.includes(r.stepKey) && r.result !== "failed");
      if (begun) throw new Refused("work.begun", `“${begun.title}” was begun meanwhile, so nothing was left out.`);
      for (const key of stepKeys) {
        const [partId, itemId, step = ""] = key.split("/");
        await putPart(e, partId, (part) => ({
          ...part,
          work: part.work.flatMap((item) => (item.id === itemId ? ((kindOf(item).without?.(item, step) ?? []) as WorkItem | []) : [item])),
        }));
      }
    },
  }),
  "works.add": over(...NAMED_TABLES)({
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
  }),
};
