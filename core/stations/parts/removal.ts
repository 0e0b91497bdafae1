/** A part that goes takes its records along, and nothing of the scene names it any more. */
import type { StepRecord } from "../../project";
import { partsOfJoint, type Joint } from "../../joint";
import { mendedGround } from "../../ground";
import type { Plate } from "../../print";
import { sceneOf, type Edit } from "../command";
import { loosenWork } from "../references";

/** A record without the parts that go; null where nothing of it is left. What was on a plate beside them keeps its print and its count. */
function recordWithout(r: StepRecord, gone: ReadonlySet<string>): StepRecord | null {
  const came = r.came?.filter((c) => !gone.has(c.partId));
  const other = (came ?? r.print?.pieces ?? []).find((p) => !gone.has(p.partId))?.partId;
  const lost = r.came && came && came.length < r.came.length;
  if (!gone.has(r.partId)) return lost ? { ...r, came } : r;
  if (other === undefined) return null;
  return { ...r, partId: other, ...(came ? { came, ...sumOf(came) } : {}) };
}
const sumOf = (came: NonNullable<StepRecord["came"]>): Pick<StepRecord, "good" | "failed"> => ({
  good: came.reduce((n, c) => n + c.good, 0),
  failed: came.reduce((n, c) => n + c.failed, 0),
});

/** A part that goes takes its records along, and the scene's lists no longer name it. */
export async function removeParts(e: Edit<"parts" | "records" | "scenes">, partIds: readonly string[]): Promise<void> {
  const gone = new Set(partIds);
  for (const r of await e.all("records")) {
    const left = recordWithout(r, gone);
    if (left === null) await e.delete("records", r.id);
    else if (left !== r) await e.put("records", left);
  }
  const names = new Map((await e.all("parts")).flatMap((p) => (gone.has(p.id) ? [[p.id, p.name] as const] : [])));
  for (const partId of partIds) await e.delete("parts", partId);
  for (const partId of partIds) await loosenWork(e, "parts", partId);
  const before = await sceneOf(e);
  const plates = platesWithout(before.plates, gone);
  const joints = await jointsWithout(e, before.joints, gone, names);
  const same = joints === before.joints && plates.length === before.plates.length && plates.every((p, i) => p === before.plates[i]);
  const left = mendedGround(before, new Set((await e.all("parts")).map((p) => p.id)));
  const scene = same && left === before ? before : { ...left, plates, joints };
  if (scene !== before) await e.put("scenes", scene);
  const isOf = (x: { partId: string | null }): boolean => x.partId !== null && gone.has(x.partId);
  if (!scene.dimensions.some(isOf) && !scene.references.some(isOf)) return;
  const loose = <T extends { partId: string | null }>(x: T): T => (isOf(x) ? { ...x, partId: null } : x);
  await e.put("scenes", { ...scene, dimensions: scene.dimensions.map(loose), references: scene.references.map(loose) });
}

/** Joints of parts that go go with them; where work at one stands in the order of another part, what it leads to is kept in words. */
async function jointsWithout(
  e: Edit<"parts">,
  joints: Joint[],
  gone: ReadonlySet<string>,
  names: ReadonlyMap<string, string>,
): Promise<Joint[]> {
  if (!joints.some((j) => partsOfJoint(j).some((id) => gone.has(id)))) return joints;
  const worked = new Set((await e.all("parts")).flatMap((p) => p.work.flatMap((w) => ("jointId" in w ? [w.jointId] : []))));
  return joints.flatMap((j): Joint[] => {
    const [a, b] = [gone.has(j.a), j.b.kind === "part" && gone.has(j.b.partId)];
    if (!a && !b) return [j];
    if (!worked.has(j.id) || (a && (b || j.b.kind !== "part"))) return [];
    const stays = a && j.b.kind === "part" ? j.b.partId : j.a;
    const left = a ? j.a : j.b.kind === "part" ? j.b.partId : "";
    return [{ ...j, a: stays, b: { kind: "words", words: names.get(left) ?? "a part" }, bMaterial: a ? null : j.bMaterial }];
  });
}

/** Parts that go leave the plates; a plate that is empty then goes too. */
const platesWithout = (plates: readonly Plate[], gone: ReadonlySet<string>): Plate[] =>
  plates.some((p) => p.pieces.some((x) => gone.has(x.partId)))
    ? plates.map((p) => ({ ...p, pieces: p.pieces.filter((x) => !gone.has(x.partId)) })).filter((p) => p.pieces.length > 0)
    : [...plates];
