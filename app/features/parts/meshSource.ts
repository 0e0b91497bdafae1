/** What the worker is to work on for a part: its stored file, or the stand-in of its size. */
import { fail, ok, type Result } from "~core/measure";
import type { Part } from "~core/project";
import { ask, db } from "~app/data/database.client";
import type { MeshSource } from "~workers/mesh/protocol";

export async function meshSourceOf(part: Part): Promise<Result<MeshSource>> {
  const { source } = part;
  if (source.kind !== "mesh") return ok({ kind: "size", sizeMm: source.sizeMm, shell: source.kind === "typed" && source.shell });
  const row = await ask(() => db.meshes.get(source.hash));
  if (!row.ok) return row;
  return row.value
    ? ok({ kind: "file", hash: source.hash, file: row.value.file, unit: source.unit })
    : fail("mesh.missing", `The mesh of ${part.name} is not in this browser. Drop its file again.`);
}
