import { redirect } from "react-router";
import { openProject } from "~app/data/scenes.client";
import type { Route } from "./+types/index";

/** A scene with work opens on Tonight, one without on its first part's sheet, an empty one on its parts. */
export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const project = await openProject(params.sceneId);
  const rows = project.ok ? project.value : undefined;
  const first = rows?.parts[0];
  // Where there is work the evening comes first; the demo shows what a part is.
  if (rows && !rows.scene.demo && rows.parts.some((p) => p.work.length > 0))
    throw redirect(`/s/${encodeURIComponent(params.sceneId)}/tonight`);
  const scene = `/s/${encodeURIComponent(params.sceneId)}/parts`;
  throw redirect(first ? `${scene}/${encodeURIComponent(first.id)}` : scene);
}

export default function SceneIndex() {
  return null;
}
