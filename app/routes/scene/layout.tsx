import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { data, Outlet, useFetcher, useParams, useRevalidator, useSearchParams } from "react-router";
import { toast } from "sonner";
import { partSizeMm } from "~core/project";
import { figureHeightMm } from "~core/scale";
import { openProject, rememberScene, resetDemo } from "~app/data/scenes.client";
import { Scenes } from "~app/features/files/Scenes";
import { Frame } from "~app/features/frame/Frame";
import { SceneActionsContext, useNow, type RunCommand, type SceneData } from "~app/features/frame/scene";
import { TonightContext, useTonightModel } from "~app/features/frame/tonightModel";
import { waitingAt } from "~app/features/frame/waiting";
import { droppedFiles, type DroppedFile } from "~app/features/parts/incoming/droppedFiles";
import { useImports } from "~app/features/parts/incoming/imports";
import { ImportQueue } from "~app/features/parts/incoming/ImportQueue";
import { NewPart } from "~app/features/parts/incoming/NewPart";
import { ReckoningContext } from "~app/features/parts/reckoning";
import { useReckoned } from "~app/features/parts/useReckoned";
import type { Result } from "~core/measure";
import type { Edited } from "./edit";
import type { Route } from "./+types/layout";

export async function clientLoader({ params }: Route.ClientLoaderArgs): Promise<SceneData> {
  const project = await openProject(params.sceneId);
  if (!project) throw data("No scene with this id", { status: 404 });
  rememberScene(params.sceneId);
  return { project, loadedAt: Date.now() };
}

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export default function SceneLayout({ loaderData }: Route.ComponentProps) {
  const { project } = loaderData;
  const now = useNow();
  // Just-finished steps must count at once, so the clock never stands before the data.
  const tonight = useTonightModel(project, Math.max(now, loaderData.loadedAt));
  const [newPart, setNewPart] = useState(false);
  const [scenes, setScenes] = useState(false);
  const { imports, addFiles, dismiss } = useImports(project.scene);
  const reckoning = useReckoned(project);
  const { run, undo, redo } = useRunner(project.scene.id);
  const { revalidate } = useRevalidator();
  const startAfresh = useCallback(async () => {
    const done = await resetDemo();
    if (done.ok) toast("The demo is as it was");
    else toast.error(done.problem.message);
    await revalidate();
  }, [revalidate]);
  useDrop(addFiles);
  useOtherWindows();

  const params = useParams();
  const [search] = useSearchParams();
  const partAtHand = project.parts.find((p) => p.id === (params.partId ?? search.get("part")));
  const marks = useMemo(() => {
    const figure = { label: "figure", mm: figureHeightMm(project.scene.scale) };
    if (!partAtHand) return [figure];
    const [x, y, z] = partSizeMm(partAtHand);
    return [figure, { label: "width", mm: x }, { label: "depth", mm: y }, { label: "height", mm: z }];
  }, [project.scene.scale, partAtHand]);

  const actions = useMemo(() => ({ run, undo, redo, openNewPart: () => setNewPart(true) }), [run, undo, redo]);
  return (
    <SceneActionsContext value={actions}>
      <TonightContext value={tonight}>
        <ReckoningContext value={reckoning}>
          <Frame
            scene={project.scene}
            marks={marks}
            waiting={waitingAt(project, tonight.model)}
            reckoning={reckoning.text}
            onUndo={undo}
            onRedo={redo}
            onScene={() => setScenes(true)}
            onNewPart={() => setNewPart(true)}
            onResetDemo={() => void startAfresh()}
          >
            <Outlet />
          </Frame>
          <NewPart open={newPart} onOpenChange={setNewPart} scene={project.scene} onFiles={addFiles} />
          <Scenes open={scenes} onOpenChange={setScenes} project={project} model={tonight.model} />
          <ImportQueue imports={imports} onDismiss={dismiss} />
        </ReckoningContext>
      </TonightContext>
    </SceneActionsContext>
  );
}

/** Sends commands to the scene's edit route and tells what came of them. */
function useRunner(sceneId: string): { run: RunCommand; undo: () => void; redo: () => void } {
  const fetcher = useFetcher<Result<Edited>>();
  const { submit, data: answer } = fetcher;
  const { revalidate } = useRevalidator();
  const post = useCallback(
    (command: string, payload: object) => {
      void submit(JSON.stringify({ command, payload }), { method: "post", action: `/s/${sceneId}/edit`, encType: "application/json" });
    },
    [submit, sceneId],
  );
  const undo = useCallback(() => post("undo", {}), [post]);
  const redo = useCallback(() => post("redo", {}), [post]);
  const told = useRef<unknown>(null);
  useEffect(() => {
    if (!answer || told.current === answer) return;
    told.current = answer;
    // A change of page that began before the edit was stored may have read the rows as they were: read them once more.
    void revalidate();
    if (!answer.ok) toast.error(answer.problem.message);
    else if (answer.value.command === "undo") toast(`Taken back: ${answer.value.label}`);
    else if (answer.value.command === "redo") toast(`Done again: ${answer.value.label}`);
    else toast(answer.value.label, { action: { label: "Undo", onClick: undo } });
  }, [answer, undo, revalidate]);
  const run = useCallback<RunCommand>((command, payload) => post(command, payload), [post]);
  return { run, undo, redo };
}

/** Mesh files and whole folders may be dropped anywhere on the page. */
function useDrop(onFiles: (files: DroppedFile[]) => void): void {
  useEffect(() => {
    const over = (e: DragEvent): void => {
      if (e.dataTransfer?.types.includes("Files")) e.preventDefault();
    };
    const drop = (e: DragEvent): void => {
      if (!e.dataTransfer?.types.includes("Files")) return;
      e.preventDefault();
      void droppedFiles(e.dataTransfer.items).then((files) => {
        if (files.length) onFiles(files);
        else toast.error("There is no mesh in what was dropped: STL, OBJ, PLY or 3MF.");
      });
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
    };
  }, [onFiles]);
}

/** A window that comes back to the front shows what another one has stored meanwhile. */
function useOtherWindows(): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    const onShow = (): void => {
      if (document.visibilityState === "visible") void revalidate();
    };
    document.addEventListener("visibilitychange", onShow);
    return () => document.removeEventListener("visibilitychange", onShow);
  }, [revalidate]);
}
