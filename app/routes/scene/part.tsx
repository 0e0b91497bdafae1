import { data, Outlet, redirect, useParams } from "react-router";
import { useProject } from "~app/shared/scene";
import { ask, db } from "~app/data/database.client";
import { UnreadPage } from "~app/shared/UnreadPart";
import type { Part } from "~core/project";
import type { Route } from "./+types/part";

/** Parts that this page has shown: one that is taken back leads to the others, not to a dead end. */
const shown = new Set<string>();

/** Only checks that the part is there: its data comes with the scene. */
export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const there = await ask(() => db.parts.get([params.sceneId, params.partId]));
  if (!there.ok) throw new Error(there.problem.message);
  const key = `${params.sceneId} ${params.partId}`;
  if (!there.value && shown.has(key)) throw redirect(`/s/${params.sceneId}/parts`);
  if (!there.value) throw data("No part with this id", { status: 404 });
  shown.add(key);
  return null;
}

export default function PartRoute() {
  const project = useProject();
  const { partId } = useParams();
  const part = project.parts.find((p) => p.id === partId);
  const unread = project.unread.find((p) => p.id === partId);
  if (unread) return <UnreadPage row={unread} />;
  // Gone for the moment between its removal and the way to the parts list.
  return part ? <Outlet key={part.id} context={part satisfies Part} /> : null;
}
