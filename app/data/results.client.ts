/** The one way to ask for what is computed: the desk over this browser's store and pool, and hooks that follow it. */
import { useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { fail, ok, type Result } from "~core/units";
import type { PartRow } from "~core/project";
import { geometryOf, resultKey, type Geometry, type ResultRequest, type ValueOf } from "~core/results";
import { findResults, keepResults, resultRow } from "~store/results";
import { runJob } from "~workers/client";
import { PRIORITY, type Priority } from "~workers/pool";
import type { MeshSource } from "~workers/protocol";
import { ask, db } from "./database.client";
import { ABSENT, ResultDesk, type Answer, type View } from "./resultDesk";

export type { Answer } from "./resultDesk";

/** The stored file of a mesh, or none for the stand-in of a size. */
async function meshSource(geometry: Geometry): Promise<Result<MeshSource>> {
  if (!("hash" in geometry)) return ok({ geometry, file: null });
  const row = await ask(() => db.meshes.get(geometry.hash));
  if (!row.ok) return row;
  return row.value
    ? ok({ geometry, file: row.value.file })
    : fail("mesh.missing", "The mesh is not in this browser. Drop the file in again.");
}

export const desk = new ResultDesk({
  find: async (keys) => {
    const rows = await ask(() => findResults(db, keys, Date.now()));
    return rows.ok ? rows.value : [];
  },
  keep: async (results) => {
    await ask(() =>
      keepResults(
        db,
        results.map(({ request, value }) => resultRow(request, value as never)),
        Date.now(),
      ),
    );
  },
  compute: async (request, options) => {
    const source = await meshSource(request.inputs.geometry);
    return source.ok ? runJob("result", { request, file: source.value.file }, options) : source;
  },
});

const noRelease = (): void => undefined;

/** What scenes are joined with, renewed as it comes in. */
export const useJoinedResults = (): View =>
  useSyncExternalStore(
    desk.subscribe,
    () => desk.joined,
    () => desk.joined,
  );

/** What is known, renewed as results come in. */
export const useResults = (): View =>
  useSyncExternalStore(
    desk.subscribe,
    () => desk.view,
    () => desk.view,
  );

/** What a page wants to show: asked for while it is shown, dropped when it is not. `null` asks for nothing. */
export function useResult<R extends ResultRequest>(request: R | null, priority: Priority = PRIORITY.eye): Answer<ValueOf<R>> {
  // The key names all that a request says: one that says the same is the same.
  const [same, keep] = useState(request);
  if ((same && resultKey(same)) !== (request && resultKey(request))) keep(request);
  useEffect(() => (same ? desk.want(same, priority) : noRelease), [same, priority]);
  return useSyncExternalStore(
    desk.subscribe,
    useCallback(() => (same ? desk.answer(same) : ABSENT), [same]),
    () => ABSENT,
  );
}

/** What a job is to work on for a part. */
export async function meshSourceOf(part: Pick<PartRow, "name" | "source">): Promise<Result<MeshSource>> {
  const source = await meshSource(geometryOf(part.source));
  return source.ok || source.problem.code !== "mesh.missing"
    ? source
    : fail("mesh.missing", `The mesh of ${part.name} is not in this browser. Drop the file in again.`);
}
