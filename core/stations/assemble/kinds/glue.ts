/** A joint: gluing the part to another one, or to something that is no part of the scene. */
import { field, optionsNamed, optionsOf } from "../../../field";
import { GLUES, JOINT_HANDS_ON_S, MATERIALS, type GlueId, type Material } from "../../../joint";
import { LIMITS } from "../../../limits";

import { only, type Surroundings, type WorkKind } from "../../../work";

export interface GlueWork {
  id: string;
  kind: "glue";
  glueId: GlueId;
  /** The part it is glued to; null for something that is none. */
  toPartId: string | null;
  /** What it is glued to, in words, where that is no part. */
  to: string;
  /** What that is of, as the user said; null for what the part it names is of. */
  toMaterial: Material | null;
  gapMm: number;
  load: boolean;
}

/** What the joint leads to, by the name it has now. */
export const jointTo = (item: GlueWork, at: Surroundings): string => (item.toPartId && at.part(item.toPartId)?.name) || item.to;

/** What it is glued to is of this: said, or as the part is now. */
export const jointMaterial = ({ toMaterial, toPartId }: GlueWork, at: Pick<Surroundings, "part">): Material =>
  toMaterial ?? (toPartId ? at.part(toPartId)?.material : undefined) ?? "filament print";

export const glue: WorkKind<GlueWork> = {
  kind: "glue",
  many: "joints",
  fields: {
    glueId: field.choice("Glue", optionsNamed(GLUES)),
    toPartId: {
      ...field.row("Glued to", "other parts", "something else"),
      // A part says itself what it is of; its name stays where it goes.
      brings: (toPartId, to) => (toPartId === null ? { toPartId } : { toPartId, to, toMaterial: null }),
    },
    to: { ...field.text("Glued to what"), when: (item) => (item as GlueWork).toPartId === null },
    toMaterial: field.choice("Its material", optionsOf(MATERIALS), "same as the part"),
    gapMm: field.length("Gap, mm", LIMITS.gapMm),
    load: field.tick("carries load"),
  },
  station: "assemble",
  words: (item, at) => ({ title: `Glue to ${jointTo(item, at)}`, detail: GLUES.find((g) => g.id === item.glueId)?.name ?? "" }),
  refers: (item) => (item.toPartId ? [{ field: "toPartId", table: "parts", id: item.toPartId, mayGo: true }] : []),
  film: (item) => {
    const used = GLUES.find((g) => g.id === item.glueId);
    return used?.family ? { name: used.name, family: used.family, method: "dust", coats: 1, hex: "#d8d4c4" } : null;
  },
  counts: () => "fitted",
  steps: (item, task) => {
    const used = GLUES.find((g) => g.id === item.glueId);
    if (!used) return [];
    return [
      {
        name: "0",
        title: `Glue to ${jointTo(item, task)}: ${used.name}`,
        handsOnS: JOINT_HANDS_ON_S * Math.max(1, task.copies * 0.4),
        waitS: item.load ? used.fullS : used.handleS,
        cautions: used.cautions,
        pieces: task.copies,
        rests: { glue: used.name, to: jointMaterial(item, task), on: task.material, gapMm: item.gapMm },
      },
    ];
  },
  begin: {
    label: "A joint",
    make: (itemId, at) => ({
      id: itemId,
      kind: "glue",
      glueId: "instant-gel",
      toPartId: at.others[0]?.id ?? null,
      to: at.others[0]?.name ?? "Base",
      toMaterial: null,
      gapMm: 0.1,
      load: false,
    }),
  },
};

export const gluesIn = only<GlueWork>("glue");
