/** A part that goes takes its records along, and nothing of the scene names it any more. */
import type { StepRecord } from "../../project";
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
  for (const partId of partIds) await e.delete("parts", partId);
  for (const partId of partIds) await loosenWork(e, "parts", partId);
  const before = await sceneOf(e);
  const plates = platesWithout(before.plates, gone);
  const meetings = before.meetings.filter((m) => !gone.has(m.a) && !gone.has(m.b));
  const same =
    meetings.length === before.meetings.length && plates.length === before.plates.length && plates.every((p, i) => p === before.plates[i]);
  const scene = same ? before : { ...before, plates, meetings };
  if (scene !== before) await e.put("scenes", scene);
  const names = (x: { partId: string | null }): boolean => x.partId !== null && gone.has(x.partId);
  if (!scene.dimensions.some(names) && !scene.references.some(names)) return;
  const loose = <T extends { partId: string | null }>(x: T): T => (names(x) ? { ...x, partId: null } : x);
  await e.put("scenes", { ...scene, dimensions: scene.dimensions.map(loose), references: scene.references.map(loose) });
}

/** Parts that go leave the plates; a plate that is empty then goes too. */
const platesWithout = (plates: readonly Plate[], gone: ReadonlySet<string>): Plate[] =>
  plates.some((p) => p.pieces.some((x) => gone.has(x.partId)))
    ? plates.map((p) => ({ ...p, pieces: p.pieces.filter((x) => !gone.has(x.partId)) })).filter((p) => p.pieces.length > 0)
    : [...plates];
