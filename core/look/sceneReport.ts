/** A scene on paper: the list of its parts, and the report of how it was made, what it took, cost and taught. */
import { photosOf, type Project } from "../project";
import { formatRatio } from "../scale";
import { kindOf } from "../stations/kinds";
import { formatDuration, formatMm, formatMoney } from "../units";
import { bookOf, type TakenShare } from "./book";
import { moneySums } from "./money";
import { partRows, type TableRow } from "./partRows";
import type { ReportColumn, ReportSection } from "./reportSheets";

const SENTENCES: readonly ReportColumn[] = [{ head: "", share: 1 }];

/** The furthest stage that any copy has reached. What is not printed is there from the beginning. */
function reachedWords({ part, track }: TableRow): string {
  const stage = (["placed", "painted", "primed", "fitted", "printed"] as const).find((s) => track[s] > 0);
  if (stage === undefined || (stage === "printed" && !part.work.some((w) => kindOf(w).makesPieces))) return "not begun";
  return `${track[stage]} of ${track.needed} ${stage}`;
}

const sizeWords = ({ size }: TableRow): string => `${size.map((mm) => formatMm(mm).replace(/ mm$/, "")).join(" × ")} mm`;

/** Every part: how many, how large at the scale of the scene, where it is made, how far it is. */
export const partsList = (project: Project, now: number): ReportSection => ({
  title: `Parts, ${project.parts.reduce((n, p) => n + p.copies, 0)} pieces of ${project.parts.length} ${project.parts.length === 1 ? "part" : "parts"}`,
  columns: [
    { head: "Part", share: 0.26 },
    { head: "Copies", share: 0.07 },
    { head: "Size", share: 0.21 },
    { head: "Made on", share: 0.17 },
    { head: "So far", share: 0.15 },
    { head: "Group, licence", share: 0.14 },
  ],
  rows: partRows(project, now).map((row) => [
    row.name,
    String(row.part.copies),
    sizeWords(row),
    row.printer,
    reachedWords(row),
    [row.group, row.part.licence].filter(Boolean).join(", "),
  ]),
});

const takenWords = ({ takenS, plannedS, steps }: TakenShare): string =>
  `${formatDuration(takenS)} over ${steps} timed ${steps === 1 ? "step" : "steps"}, planned ${formatDuration(plannedS)}`;

/** What went wrong is told in so many lines, the latest first. */
const MOST_WRONG = 20;
/** So many pictures, the latest. */
const MOST_PICTURES = 48;

/**
 * The report of a scene. What nobody timed or priced is not in its sums, and it says so.
 * @param now ms, for how far the parts are
 * @param day writes a day
 */
export function sceneReport(project: Project, now: number, day: (at: number) => string): ReportSection[] {
  const { scene, records, parts, lessons } = project;
  const book = bookOf(project);
  const nameOf = (id: string): string => parts.find((p) => p.id === id)?.name ?? "a deleted part";
  const began = book.done.at(-1)?.startedAt ?? null;
  const untimed = book.done.filter((r) => r.time === "hands").length - (book.hands?.steps ?? 0);
  const sentences = [
    `Scale ${formatRatio(scene.scale.ratio)}. ${began === null ? "Nothing is in the log yet." : `In the log from ${day(began)} to ${day(book.done[0].startedAt)}, ${book.done.length} entries.`}`,
    ...(book.hands ? [`Own time: ${takenWords(book.hands)}.`] : []),
    ...(untimed > 0 ? [`Not timed, and in no sum: ${untimed} ${untimed === 1 ? "step" : "steps"} by hand.`] : []),
    ...(book.machine ? [`Machines: ${takenWords(book.machine)}.`] : []),
    ...(book.good + book.failed > 0 ? [`Pieces: ${book.good} good, ${book.failed} failed.`] : []),
    ...(book.lost.prints > 0 ? [`Failed prints: ${book.lost.prints}, ${formatDuration(book.lost.machineS)} of printing.`] : []),
  ];
  const money = moneySums(project);
  const costs = money.scene.map(({ currency, total, bar }) => {
    const of = bar.map((b) => `${b.of} ${formatMoney({ minor: b.minor, currency })}`).join(", ");
    return `${formatMoney({ minor: total, currency }, true)}: ${of}.`;
  });
  const wrong = book.done.filter((r) => r.wentWrong || r.result === "failed");
  const learned = began === null ? [] : lessons.filter((l) => l.at >= began);
  const section = (title: string, lines: readonly string[]): ReportSection[] =>
    lines.length > 0 ? [{ title, columns: SENTENCES, rows: lines.map((l) => [l]) }] : [];
  // The latest first, as the entries are; those of one step turned round, so that all of them can be.
  const pictures = book.done.flatMap((r) =>
    photosOf(r)
      .map((hash) => ({ hash, caption: `${nameOf(r.partId)}: ${r.title}, ${day(r.startedAt)}` }))
      .reverse(),
  );
  return [
    ...section("In short", sentences),
    partsList(project, now),
    ...section(
      "Recipes",
      scene.recipes.map((r) => `${r.name}: ${r.steps.map((s) => s.wants.name).join(", ")}`),
    ),
    ...section("What it cost", [
      ...costs,
      ...(costs.length > 0 && money.unpriced.length > 0 ? [`Without a price, and not counted: ${money.unpriced.join(", ")}.`] : []),
    ]),
    ...(wrong.length > 0
      ? [
          {
            title: wrong.length > MOST_WRONG ? `What went wrong, the latest ${MOST_WRONG} of ${wrong.length}` : "What went wrong",
            columns: [
              { head: "Day", share: 0.14 },
              { head: "Part", share: 0.24 },
              { head: "Step", share: 0.28 },
              { head: "What", share: 0.34 },
            ],
            rows: wrong
              .slice(0, MOST_WRONG)
              .map((r) => [day(r.startedAt), nameOf(r.partId), r.title, r.wentWrong || "failed, no reason entered"]),
          },
        ]
      : []),
    ...section(
      "Learned",
      learned.map((l) => l.title),
    ),
    ...section(
      "Still open",
      records.filter((r) => r.finishedAt === null).map((r) => `${nameOf(r.partId)}: ${r.title}, since ${day(r.startedAt)}`),
    ),
    ...(pictures.length > 0
      ? [
          {
            title: pictures.length > MOST_PICTURES ? `Pictures, the latest ${MOST_PICTURES} of ${pictures.length}` : "Pictures",
            columns: SENTENCES,
            rows: [],
            // The latest, in the order in which they were taken.
            pictures: pictures.slice(0, MOST_PICTURES).reverse(),
          },
        ]
      : []),
  ];
}
