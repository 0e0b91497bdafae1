/**
 * Version 10 to 11: one row for one joint. Who meets whom, seams that a part was cut at, what a part is glued to and whether it snaps or
 * moves were said in four places; they become the joints of the scene, each pair once, and work names them by id. Frozen.
 */
import { isStored, rowsIn, type Stored } from "./stored";

const HOW: Record<string, string> = { glued: "glued", loose: "loose", moves: "slides" };

/** What a part said of itself, and the joints that say it now. */
const JOINS: Record<string, string[]> = { snaps: ["clipped"], moves: ["slides", "turns"] };

const fresh = (id: string, a: unknown, b: Stored): Stored => ({
  id,
  a,
  b,
  bMaterial: null,
  count: null,
  pattern: "row",
  across: 2,
  how: "glued",
  paint: "after",
  reach: "free",
  load: false,
  glueId: null,
  lengthMm: 50,
  widthMm: 0.2,
  sight: "seen",
  textured: false,
  cut: null,
  fits: [],
});
const ofPart = (partId: unknown): Stored => ({ kind: "part", partId });
const partOfSide = (side: unknown): unknown => (isStored(side) ? side.partId : undefined);
const joins = (j: Stored, a: unknown, b: unknown): boolean => (j.a === a && partOfSide(j.b) === b) || (j.a === b && partOfSide(j.b) === a);
/** An id that no other joint has. */
function free(joints: readonly Stored[], wanted: string): string {
  let id = wanted.slice(0, 60);
  for (let n = 2; joints.some((j) => j.id === id); n++) id = `${wanted.slice(0, 56)}-${n}`;
  return id;
}

/** In the order of the parts list, however they were read. */
const inOrder = (parts: readonly Stored[]): Stored[] =>
  [...parts].sort((x, y) => Number(x.order) - Number(y.order) || (String(x.id) < String(y.id) ? -1 : 1));

/** A scene with its parts; joints that it has already stay as they are. */
export function projectTo11(stored: Stored): Stored {
  const { scene } = stored;
  if (!isStored(scene)) return stored;
  const { meetings, ...rest } = scene;
  const joints = [
    ...rowsIn(scene.joints),
    ...rowsIn(meetings).map(({ id, a, b, how, ...said }): Stored => ({
      ...fresh(String(id), a, ofPart(b)),
      ...said,
      how: HOW[String(how)] ?? "glued",
    })),
  ];
  const parts = inOrder(rowsIn(stored.parts));
  const there = new Set(parts.map((p) => p.id));
  for (const part of parts)
    for (const { partId, seamMm, kind, clearanceMm, sectionMm2 } of rowsIn(part.joints)) {
      if (!there.has(partId)) continue;
      const cut = { kind, clearanceMm, sectionMm2 };
      const known = joints.find((j) => joins(j, part.id, partId));
      if (known) known.cut ??= cut;
      else joints.push({ ...fresh(free(joints, `cut-${String(partId)}`), part.id, ofPart(partId)), lengthMm: seamMm, cut });
    }
  // What snaps or moves, said of a part alone, is a joint of it where none says so.
  for (const part of parts) {
    const how = JOINS[String(part.joins)];
    if (!how || joints.some((j) => (j.a === part.id || partOfSide(j.b) === part.id) && how.includes(String(j.how)))) continue;
    const side = { kind: "words", words: how[0] === "clipped" ? "what it snaps into" : "what it moves in" };
    joints.push({
      ...fresh(free(joints, `joins-${String(part.id)}`), part.id, side),
      how: how[0],
      paint: "before",
      lengthMm: 20,
      widthMm: 0.4,
    });
  }
  return {
    ...stored,
    parts: parts.map((part) => {
      const { joints: _, joins: _joins, ...bare } = part;
      if (!Array.isArray(part.work)) return bare;
      const lastCoat = part.work.findLastIndex((w: unknown) => isStored(w) && (w.kind === "coat" || w.kind === "recipe"));
      return {
        ...bare,
        work: part.work.map((w: unknown, i) => (isStored(w) ? workTo11(w, lastCoat >= 0 && lastCoat < i, part, joints) : w)),
      };
    }),
    scene: { ...rest, joints },
  };
}

/** @param isLast all coats of the part stand before it, and there are some */
function workTo11(item: Stored, isLast: boolean, part: Stored, joints: Stored[]): Stored {
  if (item.kind === "seam" && !("jointId" in item)) {
    const { meetingId, ...seam } = item;
    return { ...seam, jointId: meetingId };
  }
  if (item.kind !== "glue" || "jointId" in item) return item;
  const { id, glueId, toPartId, to, toMaterial, gapMm, load } = item;
  const said = { glueId, load, bMaterial: toMaterial ?? null };
  // What was said of the two as parts that meet, and nobody has glued yet, is this joint; the wider of two gaps has to be bridged.
  const known =
    typeof toPartId === "string" ? joints.find((j) => joins(j, part.id, toPartId) && j.how === "glued" && j.glueId === null) : undefined;
  if (known) {
    Object.assign(known, said, {
      bMaterial: known.a === part.id ? said.bMaterial : null,
      widthMm: Math.max(Number(known.widthMm), Number(gapMm)),
    });
    return { id, kind: "glue", jointId: known.id };
  }
  const side = typeof toPartId === "string" && toPartId !== part.id ? ofPart(toPartId) : { kind: "words", words: to };
  const jointId = free(joints, `glue-${String(part.id)}-${String(id)}`);
  joints.push({ ...fresh(jointId, part.id, side), ...said, widthMm: gapMm, sight: "hidden", paint: isLast ? "before" : "after" });
  return { id, kind: "glue", jointId };
}
