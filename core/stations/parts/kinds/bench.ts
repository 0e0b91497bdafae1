/** Work at the bench between the printer and the paint, from a table: dry fit, file, wash off dust, inspect, flock, rim. */
import { field, oneOf } from "../../../field";
import { LIMITS } from "../../../limits";
import { BENCH_TASKS, type BenchTaskId, only, type WorkKind } from "../../../work";

export interface BenchWork {
  id: string;
  kind: "bench";
  task: BenchTaskId;
  /** How often it is gone through: priming and inspecting are one loop. */
  rounds: number;
  /** At most so many pieces at one go, the rest another evening; null for all at once. */
  mostAnEvening: number | null;
}

/** Evenings beyond these are one step: what comes then is planned when it is nearer. */
export const MOST_GOES = 5;
/** From one evening to the next, s. */
const NEXT_EVENING_S = 14 * 3600;

const taskOf = (item: BenchWork) => BENCH_TASKS.find((t) => t.id === item.task)!;

/** No look asks for more rounds than these beyond its plan. */
const MOST_AGAIN = 6;

export const bench: WorkKind<BenchWork> = {
  kind: "bench",
  many: "bench work",
  fields: {
    task: field.kept(oneOf(BENCH_TASKS)),
    rounds: field.count("Rounds", { least: 1, most: LIMITS.coats.most }),
    mostAnEvening: field.count("Most pieces in one session", LIMITS.copies, "all"),
  },
  station: (item) => taskOf(item).station,
  words: (item) => ({ title: taskOf(item).title, detail: item.rounds > 1 ? `${item.rounds} rounds` : "" }),
  refers: () => [],
  film: () => null,
  overPaint: (item) => taskOf(item).overPaint === true,
  counts: (item) => (item.task === "dry-fit" ? "fitted" : null),
  steps: (item, task) => {
    const { title, setUpS, perPieceS, perCm2S, waitS, cautions, station, needs = [] } = taskOf(item);
    const most = Math.max(1, item.mostAnEvening ?? task.copies);
    const goes = Math.min(MOST_GOES, Math.max(1, Math.ceil(task.copies / most)));
    // A look that ended as not quite right is followed by another, beyond those that were planned.
    let rounds = item.rounds;
    const nameOf = (round: number, go: number): string => (goes > 1 ? `${round}.${go}` : String(round));
    while (item.task === "inspect" && rounds < item.rounds + MOST_AGAIN && task.notRight(item.id, nameOf(rounds - 1, goes - 1))) rounds++;
    return Array.from({ length: rounds * goes }, (_, n) => {
      const [i, go] = [Math.floor(n / goes), n % goes];
      const left = task.copies - go * most;
      const pieces = go === goes - 1 ? left : Math.min(most, left);
      const round = rounds > 1 ? `, round ${i + 1} of ${rounds}` : "";
      return {
        name: nameOf(i, go),
        station,
        title: `${title}${round}${goes > 1 ? `, ${pieces} of ${task.copies}, evening ${go + 1}` : ""}`,
        handsOnS: setUpS + pieces * (perPieceS + (task.areaMm2 / 100) * perCm2S),
        waitS: go < goes - 1 ? Math.max(waitS, NEXT_EVENING_S) : waitS,
        cautions,
        pieces,
        needs,
        session: { key: `bench ${item.task} ${i} ${go}`, group: `bench ${item.task}`, title, setUpS },
        rests: { task: item.task, areaCm2: task.areaMm2 / 100, pieces },
      };
    });
  },
};

export const benchWorkIn = only<BenchWork>("bench");
