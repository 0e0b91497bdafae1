/** What the worker is to work on for a part: its stored file, or the stand-in of its size. */
import type { Part } from "~core/project";
import { db } from "~app/data/database.client";
import type { MeshSource } from "~workers/mesh/protocol";

export async function meshSourceOf(part: Part): Promise<MeshSource | undefined> {
  const { source } = part;
  if (source.kind !== "mesh") return { kind: "size", sizeMm: source.sizeMm, shell: source.kind === "typed" && source.shell };
  const row = await db.meshes.get(source.hash);
  return row ? { kind: "file", hash: source.hash, file: row.file, unit: source.unit } : undefined;
}
