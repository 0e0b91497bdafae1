import { redirect } from "react-router";
import { allScenes, ensureDemo, forgetScene, lastScene } from "~app/data/scenes.client";

/**
 * To the scene that was drawn last; a first visit to the demo, with a part's sheet in sight; everything else to the bench page, which opens
 * whatever a scene holds.
 */
export async function clientLoader() {
  const scenes = await allScenes();
  if (!scenes.ok) throw redirect("/bench");
  const last = lastScene();
  // Forgotten until it stands on the page: one that never does is not tried a second time.
  forgetScene();
  if (last && scenes.value.some((s) => s.id === last)) throw redirect(`/s/${last}`);
  if (scenes.value.length > 0) throw redirect("/bench");
  const demo = await ensureDemo();
  throw redirect(demo.ok ? `/s/${demo.value}` : "/bench");
}

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export default function Home() {
  return null;
}
