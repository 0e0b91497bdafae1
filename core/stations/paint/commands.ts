/** The rack. */
import type { Paint } from "../../project";
import { paintSchema } from "../../rows";
import { id } from "../../field";
import { change, merged, object, over, Refused, type CommandsOf } from "../command";
import { refuseUsed } from "../references";

export interface PaintCommands {
  "paint.add": { paint: Paint };
  "paint.set": { paintId: string; change: Partial<Omit<Paint, "id">> };
  "paint.delete": { paintId: string };
}

export const PAINT_COMMANDS: CommandsOf<PaintCommands> = {
  "paint.add": over("paints")({
    schema: object({ paint: paintSchema }),
    label: ({ paint }) => paint.name,
    apply: async (e, { paint }) => {
      if (await e.get("paints", paint.id)) throw new Refused("paint.there", "A paint with that id is already on the rack.");
      await e.put("paints", paint);
    },
  }),
  "paint.set": over("paints")({
    schema: object({ paintId: id, change }),
    label: () => "Paint changed",
    apply: async (e, { paintId, change: changed }) => {
      const paint = await e.get("paints", paintId);
      if (!paint) throw new Refused("paint.gone", "That paint is no longer on the rack.");
      await e.put("paints", merged(paint, changed));
    },
  }),
  "paint.delete": over(
    "paints",
    "parts",
    "scenes",
  )({
    schema: object({ paintId: id }),
    label: () => "Paint removed",
    apply: async (e, { paintId }) => {
      await refuseUsed(e, "paints", paintId, "uses it. Remove it from that recipe first");
      await e.delete("paints", paintId);
    },
  }),
};
