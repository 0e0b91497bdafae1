/** Pictures at entries of the log: taken in without place, camera and time, and hung at their steps in one edit. */
import { useRevalidator } from "react-router";
import { storeWithFiles } from "~app/data/edits.client";
import { sayProblem } from "~app/ui/sayProblem";
import type { CleanPicture } from "./pictures";
import { useProject } from "./scene";

/** @returns hangs pictures at records of a scene (the open one where none is named); true where it is done */
export function useHang(): (
  hung: readonly { recordId: string; pictures: readonly CleanPicture[] }[],
  sceneId?: string,
) => Promise<boolean> {
  const { scene } = useProject();
  const { revalidate } = useRevalidator();
  return async (hung, sceneId = scene.id) => {
    const files = new Map(hung.flatMap((h) => h.pictures.map(({ hash, file }) => [hash, { hash, file }] as const)));
    const done = await storeWithFiles(sceneId, "pictures", [...files.values()], "pictures.hang", {
      hung: hung.map((h) => ({ recordId: h.recordId, hashes: [...new Set(h.pictures.map((p) => p.hash))] })),
    });
    if (!done.ok) sayProblem(done.problem);
    await revalidate();
    return done.ok;
  };
}
