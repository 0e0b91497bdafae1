/** Work at the bench between the printer and the paint, from a table: dry fit, file, wash off dust, inspect, flock, rim. */
import { LIMITS } from "../../limits";
import { count, oneOf } from "../fields";
import { BENCH_TASKS, type BenchTaskId } from "../benchTasks";
import type { WorkKind } from "../kind";

export interface BenchWork {
  id: string;
  kind: "bench";
  task: BenchTaskId;
  /** How often it is gone through: priming and inspecting are one loop. */
  rounds: number;
}

const taskOf = (item: BenchWork) => BENCH_TASKS.find((t) => t.id === item.task)!;

export const bench: WorkKind<BenchWork> = {
  kind: "bench",
  many: "work at the bench",
  fields: { task: oneOf(BENCH_TASKS), rounds: count({ least: 1, most: LIMITS.coats.most }) },
  station: (item) => taskOf(item).station,
  words: (item) => ({ title: taskOf(item).title, detail: item.rounds > 1 ? `${item.rounds} rounds` : "" }),
  refers: () => [],
  film: () => null,
  counts: (item) => (item.task === "dry-fit" ? "fitted" : null),
  steps: (item, task) => {
    const { title, setUpS, perPieceS, perCm2S, waitS, cautions, station } = taskOf(item);
    return Array.from({ length: item.rounds }, (_, i) => ({
      name: String(i),
      station,
      title: item.rounds > 1 ? `${title}, round ${i + 1} of ${item.rounds}` : title,
      handsOnS: setUpS + task.copies * (perPieceS + (task.areaMm2 / 100) * perCm2S),
      waitS,
      cautions,
      pieces: task.copies,
      session: { key: `bench ${item.task} ${i}`, group: `bench ${item.task}`, title, setUpS },
      rests: { task: item.task, areaCm2: task.areaMm2 / 100, pieces: task.copies },
    }));
  },
};
