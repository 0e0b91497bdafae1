/** Scenes and files: open another scene, begin one, save and open bundles, lists and calendar. */
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { toast } from "sonner";
import { ok } from "~core/units";
import type { Tonight } from "~core/plan";
import type { SceneRow } from "~core/project";
import { describeScale } from "~core/scale";
import { keep, kept } from "~app/data/kept";
import { allScenes, createScene, resetDemoUndoably } from "~app/data/scenes.client";
import { toggleLamp } from "~app/shared/lamp";
import { useProject } from "~app/shared/scene";
import { Dialog } from "~app/ui/dialog";
import { BundleProgress, useBundleWork } from "~app/shared/files/bundleWork";
import { download, downloadParts, fileName } from "~app/shared/files/download";
import { FileInput } from "~app/ui/fileInput";

const MARK = "csv-byte-order-mark";

export function Scenes({ open, onOpenChange, model }: { open: boolean; onOpenChange: (open: boolean) => void; model: Tonight }) {
  const project = useProject();
  const [scenes, setScenes] = useState<SceneRow[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [mark, setMark] = useState(() => kept(MARK) === "1");
  const work = useBundleWork();
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  useEffect(() => {
    if (!open) return;
    void allScenes().then((r) => (r.ok ? setScenes(r.value) : setProblem(r.problem.message)));
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
  const calendar = async (): Promise<void> => {
    const { eveningsIcs } = await import("~app/shared/files/exports");
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
          Start a scene
        </button>
        <button className="btn" onClick={toggleLamp}>
          Light or dark
        </button>
        <button
          className="btn"
          onClick={() =>
            void begin(async () => {
              const r = await resetDemoUndoably();
              if (!r.ok) return r;
              toast("The demo has been reset", { duration: 15_000, action: { label: "Undo", onClick: () => void begin(r.value.undo) } });
              return ok(r.value.sceneId);
            })
          }
        >
          Reset the demo
        </button>
      </div>
      <h3 className="mt-5 text-lg">Files of “{project.scene.name}”</h3>
      <div className="mt-2 flex flex-wrap gap-2">
        <button className="btn" onClick={() => void work.save(project.scene.id, project.scene.name, project)}>
          Save the scene
        </button>
        <button className="btn" onClick={() => void downloadParts(project, mark)}>
          Parts as CSV
        </button>
        <button className="btn" onClick={() => void calendar()}>
          Evenings as calendar
        </button>
        <button className="btn" onClick={() => file.current?.click()}>
          Open a saved scene
        </button>
        <FileInput
          inputRef={file}
          id="bundle-file"
          label="Saved scene"
          accept=".inchhollow,application/zip"
          onFiles={([f]) => void work.open(f).then((id) => id !== null && go(id))}
        />
      </div>
      <label className="mt-2 flex min-h-[44px] items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-ink"
          checked={mark}
          onChange={(e) => {
            setMark(e.target.checked);
            keep(MARK, e.target.checked ? "1" : null);
          }}
        />
        CSV with a byte order mark, for spreadsheets that need it for letters such as ü
      </label>
      <BundleProgress work={work} />
      {problem && (
        <p role="alert" className="mt-3 text-act">
          {problem}
        </p>
      )}
      <p className="mt-4 text-soft">
        Everything is kept in this browser and nowhere else. A saved scene is a zip file with its meshes; save one now and then.{" "}
        <Link className="link" to="/bench">
          All scenes, deleted scenes, storage
        </Link>
      </p>
    </Dialog>
  );
}
