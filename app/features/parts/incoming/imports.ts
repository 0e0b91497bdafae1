/** Files on their way in: read in the pool, stored with their parts in batches, shown when they are there. */
import { useCallback, useEffect, useState } from "react";
import { useNavigate, useRevalidator } from "react-router";
import { toast } from "sonner";
import { runJob } from "~workers/client";
import type { Jobs } from "~workers/protocol";
import { storeWithFiles } from "~app/data/edits.client";
import { sceneForNewPart } from "~app/data/scenes.client";
import { fail, ok, type Problem, type Result } from "~core/units";
import type { FileUnit } from "~core/mesh";
import { LIMITS, type Scene } from "~core/project";
import { meshRequest } from "~core/results";
import { desk } from "~app/data/results.client";
import { newId } from "~app/shared/scene";
import type { DroppedFile } from "./droppedFiles";
import { arrivalOf, type Arrived } from "./arrival";
import { ImportLine } from "./importLine";
import { nameFromFile } from "./nameFromFile";

type ReadPart = Jobs["read"]["answer"]["parts"][number];

/** Files that were given together: they go to one scene, whatever is answered meanwhile. */
interface Order {
  scene: Scene;
  /** The page on which they were given. */
  startedAt: string;
  /** Where they go; null until the first of them is stored. */
  sceneId: string | null;
  /** What was taken in of them so far. */
  arrived: Arrived[];
}
type OrderedFile = DroppedFile & { order: Order };

/** A file that is read: its parts as they are stored, and what the reader measured of each. */
interface ReadFile {
  order: Order;
  fileName: string;
  added: ReturnType<typeof partOf>[];
  read: readonly ReadPart[];
}

export type MeshLine = ImportLine<OrderedFile, ReadFile>;

/** The line of files, and how files are put to it for a scene. */
export function useImports(scene: Scene): { line: MeshLine; addFiles: (files: DroppedFile[]) => void } {
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const [line] = useState(
    (): MeshLine =>
      new ImportLine({ nameOf: ({ file }) => file.name, read: readOne, store: storeBatch, alike: (a, b) => a.order === b.order }),
  );
  useEffect(
    () =>
      line.onStored((files) => {
        const { order } = files[0];
        order.arrived.push(...files);
        const { path, what } = arrivalOf(order.sceneId!, order.arrived);
        // Turning the page reads the rows as well.
        if (mayTurn(order.startedAt)) return void navigate(path, { state: { arrived: true } });
        void revalidate();
        toast(`Read: ${what}`, { id: "read", duration: 20_000, action: { label: "Show it", onClick: () => void navigate(path) } });
      }),
    [line, navigate, revalidate],
  );
  const addFiles = useCallback(
    (files: DroppedFile[]) => {
      const order: Order = { scene, startedAt: location.pathname, sceneId: null, arrived: [] };
      line.add(files.map((f) => ({ ...f, order })));
    },
    [line, scene],
  );
  return { line, addFiles };
}

/** The page turns to what was read only for somebody who waits for it: still where the file was given, with no text or dialog at hand. */
function mayTurn(startedAt: string): boolean {
  const at = document.activeElement;
  const types = at instanceof HTMLElement && (at.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName));
  return location.pathname === startedAt && !types && !document.querySelector("[role=dialog][data-state=open]");
}

async function readOne(
  { file, folder, order }: OrderedFile,
  unit: FileUnit | null,
  signal: AbortSignal,
  onProgress: (fraction: number, phase: string) => void,
): Promise<Result<ReadFile> | null> {
  if (file.size > LIMITS.meshBytes) return fail("file.too-big", "The file is larger than 700 MB. Reduce the mesh first.", file.name);
  const read = await runJob("read", { file, unit }, { signal, onProgress });
  if (!read.ok) {
    if (read.problem.code === "cancelled") return null;
    return { ok: false, problem: { ...read.problem, where: [file.name, read.problem.where].filter(Boolean).join(", ") } };
  }
  const { parts } = read.value;
  const whole = nameFromFile(file.name);
  const added = parts.map((part, i) =>
    partOf(part, {
      // A body without a name, or the only one, is called as its file is.
      name: parts.length === 1 ? whole : part.name.trim() || `${whole} ${i + 1}`,
      // What came in one file, or in one folder, is a group.
      group: (parts.length === 1 ? folder : whole).slice(0, 60),
      fileName: file.name.slice(0, 300),
      unit: read.value.unit,
    }),
  );
  return ok({ order, fileName: file.name, added, read: parts });
}

const partOf = (
  { copies, hash, warnings }: ReadPart,
  { name, group, fileName, unit }: { name: string; group: string; fileName: string; unit: Jobs["read"]["answer"]["unit"] },
) => ({
  id: newId(),
  name,
  factor: 1,
  copies,
  work: [],
  group,
  source: { kind: "mesh" as const, hash, fileName, unit: unit.name, unitReason: unit.reason, warnings },
});

/** Of one order. */
async function storeBatch(files: readonly ReadFile[]): Promise<Problem | null> {
  const { order } = files[0];
  const target = order.sceneId === null ? await sceneForNewPart(order.scene) : ok(order.sceneId);
  if (!target.ok) return target.problem;
  order.sceneId = target.value;
  const bodies = files.flatMap((f) => f.read.map((part, i) => ({ part, added: f.added[i] })));
  // The reader has measured what it read: the page shows it at once.
  await desk.give(
    bodies.map(({ part, added }) => ({
      request: meshRequest(added.source),
      value: { report: part.report, outsideMm2: part.outsideMm2 },
    })),
  );
  const rows = bodies.map(({ part }) => ({ hash: part.hash, file: part.file }));
  const stored = await storeWithFiles(target.value, "meshes", rows, "parts.add", { parts: bodies.map((b) => b.added) });
  if (!stored.ok) return stored.problem;
  desk.tryAgain(rows.map((f) => f.hash));
  return null;
}
