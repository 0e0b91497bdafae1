/** Scenes and files: open another scene, begin one, save and open bundles, lists and calendar. */
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { toast } from "sonner";
import type { Tonight } from "~core/plan";
import type { Project, Scene } from "~core/project";
import { describeScale } from "~core/scale";
import { listScenes, loadMeshes, loadPictures } from "~store/projects";
import { db } from "~app/data/database.client";
import { createScene, importBundle, resetDemo } from "~app/data/scenes.client";
import { toggleLamp } from "~app/features/frame/lamp";
import { Dialog } from "~app/ui/dialog";
import { download, downloadParts, fileName } from "./download";

export function Scenes({
  open,
  onOpenChange,
  project,
  model,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  project: Project;
  model: Tonight;
}) {
  const [scenes, setScenes] = useState<Scene[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useEffect(() => {
    if (open) void listScenes(db).then(setScenes);
  }, [open]);

  const go = (sceneId: string): void => {
    onOpenChange(false);
    void navigate(`/s/${sceneId}`);
  };
  const begin = async (make: () => ReturnType<typeof createScene>): Promise<void> => {
    const made = await make();
    if (!made.ok) return setProblem(made.problem.message);
    setProblem(null);
    go(made.value);
  };
  const save = async (): Promise<void> => {
    const [meshes, pictures, { writeBundle }] = await Promise.all([
      loadMeshes(db, project),
      loadPictures(db, project),
      import("~store/bundle"),
    ]);
    download(fileName(project.scene.name, "inchhollow"), writeBundle({ project, meshes, pictures }), "application/zip");
  };
  const calendar = async (): Promise<void> => {
    const { eveningsIcs } = await import("./exports");
    const ics = eveningsIcs(model, project.scene.name);
    if (ics.ok) download(fileName(project.scene.name, "ics"), ics.value, "text/calendar");
    else setProblem(ics.problem.message);
  };

  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Scenes and files">
      <ul className="border-t border-rule">
        {scenes.map((s) => (
          <li key={s.id} className="border-b border-rule">
            <button
              className="flex min-h-[48px] w-full items-center justify-between gap-4 px-1 text-left hover:bg-board"
              onClick={() => go(s.id)}
              aria-current={s.id === project.scene.id}
            >
              <span className={s.id === project.scene.id ? "font-semibold" : ""}>
                {s.name}
                {s.demo ? ", the demo" : ""}
              </span>
              <span className="text-soft">{describeScale(s.scale)}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        <button className="btn" onClick={() => void begin(() => createScene("New scene"))}>
          Begin a scene
        </button>
        <button className="btn" onClick={toggleLamp}>
          Day or lamp
        </button>
        <button
          className="btn"
          onClick={() =>
            void begin(async () => {
              const r = await resetDemo();
              if (r.ok) toast("The demo is as it was");
              return r;
            })
          }
        >
          Reset the demo
        </button>
      </div>
      <h3 className="mt-5 text-lg">Files of “{project.scene.name}”</h3>
      <div className="mt-2 flex flex-wrap gap-2">
        <button className="btn" onClick={() => void save()}>
          Save the scene
        </button>
        <button className="btn" onClick={() => void downloadParts(project)}>
          Parts as CSV
        </button>
        <button className="btn" onClick={() => void calendar()}>
          Evenings as calendar
        </button>
        <button className="btn" onClick={() => file.current?.click()}>
          Open a saved scene
        </button>
        <input
          ref={file}
          type="file"
          accept=".inchhollow,application/zip"
          className="sr-only"
          aria-label="Saved scene"
          tabIndex={-1}
          id="bundle-file"
          onChange={(e) => {
            const f = e.target.files?.[0];
            e.target.value = "";
            if (f) void begin(async () => importBundle(new Uint8Array(await f.arrayBuffer())));
          }}
        />
      </div>
      {problem && (
        <p role="alert" className="mt-3 text-act">
          {problem}
        </p>
      )}
      <p className="mt-4 text-soft">
        Everything is kept in this browser and nowhere else. A saved scene is a zip with its meshes; keep one now and then.
      </p>
    </Dialog>
  );
}
