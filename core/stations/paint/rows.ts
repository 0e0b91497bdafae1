/** The rack, as it is said. */
import type { Paint } from "../../project";
import { refuseUsed } from "../references";
import { rowsOf, type BlocksOf, type ListsOf } from "../said";

export interface PaintBlocks {
  paint: Omit<Paint, "id">;
}
export const PAINT_BLOCKS: BlocksOf<PaintBlocks> = { paint: { table: "paints", label: "Paint changed" } };

export interface PaintLists {
  paints: Paint;
}
export const PAINT_LISTS: ListsOf<PaintLists> = {
  paints: rowsOf("paints", ["parts", "scenes"], {
    label: (p) => p.name,
    dropLabel: "Paint removed",
    there: { code: "paint.there", message: "A paint with that id is already on the rack." },
    drop: (e, id) => refuseUsed(e, "paints", id, "uses it. Remove it from that recipe first"),
  }),
};
