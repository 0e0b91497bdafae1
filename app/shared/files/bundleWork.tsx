/** Packing and unpacking scenes: one at a time, with progress and a cancel, and what went wrong in a sentence that stays. */
import { useCallback, useRef, useState } from "react";
import { toast } from "sonner";
import type { Problem, Result } from "~core/units";
import type { Project } from "~core/project";
import { importBundle, packScene, type AskChoices, type BundleOptions } from "~app/data/scenes.client";
import type { Choices, Difference } from "../../../store/projects";
import { SideBySide } from "./SideBySide";
import { download, fileName } from "./download";
import { Progress } from "~app/ui/progress";

export interface BundleWork {
  state: { what: string; fraction: number; phase: string } | null;
  problem: Problem | null;
  /** The file and the workshop differ: which holds is asked. */
  asking: { differences: Difference[]; answer: (choices: Choices | null) => void } | null;
  cancel: () => void;
  /** Saves a scene as a file. `shown`: what the page holds, for a store that cannot be read. */
  save: (sceneId: string, name: string, shown: Project | null) => Promise<void>;
  /** Takes a file in. @returns the new scene's id, or null when it was refused or cancelled */
  open: (file: File) => Promise<string | null>;
}

export function useBundleWork(): BundleWork {
  const [state, setState] = useState<BundleWork["state"]>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const stop = useRef<AbortController | null>(null);
  const doing = useCallback(async <T,>(what: string, work: (options: BundleOptions) => Promise<Result<T>>): Promise<T | null> => {
    stop.current?.abort();
    const mine = new AbortController();
    stop.current = mine;
    setProblem(null);
    setState({ what, fraction: 0, phase: "" });
    const result = await work({ signal: mine.signal, onProgress: (fraction, phase) => setState({ what, fraction, phase }) });
    if (stop.current === mine) setState(null);
    if (result.ok) return result.value;
    if (result.problem.code !== "cancelled") setProblem(result.problem);
    return null;
  }, []);
  const [asking, setAsking] = useState<BundleWork["asking"]>(null);
  const askChoices = useCallback<AskChoices>(
    (differences) =>
      new Promise((resolve) => {
        setAsking({
          differences,
          answer: (choices) => {
            setAsking(null);
            resolve(choices);
          },
        });
      }),
    [],
  );
  const save = useCallback(
    async (sceneId: string, name: string, shown: Project | null): Promise<void> => {
      const packed = await doing(`Saving ${name}`, (options) => packScene(sceneId, shown, options));
      if (!packed) return;
      download(fileName(packed.name, "inchhollow"), packed.file, "application/zip");
      const without = [
        ...packed.missing.map((m) => m.what),
        ...(packed.aside > 0
          ? [`${packed.aside} ${packed.aside === 1 ? "row" : "rows"} that could not be read (in the file as aside.json)`]
          : []),
      ];
      if (without.length)
        setProblem({
          code: "bundle.without",
          message: `Saved, but without ${without.slice(0, 4).join(", ")}${without.length > 4 ? ` and ${without.length - 4} more` : ""}: no longer in this browser. Add the files again, then save once more.`,
        });
    },
    [doing],
  );
  const open = useCallback(
    async (file: File): Promise<string | null> => {
      const done = await doing(`Opening ${file.name}`, (options) => importBundle(file, options, askChoices));
      if (!done) return null;
      if (done.missing.length)
        toast(`Imported, but without ${done.missing.slice(0, 3).join(", ")}${done.missing.length > 3 ? " and more" : ""}.`);
      return done.sceneId;
    },
    [doing, askChoices],
  );
  return { state, problem, asking, save, open, cancel: () => stop.current?.abort() };
}

/** How far it is, a way to stop it, and what went wrong. */
export function BundleProgress({ work }: { work: BundleWork }) {
  const { state, problem, asking } = work;
  return (
    <>
      {asking && <SideBySide differences={asking.differences} onAnswer={asking.answer} />}
      {state && (
        <div role="status" className="mt-3 flex items-center gap-3 border-[1.5px] border-ink p-2">
          <span className="min-w-0 flex-1 truncate">{state.what}</span>
          <Progress className="w-40" share={state.fraction} label={state.what} />
          <button className="btn" onClick={work.cancel}>
            Cancel
          </button>
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-3 max-w-prose text-act">
          ▲ {problem.message}
          {problem.where && <span className="block text-soft">{problem.where}</span>}
        </p>
      )}
    </>
  );
}
