import { redirect } from "react-router";
import { openProject } from "~app/data/scenes.client";
import type { Route } from "./+types/index";

/** A scene opens on its first part's sheet, an empty one on its parts. */
export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const project = await openProject(params.sceneId);
  const first = project?.parts[0];
  throw redirect(first ? `/s/${params.sceneId}/parts/${first.id}` : `/s/${params.sceneId}/parts`);
}

export default function SceneIndex() {
  return null;
}
