import { redirect } from "react-router";
import { ensureDemo, lastScene, openProject } from "~app/data/scenes.client";

/** To the scene that was open last, or to the demo with a part's sheet in sight. */
export async function clientLoader() {
  const last = lastScene();
  if (last) {
    const project = await openProject(last);
    if (project) throw redirect(`/s/${last}`);
  }
  const demo = await ensureDemo();
  if (!demo.ok) throw new Error(demo.problem.message);
  throw redirect(`/s/${demo.value}`);
}

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export default function Home() {
  return null;
}
