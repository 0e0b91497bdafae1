/** At the end of an evening: at most three questions, of those whose answer tells the most. Ending a step asks nothing. */
import type { StockLine } from "../ledger";
import { eveningsFrom } from "../plan";
import { lessonsAbout, stockOf, takenS, type Lesson, type Paint, type Project, type StepRecord, type Supply } from "../project";
import { airborneOf } from "./exposure";

export type Question =
  /** A lesson was told at a step: did it help? */
  | { kind: "helped"; key: string; lesson: Lesson; record: StepRecord }
  /** So much was taken by estimates alone that the level is a guess. */
  | { kind: "left"; key: string; item: Paint | Supply; level: number; guessed: number }
  /** Nobody knows how long it took. */
  | { kind: "took"; key: string; record: StepRecord }
  /** Something was in the air, and nobody said what took it away: work outdoors is in no other record. */
  | { kind: "aired"; key: string; record: StepRecord }
  /** The evening had begun so long before its first step: time of setting up, if somebody was there, s. */
  | { kind: "before"; key: string; record: StepRecord; gapS: number };

const MOST = 3;
/** What ended within so long belongs to the evening. */
const EVENING_MS = 6 * 3_600_000;
const DAY_MS = 86_400_000;
/** A level is asked for where so much of it was taken since somebody last looked. Common choice. */
const GUESSED = 0.25;
/** Minutes before the first step are asked for from so many on; beyond so many nobody was there. Common choice. */
const BEFORE_S = { least: 5 * 60, most: 45 * 60 };
/** Lessons told at a step, as Tonight tells them. */
const TOLD = 3;

/** What estimates took of an item since it was last counted. */
function takenSinceCounted(lines: readonly StockLine[], itemId: string): number {
  const own = lines.filter((l) => l.itemId === itemId);
  const counted = own.reduce((at, l) => (l.kind === "counted" ? Math.max(at, l.at) : at), -Infinity);
  return own.reduce((sum, l) => sum + (l.kind === "took" && l.at > counted ? l.amount : 0), 0);
}

/** The first step of an evening that began late in it; none where its time was said. */
function minutesBefore(
  scene: Pick<Project["scene"], "evenings" | "timeZone">,
  records: readonly StepRecord[],
  ended: readonly StepRecord[],
): Question[] {
  const first = ended.reduce((least: StepRecord | undefined, r) => (least && least.startedAt <= r.startedAt ? least : r), undefined);
  if (!first || first.saidS !== undefined || takenS(first) === null) return [];
  const evening = eveningsFrom(first.startedAt - DAY_MS, scene.evenings, scene.timeZone, 2).find(
    (e) => e.from <= first.startedAt && first.startedAt < e.to,
  );
  if (!evening || records.some((r) => r.time === "hands" && (r.finishedAt ?? Infinity) > evening.from && r.startedAt < first.startedAt))
    return [];
  const gapS = Math.round((first.startedAt - evening.from) / 1000);
  return gapS >= BEFORE_S.least && gapS <= BEFORE_S.most ? [{ kind: "before", key: `before ${first.id}`, record: first, gapS }] : [];
}

/**
 * @param now the questions are of what ended in the hours before
 * @param elsewhere records of other scenes: whoever was at those was not setting up here
 * @returns the first of each kind before the second of any
 */
export function questionsOf(
  project: Pick<Project, "records" | "lessons" | "lines" | "paints" | "supplies"> & {
    scene: Pick<Project["scene"], "evenings" | "timeZone">;
  },
  now: number,
  elsewhere: readonly StepRecord[] = [],
): Question[] {
  const { records, lessons, lines, paints, supplies } = project;
  const ended = records.filter(
    (r) => r.time === "hands" && r.finishedAt !== null && r.finishedAt <= now && now - r.finishedAt < EVENING_MS,
  );
  const helped = ended.flatMap((record) =>
    record.rests === undefined
      ? []
      : lessonsAbout(lessons, [record.rests], TOLD)
          // One that was learned from this very step is not judged by it.
          .filter((l) => l.at < record.startedAt && !l.judged?.some((j) => j.recordId === record.id))
          .map((lesson): Question => ({ kind: "helped", key: `helped ${lesson.id}`, lesson, record })),
  );
  const touched = new Set(lines.flatMap((l) => (l.kind === "took" && ended.some((r) => r.id === l.recordId) ? [l.itemId] : [])));
  const left = [...paints, ...supplies]
    .filter((item) => touched.has(item.id))
    .map((item) => ({ item, level: stockOf(item).level, guessed: takenSinceCounted(lines, item.id) }))
    .filter(({ level, guessed }) => guessed > GUESSED * Math.max(0, level))
    .sort((a, b) => b.guessed / Math.max(1e-9, b.level) - a.guessed / Math.max(1e-9, a.level))
    .map((x): Question => ({ kind: "left", key: `left ${x.item.id}`, ...x }));
  const took = ended.filter((r) => takenS(r) === null).map((record): Question => ({ kind: "took", key: `took ${record.id}`, record }));
  const aired = ended
    .filter((r) => r.aired === undefined && airborneOf(r).length > 0)
    .sort((a, b) => (takenS(b) ?? b.plannedS) - (takenS(a) ?? a.plannedS))
    .map((record): Question => ({ kind: "aired", key: `aired ${record.id}`, record }));
  const before = minutesBefore(project.scene, [...records, ...elsewhere], ended);
  const once = new Map<string, Question>();
  for (let i = 0; i < MOST; i++)
    for (const list of [helped, left, took, aired, before]) if (list[i]) once.set(list[i].key, once.get(list[i].key) ?? list[i]);
  return [...once.values()].slice(0, MOST);
}
