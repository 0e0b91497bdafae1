/** What meets what, with the work that it brings; and how sides that meet were found to fit. */
import Joi from "joi";
import type { DryFit, Joint } from "../../joint";
import { id } from "../../field";
import { LIMITS, type WorkItem } from "../../project";
import { object, over, partOf, Refused, sceneOf, withItems, withoutItem, type CommandsOf, type Edit } from "../command";
import { checkItemReferences } from "../references";

const changeJoint = async (edit: Edit<"scenes">, jointId: string, change: (joint: Joint) => Joint): Promise<void> => {
  const scene = await sceneOf(edit);
  if (!scene.joints.some((j) => j.id === jointId))
    throw new Refused("item.gone", "That joint no longer exists. It may have been deleted in another window.");
  await edit.put("scenes", { ...scene, joints: scene.joints.map((j) => (j.id === jointId ? change(j) : j)) });
};

/** Does a piece of work do something at one of these joints? */
const isAt = (item: WorkItem, joints: ReadonlySet<string>): boolean => "jointId" in item && joints.has(item.jointId);

export interface AssembleCommands {
  /** A joint, and the step that glues it in the order of work of one of its parts. */
  "joint.add": { joint: Joint; step: { partId: string; at: number; item: WorkItem } | null };
  /** The joint, and all work at it. */
  "joint.drop": { jointId: string };
  "fit.add": { jointId: string; fit: Omit<DryFit, "at"> };
  "fit.drop": { jointId: string; fitId: string };
}

export const ASSEMBLE_COMMANDS: CommandsOf<AssembleCommands> = {
  "joint.add": over(
    "scenes",
    "parts",
  )({
    schema: object({
      joint: Joi.object().unknown(true),
      step: object({ partId: id, at: Joi.number().integer().min(0).max(LIMITS.work), item: Joi.object().unknown(true) }).allow(null),
    }),
    label: () => "Joint added",
    apply: async (e, { joint, step }) => {
      const scene = await sceneOf(e);
      const next = { ...scene, joints: withItems(scene.joints, [joint], "id") };
      await checkItemReferences(e, next);
      await e.put("scenes", next);
      if (!step) return;
      const part = await partOf(e, step.partId);
      await e.put("parts", { ...part, work: [...part.work.slice(0, step.at), step.item, ...part.work.slice(step.at)] });
    },
  }),
  "joint.drop": over(
    "scenes",
    "parts",
  )({
    schema: object({ jointId: id }),
    label: () => "Joint removed",
    apply: async (e, { jointId }) => {
      const scene = await sceneOf(e);
      await e.put("scenes", { ...scene, joints: withoutItem(scene.joints, "id", jointId) });
      const gone = new Set([jointId]);
      for (const part of await e.all("parts"))
        if (part.work.some((w) => isAt(w, gone))) await e.put("parts", { ...part, work: part.work.filter((w) => !isAt(w, gone)) });
    },
  }),
  "fit.add": over("scenes")({
    schema: object({ jointId: id, fit: Joi.object<DryFit>().unknown(true) }),
    label: () => "Dry fit",
    apply: (e, { jointId, fit }, now) => changeJoint(e, jointId, (j) => ({ ...j, fits: withItems(j.fits, [{ ...fit, at: now }], "id") })),
  }),
  "fit.drop": over("scenes")({
    schema: object({ jointId: id, fitId: id }),
    label: () => "Dry fit deleted",
    apply: (e, { jointId, fitId }) => changeJoint(e, jointId, (j) => ({ ...j, fits: withoutItem(j.fits, "id", fitId) })),
  }),
};
