import { useEffect } from "react";
import { useRevalidator } from "react-router";
import { ask, db, LONG_MS } from "~app/data/database.client";
import { allScenes, sweepStore } from "~app/data/scenes.client";
import { room } from "~app/data/storage.client";
import { nameWindow, onStoredElsewhere } from "~app/data/windows.client";
import { BenchPage, type BenchData } from "~app/features/bench/BenchPage";
import { lastEdits, listAside, listTrash, usage } from "~store/projects";
import type { Route } from "./+types/bench";

let swept = false;

/** Everything is asked for by itself: what cannot be read is left out, and the rest is shown. */
export async function clientLoader(): Promise<BenchData> {
  const scenes = await allScenes();
  const rest = scenes.ok
    ? await Promise.all([ask(() => listTrash(db)), ask(() => listAside(db)), ask(() => lastEdits(db, scenes.value))])
    : null;
  const [trash, aside, edits] = rest ?? [];
  return {
    scenes,
    lastEdits: edits?.ok ? edits.value : {},
    trash: trash?.ok ? trash.value : [],
    aside: aside?.ok ? aside.value : [],
    // Counting takes as long as there is much: the page does not wait for it.
    usage: scenes.ok ? ask(() => usage(db), LONG_MS).then((u) => (u.ok ? u.value : null)) : Promise.resolve(null),
    room: await room(),
  };
}

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export default function Bench({ loaderData }: Route.ComponentProps) {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    nameWindow("The bench");
    // What nothing names any more is let go when somebody looks at what there is, once a visit.
    if (!swept) void sweepStore();
    swept = true;
    return onStoredElsewhere(() => void revalidate());
  }, [revalidate]);
  return <BenchPage {...loaderData} />;
}
