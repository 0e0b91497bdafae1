/** A scene of many parts as people have them: meshes, prints, surfaces that are hidden, and coats; none begun. */
import { boxMesh, coneMesh, writeStl, type Mesh } from "../core/mesh";
import { planFor } from "../core/plan";
import { contentHash, type Part, type Project } from "../core/project";
import { EVERY_EVENING } from "./manyParts";
import { meshPart, projectOf } from "./sampleProject";

/** Of how many different shapes: a scene repeats itself. */
const SHAPES = 8;

const shape = (i: number): Mesh => (i % 2 === 0 ? boxMesh(30 + 4 * i, 24 + 2 * i, 12 + 3 * i) : coneMesh(40 + 3 * i, 14 + 2 * i, 48));

/** @returns the scene with all that is computed of it, and its mesh files by hash */
export async function realParts(count: number): Promise<{ project: Project; meshes: Map<string, Uint8Array> }> {
  const meshes = new Map<string, Uint8Array>();
  const kinds: Part[] = [];
  for (let i = 0; i < SHAPES; i++) {
    const mesh = shape(i);
    const file = writeStl(mesh);
    const hash = await contentHash(file);
    meshes.set(hash, file);
    const part = await meshPart(`k${i}`, `Shape ${i}`, mesh);
    kinds.push({ ...part, source: { ...part.source, hash } as Part["source"] });
  }
  const around = projectOf(kinds, [], { evenings: EVERY_EVENING, viewingDistanceMm: 350 });
  const planned = kinds.map((part) => {
    let n = 0;
    const { items, surfaces } = planFor(part, around, () => `w${n++}`);
    return { ...part, work: items, surfaces };
  });
  const parts = Array.from({ length: count }, (_, i) => ({ ...planned[i % SHAPES], id: `p${i}`, name: `Piece ${i}`, order: i }));
  return { project: { ...around, parts }, meshes };
}
