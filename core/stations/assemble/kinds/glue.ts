/** Gluing a joint of the scene: what to what, with which glue and over what gap is said of the joint. */
import { field } from "../../../field";
import { gatesInAir, glueOfJoint, HOLDS, JOINT_HANDS_ON_S, type Glue } from "../../../joint";
import { formatDuration } from "../../../units";
import { only, type Surroundings, type WorkKind } from "../../../work";

export interface GlueWork {
  id: string;
  kind: "glue";
  /** Which joint of the scene. */
  jointId: string;
}

/** Section of a bead of glue along a joint, mm². Common practice, no source. */
const BEAD_MM2 = 2;

const jointOf = (item: GlueWork, at: Surroundings) => at.joint?.(item.jointId);

/** With what it is glued: as somebody chose, or the first that suits. */
function glueOf(item: GlueWork, at: Surroundings): Glue | undefined {
  const joint = jointOf(item, at);
  if (!joint || HOLDS[joint.seam.how] !== "glue") return undefined;
  return glueOfJoint({ glueId: joint.glueId, load: joint.load, seam: joint.seam });
}

export const glue: WorkKind<GlueWork> = {
  kind: "glue",
  many: "joints",
  fields: { jointId: field.row("Joint", "joints") },
  station: "assemble",
  words: (item, at) => {
    const joint = jointOf(item, at);
    return { title: joint ? joint.glueTo : "Glue: a deleted joint", detail: glueOf(item, at)?.name ?? "" };
  },
  refers: () => [],
  needs: (item, at) => jointOf(item, at)?.partIds ?? [],
  film: (item, at) => {
    const used = glueOf(item, at);
    return used?.family ? { name: used.name, family: used.family, method: "dust", coats: 1, hex: "#d8d4c4" } : null;
  },
  counts: () => "fitted",
  steps: (item, task) => {
    const joint = jointOf(item, task);
    const used = glueOf(item, task);
    if (!joint || !used) return [];
    const gates = gatesInAir(used, task.air);
    return [
      {
        name: "0",
        title: `${joint.glueTo}: ${used.name}${joint.load ? `, full load after ${formatDuration(gates.fullS)}` : ""}`,
        handsOnS: JOINT_HANDS_ON_S * Math.max(1, joint.count * 0.4),
        // Until it may be worked on; nothing in the plan loads it.
        waitS: gates.workS,
        cautions: used.cautions,
        pieces: task.copies,
        takes: [{ supply: "glue", what: used.id, amount: (joint.seam.lengthMm * BEAD_MM2 * joint.count) / 1000 }],
        rests: { glue: used.name, to: joint.toMaterial, on: task.material, gapMm: joint.seam.widthMm },
      },
    ];
  },
  begin: {
    label: "A joint",
    // Joints are said once, at Assemble; here one of the part's own takes its place in the order of work.
    make: (itemId, at) => {
      const free = at.joints.find((jointId) => !at.hasJoint(jointId));
      return free === undefined ? null : { id: itemId, kind: "glue", jointId: free };
    },
  },
};

export const gluesIn = only<GlueWork>("glue");
