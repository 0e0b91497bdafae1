/** Units: parts that are glued before they are painted, and so are held, painted and dried as one piece. */
import { HOLDS, isOfCopies, type Joint } from "./joint";

/** Is it one piece by the time it is painted? */
export const isOnePiece = (j: Pick<Joint, "how" | "paint">): boolean => HOLDS[j.how] === "glue" && j.paint === "after";

/** Parts of each unit, in the order in which joints name them; parts that are alone are not in it. Union by joints, in one pass. */
export function unitsOf(joints: readonly Joint[]): string[][] {
  const unit = new Map<string, string[]>();
  for (const j of joints) {
    if (!isOnePiece(j) || j.b.kind !== "part" || isOfCopies(j)) continue;
    const [a, b] = [unit.get(j.a) ?? [j.a], unit.get(j.b.partId) ?? [j.b.partId]];
    if (a === b) continue;
    const both = [...a, ...b];
    for (const id of both) unit.set(id, both);
  }
  return [...new Set(unit.values())];
}
