/** What another scale would do to each part and each process, from what is stored: nothing is analysed again. */
import { timeAtSizeS } from "../print";
import { formatMm, formatShare } from "../units";
import { optionAtHand, partSizeMm, thinWalls, type Part, type PrintOption, type Project } from "../project";
import { HOUSE_TOLERANCE } from "../subject";
import { fitAfter, holdsFloor, judgeFeature, PROCESS_FITS, REAL_FEATURES, type FitChange, type Process } from "../scale";

export interface PartChange {
  part: Part;
  sizeMm: [number, number, number];
  /** Best process by what its walls hold, when that changes. */
  process: string;
  /** What is new and bad, in words; empty when nothing is. */
  worse: string[];
  /** Grams and hours of the best printer now, and between what they would be: see scaledSpan. */
  massG: Span | null;
  timeS: Span | null;
}

export interface Span {
  now: number;
  low: number;
  high: number;
}

/**
 * Mass of a filament part at another size: walls and skins keep their thickness and go with the square of it, infill with the cube.
 * Resin goes with the cube. Slicing at the new size gives the figure itself.
 */
const massSpan = (now: number, by: number, process: Process): Span => {
  const ends = (process === "resin" ? [3] : [2, 3]).map((p) => now * by ** p);
  return { now, low: Math.min(...ends), high: Math.max(...ends) };
};

function timeSpan({ facts, job }: PrintOption, by: number): Span {
  const { low, high } = timeAtSizeS(facts, by);
  const share = facts.one.timeS.value > 0 ? job.timeS.value / facts.one.timeS.value : 0;
  return { now: job.timeS.value, low: low * share, high: high * share };
}

const WORD: Record<Process, string> = { fdm: "filament", resin: "resin" };

export const processesOf = (project: Project): Process[] => [...new Set(project.scene.printers.map((p) => p.process))];

/** Parts at `by` times their size (1 leaves them as they are). */
export function partChanges(project: Project, by: number): PartChange[] {
  const processes = processesOf(project);
  return project.parts
    .filter((p) => p.source.kind !== "scratch")
    .map((part) => {
      const factor = part.factor * by;
      const worse: string[] = [];
      const holds: Process[] = [];
      for (const process of processes) {
        const now = thinWalls(part, project.scene, process),
          then = thinWalls(part, project.scene, process, factor);
        if (!then || holdsFloor(then.thinnestMm, then.floorMm)) holds.push(process);
        if (now && then && !holdsFloor(then.thinnestMm, then.floorMm) && holdsFloor(now.thinnestMm, now.floorMm))
          worse.push(`walls of ${formatMm(then.thinnestMm)} are under the ${WORD[process]} floor of ${formatMm(then.floorMm)}`);
        else if (now && then && by < 1 && !holdsFloor(now.thinnestMm, now.floorMm) && then.share > now.share * 1.1)
          worse.push(
            `on ${WORD[process]} walls were too thin on ${formatShare(now.share)} of the surface, then on ${formatShare(then.share)}`,
          );
      }
      const { clipSlotMm } = part.measures;
      const standard = project.scene.house.clipSlotMm;
      if (clipSlotMm !== null && standard !== null && Math.abs(clipSlotMm * factor - standard) > HOUSE_TOLERANCE.clipSlotMm && by !== 1)
        worse.push(`clip slots become ${formatMm(clipSlotMm * factor)}, the standard stays ${formatMm(standard)}`);
      const best = optionAtHand(part, project.scene);
      const mode = best?.printer.process;
      return {
        part,
        sizeMm: partSizeMm({ ...part, factor }),
        process:
          mode && !holds.includes(mode) && holds.length > 0
            ? `${WORD[holds[0]]} could print its walls`
            : mode === "resin" && holds.includes("fdm") && by > 1.3
              ? "filament would now do"
              : "",
        worse,
        massG: best ? massSpan(best.job.massG.value, by, best.printer.process) : null,
        timeS: best ? timeSpan(best, by) : null,
      };
    });
}

/** A pair made to slide now, after scaling, per process. */
export const fitChanges = (project: Project, by: number): { process: Process; fit: FitChange }[] =>
  processesOf(project).map((process) => ({ process, fit: fitAfter(PROCESS_FITS[process].slideMm, by, process) }));

/** Details whose verdict changes between two ratios, per process. */
export function detailChanges(
  project: Project,
  from: number,
  to: number,
): { name: string; process: Process; was: string; becomes: string }[] {
  return processesOf(project).flatMap((process) =>
    REAL_FEATURES.flatMap((f) => {
      const was = judgeFeature(f.realMm, from, f.floor, process).verdict,
        becomes = judgeFeature(f.realMm, to, f.floor, process).verdict;
      return was === becomes ? [] : [{ name: f.name, process, was, becomes }];
    }),
  );
}
