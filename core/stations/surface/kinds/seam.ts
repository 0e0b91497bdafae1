/** Filling the seam to another part: what it takes follows from the joint, which is said of the scene. */
import { field, optionsNamed, id } from "../../../field";
import { fillersFor, noFill, SEAM_FILLERS, type FillerId } from "../../../joint";
import { only, type Surroundings, type WorkKind } from "../../../work";

export interface SeamWork {
  id: string;
  kind: "seam";
  /** Which joint of the scene. */
  jointId: string;
  filler: FillerId;
}

/** A seam is filled so deep, and what is pressed in stands over and is taken off again. Common practice, no source. */
const SEAM_DEPTH_MM = 2;
const SPARE = 2;

const fillerOf = (item: SeamWork) => SEAM_FILLERS.find((f) => f.id === item.filler)!;
const namesOf = (item: SeamWork, at: Surroundings): string => at.joint?.(item.jointId)?.words ?? "a deleted joint";

export const seam: WorkKind<SeamWork> = {
  kind: "seam",
  many: "seams",
  fields: { jointId: field.kept(id), filler: field.choice("Filler", optionsNamed(SEAM_FILLERS)) },
  station: "surface",
  words: (item, at) => ({ title: `Fill the seam: ${namesOf(item, at)}`, detail: fillerOf(item).name }),
  refers: () => [],
  needs: (item, at) => at.joint?.(item.jointId)?.partIds ?? [],
  film: () => null,
  counts: () => null,
  steps: (item, task) => {
    const joint = task.joint?.(item.jointId);
    const filler = fillerOf(item);
    // What moves, comes apart, or is gone takes nothing.
    if (!joint || noFill(joint.seam)) return [];
    const { handsOnS } = fillersFor(joint.seam).find((c) => c.filler.id === item.filler)!;
    return [
      {
        name: "0",
        title: `Fill with ${filler.name}: ${joint.words}`,
        handsOnS,
        waitS: filler.waitS,
        cautions: filler.cautions,
        session: { key: `seam ${filler.id}`, group: `seam ${filler.id}`, title: `Seams with ${filler.name}`, setUpS: filler.setUpS },
        takes: [{ supply: "filler", what: filler.id, amount: (joint.seam.lengthMm * joint.seam.widthMm * SEAM_DEPTH_MM * SPARE) / 1000 }],
        rests: { filler: filler.name, lengthMm: joint.seam.lengthMm, widthMm: joint.seam.widthMm },
      },
    ];
  },
};

export const seamsIn = only<SeamWork>("seam");
