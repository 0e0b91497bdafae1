/** What is wrong with a plan, in sentences: what, and what to do. */
import { REACH_MM, type PlanFault } from "../ground";

export interface PlanNote {
  /** Must be mended; else worth knowing. */
  act: boolean;
  says: string;
  at: [number, number];
  ids: string[];
}

const mm = (n: number): string => (n < 10 ? `${Math.round(n * 10) / 10} mm` : `${Math.round(n)} mm`);

/** @param nameOf of a copy or a zone */
export function planNote(fault: PlanFault, nameOf: (id: string) => string): PlanNote {
  const note = (act: boolean, says: string, ...ids: string[]): PlanNote => ({ act, says, at: fault.at, ids });
  switch (fault.kind) {
    case "overlap":
      return note(true, `${nameOf(fault.ids[0])} and ${nameOf(fault.ids[1])} stand in each other. Move one of them.`, ...fault.ids);
    case "over":
      return note(false, `${nameOf(fault.ids[0])} and ${nameOf(fault.ids[1])} meet above the ground. Try them dry.`, ...fault.ids);
    case "rim":
      return fault.mm > 0
        ? note(true, `${nameOf(fault.id)} stands ${mm(fault.mm)} over the edge. Move it in.`, fault.id)
        : note(false, `${nameOf(fault.id)} stands ${mm(-fault.mm)} into the rim that you keep free.`, fault.id);
    case "hangs":
      return note(false, `${nameOf(fault.id)} hangs ${mm(fault.mm)} over the edge: it is knocked off when the board is carried.`, fault.id);
    case "larger":
      return note(true, `${nameOf(fault.id)} is larger than the board. Choose a larger board, or turn the part.`, fault.id);
    case "off":
      return note(true, `${nameOf(fault.id)} stands beside the board. Drag it on, or stand it on the table.`, fault.id);
    case "reach":
      return note(
        false,
        `${nameOf(fault.id)} stands ${mm(fault.mm)} from the nearest edge: a hand reaches ${REACH_MM} mm. Paint it before it is set down.`,
        fault.id,
      );
    case "keep":
      return note(true, `${nameOf(fault.id)} stands in ${nameOf(fault.zoneId)}, which must stay clear.`, fault.id, fault.zoneId);
    case "water":
      return note(
        false,
        `${nameOf(fault.id)} stands in ${nameOf(fault.zoneId)}: set it and seal its foot before the pour, keep slots clear of it.`,
        fault.id,
        fault.zoneId,
      );
    case "path":
      return note(
        true,
        fault.passMm === 0
          ? `${nameOf(fault.zoneId)} is blocked.`
          : `${nameOf(fault.zoneId)}: about ${mm(fault.passMm)} are clear at its narrowest, ${mm(fault.ballMm)} are needed.`,
        fault.zoneId,
      );
    case "crosses":
      return note(true, `The outline of ${nameOf(fault.zoneId)} crosses itself here. Drag a corner back.`, fault.zoneId);
    case "outside":
      return note(true, `${nameOf(fault.zoneId)} reaches beyond the board.`, fault.zoneId);
    case "deep":
      return note(true, `${nameOf(fault.zoneId)} is cut through the board: ${mm(fault.mm)} deeper than it is thick.`, fault.zoneId);
    case "unknown":
      return note(true, `${nameOf(fault.id)} is not on the plan: its mesh cannot be measured. Repair it at Parts.`, fault.id);
  }
}
