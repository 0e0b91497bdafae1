/** How parts that meet were found to fit. */
import Joi from "joi";
import type { DryFit, Meeting } from "../../joint";
import { id } from "../../field";
import { object, over, Refused, sceneOf, withItems, withoutItem, type CommandsOf, type Edit } from "../command";

const changeMeeting = async (edit: Edit<"scenes">, meetingId: string, change: (meeting: Meeting) => Meeting): Promise<void> => {
  const scene = await sceneOf(edit);
  if (!scene.meetings.some((m) => m.id === meetingId))
    throw new Refused("item.gone", "That joint no longer exists. It may have been deleted in another window.");
  await edit.put("scenes", { ...scene, meetings: scene.meetings.map((m) => (m.id === meetingId ? change(m) : m)) });
};

export interface AssembleCommands {
  "fit.add": { meetingId: string; fit: Omit<DryFit, "at"> };
  "fit.drop": { meetingId: string; fitId: string };
}

export const ASSEMBLE_COMMANDS: CommandsOf<AssembleCommands> = {
  "fit.add": over("scenes")({
    schema: object({ meetingId: id, fit: Joi.object<DryFit>().unknown(true) }),
    label: () => "Dry fit",
    apply: (e, { meetingId, fit }, now) =>
      changeMeeting(e, meetingId, (m) => ({ ...m, fits: withItems(m.fits, [{ ...fit, at: now }], "id") })),
  }),
  "fit.drop": over("scenes")({
    schema: object({ meetingId: id, fitId: id }),
    label: () => "Dry fit deleted",
    apply: (e, { meetingId, fitId }) => changeMeeting(e, meetingId, (m) => ({ ...m, fits: withoutItem(m.fits, "id", fitId) })),
  }),
};
