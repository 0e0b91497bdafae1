import { data, useParams } from "react-router";
import { PartPage } from "~app/features/parts/PartPage";
import { useProject } from "~app/features/frame/scene";
import { openProject } from "~app/data/scenes.client";
import type { Route } from "./+types/part";

/** Only checks that the part is there: its data comes with the scene. */
export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const project = await openProject(params.sceneId);
  if (!project?.parts.some((p) => p.id === params.partId)) throw data("No part with this id", { status: 404 });
  return null;
}

export default function PartRoute() {
  const project = useProject();
  const { partId } = useParams();
  const part = project.parts.find((p) => p.id === partId);
  // Gone for the moment between its removal and the way to the parts list.
  return part ? <PartPage key={part.id} part={part} project={project} /> : null;
}
