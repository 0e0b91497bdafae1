/** Files on their way in: read in the worker one after the other, stored with their part in one go, cancelled one by one. */
import { useCallback, useRef, useState } from "react";
import { useNavigate, useRevalidator } from "react-router";
import { toast } from "sonner";
import { runJob } from "~workers/client";
import { storeWithFiles } from "~app/data/edits.client";
import { sceneForNewPart } from "~app/data/scenes.client";
import type { Problem } from "~core/units";
import type { FileUnit } from "~core/mesh";
import { LIMITS, type Scene } from "~core/project";
import { meshRequest } from "~core/results";
import { desk } from "~app/data/results.client";
import { newId } from "~app/shared/scene";
import type { DroppedFile } from "./droppedFiles";
import { nameFromFile } from "./nameFromFile";

export interface Import {
  id: string;
  fileName: string;
  fraction: number;
  phase: string;
  problem: Problem | null;
  cancel: () => void;
  /** Reads the file again in the unit that the user names; for sizes that cannot be. */
  readAs: (unit: FileUnit) => void;
}

export function useImports(scene: Scene): { imports: Import[]; addFiles: (files: DroppedFile[]) => void; dismiss: (id: string) => void } {
  const [imports, setImports] = useState<Import[]>([]);
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const startedAt = useRef("");
  const chain = useRef<Promise<void>>(Promise.resolve());

  const patch = useCallback(
    (id: string, change: Partial<Import>) => setImports((list) => list.map((i) => (i.id === id ? { ...i, ...change } : i))),
    [],
  );
  const dismiss = useCallback((id: string) => setImports((list) => list.filter((i) => i.id !== id)), []);

  const announce = useCallback(
    (arrival: Arrival): void => {
      void revalidate();
      if (mayTurn(startedAt.current)) void navigate(arrival.path, { state: { arrived: true } });
      else toast(`Read: ${arrival.what}`, { duration: 20_000, action: { label: "Show it", onClick: () => void navigate(arrival.path) } });
    },
    [navigate, revalidate],
  );

  const read = useCallback(
    (dropped: DroppedFile, id: string, signal: AbortSignal, unit: FileUnit | null) => {
      chain.current = chain.current.then(async () => {
        if (signal.aborted) return;
        const onProgress = (fraction: number, phase: string): void => patch(id, { fraction, phase });
        // Whatever goes wrong with one file, the queue goes on with the next.
        const problem = await importOne(dropped, unit, signal, scene, onProgress, announce).catch((error: unknown): Problem => ({
          code: "import.failed",
          message: `The file could not be taken in: ${String(error)}`,
          where: dropped.file.name,
        }));
        if (signal.aborted) return;
        if (problem) patch(id, { problem });
        else dismiss(id);
      });
    },
    [scene, announce, patch, dismiss],
  );

  const addFiles = useCallback(
    (files: DroppedFile[]) => {
      startedAt.current = location.pathname;
      for (const dropped of files) {
        const { file } = dropped;
        const id = newId();
        const stop = new AbortController();
        const cancel = (): void => {
          stop.abort();
          dismiss(id);
        };
        const readAs = (unit: FileUnit): void => {
          patch(id, { problem: null, fraction: 0, phase: "waiting" });
          read(dropped, id, stop.signal, unit);
        };
        setImports((list) => [...list, { id, fileName: file.name, fraction: 0, phase: "waiting", problem: null, cancel, readAs }]);
        read(dropped, id, stop.signal, null);
      }
    },
    [read, patch, dismiss],
  );

  return { imports, addFiles, dismiss };
}

/** What was taken in, and where it is shown. */
interface Arrival {
  path: string;
  what: string;
}

/** The page turns to what was read only for somebody who waits for it: still where the file was given, with no text or dialog at hand. */
function mayTurn(startedAt: string): boolean {
  const at = document.activeElement;
  const types = at instanceof HTMLElement && (at.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName));
  return location.pathname === startedAt && !types && !document.querySelector("[role=dialog][data-state=open]");
}

async function importOne(
  { file, folder }: DroppedFile,
  unit: FileUnit | null,
  signal: AbortSignal,
  scene: Scene,
  onProgress: (fraction: number, phase: string) => void,
  arrived: (arrival: Arrival) => void,
): Promise<Problem | null> {
  if (file.size > LIMITS.meshBytes)
    return { code: "file.too-big", message: "The file is larger than 700 MB. Thin the mesh out first.", where: file.name };
  const read = await runJob("read", { file, unit }, { signal, onProgress });
  if (!read.ok)
    return read.problem.code === "cancelled"
      ? null
      : { ...read.problem, where: [file.name, read.problem.where].filter(Boolean).join(", ") };
  if (signal.aborted) return null;
  const target = await sceneForNewPart(scene);
  if (!target.ok) return target.problem;
  const { unit: known, parts } = read.value;
  const whole = nameFromFile(file.name);
  const added = parts.map(({ name, copies, hash, warnings }) => ({
    id: newId(),
    // A body without a name, or the only one, is called as its file is.
    name: parts.length === 1 ? whole : name.trim() || `${whole} ${parts.findIndex((p) => p.hash === hash) + 1}`,
    factor: 1,
    copies,
    work: [],
    // What came in one file, or in one folder, is a group.
    group: (parts.length === 1 ? folder : whole).slice(0, 60),
    source: {
      kind: "mesh" as const,
      hash,
      fileName: file.name.slice(0, 300),
      unit: known.name,
      unitReason: known.reason,
      warnings,
    },
  }));
  const files = parts.map((p) => ({ hash: p.hash, file: p.file }));
  // The reader has measured what it read: the page shows it at once.
  for (const [i, { report, outsideMm2 }] of parts.entries()) await desk.give(meshRequest(added[i].source), { report, outsideMm2 });
  const stored = await storeWithFiles(target.value, "meshes", files, "parts.add", { parts: added });
  if (!stored.ok) return stored.problem;
  desk.tryAgain(files.map((f) => f.hash));
  arrived({
    path: added.length === 1 ? `/s/${target.value}/parts/${added[0].id}` : `/s/${target.value}/parts`,
    what: added.length === 1 ? added[0].name : `${added.length} parts from ${file.name}`,
  });
  return null;
}
