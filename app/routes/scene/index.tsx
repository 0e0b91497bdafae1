import { redirect } from "react-router";
import { openProject } from "~app/data/scenes.client";
import type { Route } from "./+types/index";

/** A scene opens on its first part's sheet, an empty one on its parts. */
export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const project = await openProject(params.sceneId);
  const first = project.ok ? project.value?.parts[0] : undefined;
  const scene = `/s/${encodeURIComponent(params.sceneId)}/parts`;
  throw redirect(first ? `${scene}/${encodeURIComponent(first.id)}` : scene);
}

export default function SceneIndex() {
  return null;
}
