import { WorkshopPage, type WorkshopData } from "~app/features/workshop/WorkshopPage";
import { allScenes, isBackupDue } from "~app/data/scenes.client";
import type { Route } from "./+types/workshop";

export async function clientLoader(): Promise<WorkshopData> {
  const [scenes, due] = await Promise.all([allScenes(), isBackupDue()]);
  if (!scenes.ok) throw new Error(scenes.problem.message);
  return { scenes: scenes.value, backupDue: due.ok && due.value };
}

export default function WorkshopRoute({ loaderData }: Route.ComponentProps) {
  return <WorkshopPage {...loaderData} />;
}
