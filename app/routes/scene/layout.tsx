import { startTransition, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { data, Outlet, useParams, useRevalidator, useSearchParams, useSubmit, type ShouldRevalidateFunctionArgs } from "react-router";
import { toast } from "sonner";
import { partSizeMm, type Project, type ProjectRows } from "~core/project";
import { figureHeightMm } from "~core/scale";
import { acknowledgement, sendAgain, writeDown, takeBackElsewhere, type Edited } from "~app/data/edits.client";
import { doubtRows, momentOfRows, openProject, rememberScene, resetDemoUndoably, scenesBeside } from "~app/data/scenes.client";
import { expectEdit, foreseen, warmEdits } from "~app/data/foreseen.client";
import { lastForeseen } from "~app/data/foreseen";
import { nameWindow, onStoredElsewhere } from "~app/data/windows.client";
import { SceneTrouble } from "~app/features/bench/SceneTrouble";
import { Scenes } from "~app/features/frame/Scenes";
import { Frame } from "~app/features/frame/Frame";
import { OthersContext, ProjectContext, SceneActionsContext, type RunCommand, type RunIn, type SceneData } from "~app/shared/scene";
import { firstPlan, TonightContext, usePlanClock, useTonightModel, warmPlanner } from "~app/shared/tonightModel";
import { usePrinterWatch } from "~app/shared/printerWatch";
import { droppedFiles, type DroppedFile } from "~app/features/parts/incoming/droppedFiles";
import { useImports } from "~app/features/parts/incoming/imports";
import { ImportQueue } from "~app/features/parts/incoming/ImportQueue";
import { AgainDialog } from "~app/features/log/again/AgainDialog";
import { NewPart } from "~app/features/parts/incoming/NewPart";
import { ReckoningContext, useJoined, useReckoned } from "~app/shared/reckoning";
import { desk } from "~app/data/results.client";
import { wantedOf } from "~core/results";
import type { Result } from "~core/units";
import type { Route } from "./+types/layout";
import { sayProblem } from "~app/ui/sayProblem";

export async function clientLoader({ params }: Route.ClientLoaderArgs): Promise<SceneData> {
  warmPlanner();
  const unsent = await sendAgain();
  const moment = (readMoment = momentOfRows());
  const reading = foreseen.reads();
  const project = await openProject(params.sceneId);
  if (!project.ok) throw new Error(project.problem.message);
  if (!project.value) throw data("No scene with this id", { status: 404 });
  // What is known is there before the page is drawn; the rest is reckoned while it stands.
  const { others, taught } = await scenesBeside(project.value.scene);
  await desk.fetch([project.value, ...others].flatMap(wantedOf));
  const loadedAt = Date.now();
  await firstPlan(project.value, others, taught, loadedAt);
  return {
    rows: project.value,
    others,
    taught,
    reading,
    moment,
    loadedAt,
    unsent: unsent.flatMap((r) => (r.ok ? [] : [r.problem.message])),
  };
}

/** What was known to have changed when the rows were read last. */
let readMoment = "";
/** What was known to have changed when the rows that are shown were read; those of a way that ended elsewhere do not count. */
let shownMoment = "";

/** Another page of the same scene shows the same rows: they are read again when something was stored, or when that is asked for. */
export const shouldRevalidate = ({ currentParams, nextParams, currentUrl, nextUrl }: ShouldRevalidateFunctionArgs): boolean =>
  currentParams.sceneId !== nextParams.sceneId || currentUrl.href === nextUrl.href || shownMoment !== momentOfRows();

export const ErrorBoundary = SceneTrouble;

export function HydrateFallback() {
  return <p className="p-10 font-slab text-xl">Opening the bench book…</p>;
}

export default function SceneLayout({ loaderData }: Route.ComponentProps) {
  const { rows, others: otherRows, shownAt } = useShown(loaderData);
  const { project, others } = useJoined(rows, otherRows, loaderData.taught);
  const sceneId = rows.scene.id;
  const now = usePlanClock(sceneId);
  // Just-finished steps must count at once, so the clock never stands before the data.
  const { tonight, late, waiting, problem } = useTonightModel(rows, otherRows, loaderData.taught, Math.max(now, shownAt));
  const [newPart, setNewPart] = useState(false);
  const [scenes, setScenes] = useState(false);
  const [again, setAgain] = useState(false);
  const { line, addFiles } = useImports(project.scene);
  const reckoning = useReckoned(rows, otherRows);
  const { run, runIn, undo, redo } = useRunner(project.scene.id);
  usePrinterWatch(project, others, runIn);
  const { revalidate } = useRevalidator();
  const startAfresh = useCallback(async (): Promise<void> => {
    const done = await resetDemoUndoably();
    if (done.ok)
      toast("The demo has been reset", {
        duration: 15_000,
        action: {
          label: "Undo",
          onClick: () => void done.value.undo().then((back) => (back.ok ? revalidate() : void sayProblem(back.problem))),
        },
      });
    else sayProblem(done.problem);
    await revalidate();
  }, [revalidate]);
  const hovering = useDrop(addFiles);
  const { unsent, moment } = loaderData;
  useOtherWindows(moment);
  useDrawn(project);
  useEffect(() => {
    shownMoment = moment;
  }, [moment]);
  useEffect(() => unsent.forEach((message) => toast.error(`From your last visit: ${message}`)), [unsent]);

  const params = useParams();
  const [search] = useSearchParams();
  const partAtHand = project.parts.find((p) => p.id === (params.partId ?? search.get("part")));
  const [x, y, z] = partAtHand ? partSizeMm(partAtHand) : [null, null, null];
  const marks = useMemo(() => {
    const figure = { label: "figure", mm: figureHeightMm(project.scene.scale) };
    if (x === null) return [figure];
    return [figure, { label: "width", mm: x }, { label: "depth", mm: y }, { label: "height", mm: z }];
  }, [project.scene.scale, x, y, z]);

  const openNewPart = useCallback(() => setNewPart(true), []);
  const openAgain = useCallback(() => setAgain(true), []);
  const openScenes = useCallback(() => setScenes(true), []);
  const actions = useMemo(() => ({ run, runIn, undo, redo, openNewPart }), [run, runIn, undo, redo, openNewPart]);
  return (
    <SceneActionsContext value={actions}>
      <ProjectContext value={project}>
        <OthersContext value={others}>
          <TonightContext value={tonight}>
            <ReckoningContext value={reckoning}>
              <Frame
                scene={project.scene}
                marks={marks}
                waiting={waiting}
                reckoning={reckoning.text ?? (late ? "planning the evenings" : null)}
                problem={problem}
                onUndo={undo}
                onRedo={redo}
                onScene={openScenes}
                onNewPart={openNewPart}
                onAgain={openAgain}
                onResetDemo={startAfresh}
              >
                {PAGE}
              </Frame>
              {hovering && (
                <div className="pointer-events-none fixed inset-3 z-50 flex items-center justify-center border-4 border-dashed border-act bg-paper/80">
                  <p className="bg-paper px-6 py-3 text-2xl font-semibold">Drop anywhere: STL, OBJ, PLY, 3MF, or a folder of them</p>
                </div>
              )}
              <NewPart open={newPart} onOpenChange={setNewPart} scene={project.scene} onFiles={addFiles} />
              <Scenes open={scenes} onOpenChange={setScenes} model={tonight.model} />
              {again && <AgainDialog partId={partAtHand?.id ?? null} onClose={() => setAgain(false)} />}
              <ImportQueue line={line} />
            </ReckoningContext>
          </TonightContext>
        </OthersContext>
      </ProjectContext>
    </SceneActionsContext>
  );
}

/** The same element each time: the frame is drawn anew only for what is its own. */
const PAGE = (
  <Suspense fallback={<p className="mt-4 text-soft">Planning the evenings…</p>}>
    <Outlet />
  </Suspense>
);

type Post = (command: string, payload: object) => Promise<Result<Edited>>;

/** Takes the last change back, or does it again; one of another open window only when that is said and wanted all the same. */
async function takeBack(post: Post, command: "undo" | "redo", anyway = false): Promise<void> {
  const answer = await post(command, { anyway });
  if (answer.ok) toast(`${command === "undo" ? "Undone" : "Redone"}: ${answer.value.label}`);
  else if (answer.problem.code === "undo.other")
    toast(answer.problem.message, {
      duration: 15_000,
      action: {
        label: command === "undo" ? "Undo anyway" : "Redo anyway",
        onClick: () => void takeBack(post, command, true),
      },
    });
  else sayProblem(answer.problem);
}

/** Sends commands to the scene's edit route and tells what came of them. */
function useRunner(sceneId: string): { run: RunCommand; runIn: RunIn; undo: () => void; redo: () => void } {
  const submit = useSubmit();
  const { revalidate } = useRevalidator();
  const post = useCallback(
    async (command: string, payload: object, inScene = sceneId): Promise<Result<Edited>> => {
      const order = writeDown(inScene, command, payload);
      const answered = acknowledgement(order.editId);
      if (inScene === sceneId) void expectEdit(order);
      // A key of its own, so that no edit's answer is lost to the next one's.
      const followed = submit(order as unknown as Parameters<typeof submit>[0], {
        method: "post",
        action: `/s/${sceneId}/edit`,
        encType: "application/json",
        navigate: false,
        fetcherKey: order.editId,
      });
      const answer = await answered;
      if (!answer.ok) return answer;
      await followed;
      // A change of page that began before the edit was stored may have read the rows as they were: read them once more.
      if (readMoment !== momentOfRows()) await revalidate();
      return answer;
    },
    [submit, sceneId, revalidate],
  );
  const undo = useCallback(() => void takeBack(post, "undo"), [post]);
  const redo = useCallback(() => void takeBack(post, "redo"), [post]);
  const run = useCallback<RunCommand>(
    async (command, payload) => {
      const answer = await post(command, payload);
      if (answer.ok) toast(answer.value.label, { action: { label: "Undo", onClick: undo } });
      else sayProblem(answer.problem);
      return answer;
    },
    [post, undo],
  );
  const runIn = useCallback<RunIn>(
    async (inScene, command, payload) => {
      if (inScene === undefined || inScene === sceneId) return run(command, payload);
      const answer = await post(command, payload, inScene);
      const back = (): void => void takeBackElsewhere(inScene).then(() => revalidate());
      if (answer.ok) toast(answer.value.label, { action: { label: "Undo", onClick: back } });
      else sayProblem(answer.problem);
      return answer;
    },
    [post, run, sceneId, revalidate],
  );
  return { run, runIn, undo, redo };
}

/** The scene with the edits that are on their way, as the page shows it. */
function useShown({ rows, others, reading, loadedAt }: SceneData): { rows: ProjectRows; others: readonly ProjectRows[]; shownAt: number } {
  const [pending, follow] = useState(foreseen.now);
  useEffect(() => {
    const now = (): void => startTransition(() => follow(foreseen.now()));
    now();
    return foreseen.subscribe(now);
  }, []);
  useEffect(() => foreseen.draws(rows, reading), [rows, reading]);
  useEffect(() => {
    const soon = setTimeout(warmEdits, 1000);
    return () => clearTimeout(soon);
  }, []);
  return useMemo(
    () => ({
      rows: foreseen.lay(rows, pending, reading),
      others: foreseen.layAll(others, pending, reading),
      shownAt: Math.max(loadedAt, lastForeseen(pending)),
    }),
    [rows, others, reading, loadedAt, pending],
  );
}

/** Mesh files and whole folders may be dropped anywhere on the page. */
function useDrop(onFiles: (files: DroppedFile[]) => void): boolean {
  const [hovering, setHovering] = useState(false);
  useEffect(() => {
    const over = (e: DragEvent): void => {
      if (!e.dataTransfer?.types.includes("Files")) return;
      e.preventDefault();
      setHovering(true);
    };
    // Leaving one element for another has a related target; leaving the window has none.
    const leave = (e: DragEvent): void => {
      if (e.relatedTarget === null) setHovering(false);
    };
    const drop = (e: DragEvent): void => {
      setHovering(false);
      if (!e.dataTransfer?.types.includes("Files")) return;
      e.preventDefault();
      void droppedFiles(e.dataTransfer.items).then((files) => {
        if (files.length) onFiles(files);
        else toast.error("No mesh in the dropped files. Use STL, OBJ, PLY or 3MF.");
      });
    };
    window.addEventListener("dragover", over);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, [onFiles]);
  return hovering;
}

/** This window follows what another one stores, at once; and looks again when it comes back to the front. */
function useOtherWindows(moment: string): void {
  const { revalidate } = useRevalidator();
  // What was stored while this page was being opened was told before it listened.
  const opened = useRef(moment);
  useEffect(() => {
    if (opened.current === momentOfRows()) return;
    opened.current = momentOfRows();
    void revalidate();
  }, [revalidate]);
  useEffect(() => {
    const onShow = (): void => {
      if (document.visibilityState !== "visible") return;
      doubtRows();
      void revalidate();
    };
    document.addEventListener("visibilitychange", onShow);
    const end = onStoredElsewhere(() => {
      // Scenes beside it, and the workshop, are on the page too.
      void revalidate();
    });
    return () => {
      document.removeEventListener("visibilitychange", onShow);
      end();
    };
  }, [revalidate]);
}

/** Once the scene stands on the page it is the one to come back to, and this window can be named by it. */
function useDrawn(project: Project): void {
  useEffect(() => rememberScene(project.scene.id), [project.scene.id]);
  useEffect(() => nameWindow(project.scene.name), [project.scene.name]);
}
