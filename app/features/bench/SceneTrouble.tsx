/** A scene, or one page of it, that could not be shown: what can still be done with it. Nothing here depends on what the scene holds. */
import { useEffect, useState } from "react";
import { Link, useParams, useRevalidator, useRouteError } from "react-router";
import { toast } from "sonner";
import { allScenes, forgetScene, mendScene } from "~app/data/scenes.client";
import { takeBackElsewhere } from "~app/data/edits.client";
import { troubleText } from "./trouble";
import { BundleProgress, useBundleWork } from "~app/shared/files/bundleWork";
import { sayProblem } from "~app/ui/sayProblem";

/** In place of a whole scene. */
export function SceneTrouble() {
  const error = useRouteError();
  const { sceneId = "" } = useParams();
  const { gone, text, fault } = troubleText(error);
  // The next visit begins elsewhere.
  useEffect(() => forgetScene(), []);
  return (
    <main className="mx-auto mt-10 max-w-2xl border-[1.5px] border-ink bg-paper p-8">
      <h1 className="text-2xl">{gone ? "Nothing at this address" : "This scene could not be shown"}</h1>
      <p className="mt-3">{text}</p>
      {fault && <p className="text-soft">What stopped it: {fault}</p>}
      {!gone && <WaysOut sceneId={sceneId} />}
      <div className="mt-6 flex flex-wrap gap-2">
        <Link className="btn btn-solid" to="/bench" reloadDocument>
          Go to the bench
        </Link>
        {!gone && <TryAgain />}
      </div>
    </main>
  );
}

/** In place of one station: the others can still be gone to. */
export function StationTrouble() {
  const { sceneId = "" } = useParams();
  const { gone, text, fault } = troubleText(useRouteError());
  return (
    <main id="sheet" tabIndex={-1} className="h-full overflow-y-auto border-[1.5px] border-ink bg-paper p-8 outline-none">
      <h1 className="text-2xl">{gone ? "Nothing at this address" : "This page of the scene could not be shown"}</h1>
      <p className="mt-3 max-w-prose">{text}</p>
      {fault && <p className="text-soft">What stopped it: {fault}</p>}
      {!gone && (
        <>
          <p className="mt-2 text-soft">The other stations are not affected.</p>
          <WaysOut sceneId={sceneId} />
        </>
      )}
      <div className="mt-6 flex flex-wrap gap-2">
        <Link className="btn btn-solid" to="/bench">
          Go to the bench
        </Link>
        {!gone && <TryAgain />}
      </div>
    </main>
  );
}

function TryAgain() {
  const { revalidate } = useRevalidator();
  return (
    <button className="btn" onClick={() => void revalidate()}>
      Try again
    </button>
  );
}

/** Names the scene; saves it, takes its last change back, puts aside what cannot be understood. */
function WaysOut({ sceneId }: { sceneId: string }) {
  const [name, setName] = useState<string | null>(null);
  const work = useBundleWork();
  const { revalidate } = useRevalidator();
  useEffect(() => {
    void allScenes().then((r) => r.ok && setName(r.value.find((s) => s.id === sceneId)?.name ?? null));
  }, [sceneId]);
  const takeBack = async (): Promise<void> => {
    const done = await takeBackElsewhere(sceneId);
    if (done.ok) toast(`Undone: ${done.value.label}`);
    else sayProblem(done.problem);
    await revalidate();
  };
  const mend = async (): Promise<void> => {
    const done = await mendScene(sceneId);
    if (!done.ok) return void sayProblem(done.problem);
    toast(done.value ? `${done.value} set aside; see the bench page` : "No damage found in this scene.");
    await revalidate();
  };
  return (
    <section aria-label="What you can do" className="mt-4 border-t-[1.5px] border-ink pt-2">
      <p className="font-semibold">{name === null ? "The scene" : `“${name}”`} is kept unchanged.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button className="btn" onClick={() => void takeBack()}>
          Undo its last change
        </button>
        <button className="btn" onClick={() => void work.save(sceneId, name ?? "the scene", null)}>
          Save it to a file
        </button>
        <button className="btn" onClick={() => void mend()}>
          Set aside damaged rows
        </button>
      </div>
      <BundleProgress work={work} />
    </section>
  );
}
