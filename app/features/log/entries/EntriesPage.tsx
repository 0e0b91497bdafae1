/** Entries of the log: what really happened, step by step, planned against taken, and what went wrong. */
import { format, isThisYear } from "date-fns";
import { useMemo, useState } from "react";
import { brokenJoint, LIMITS, productsOf, takenS, type Lesson, type Part, type StepRecord } from "~core/project";
import { WORK_KINDS } from "~core/stations/kinds";
import { paceKey, type Rests } from "~core/work";
import { formatDuration, ok, parseDuration, type Result } from "~core/units";
import { bookOf, sceneReport, type TakenShare } from "~core/look";
import { formatRatio } from "~core/scale";
import { Silhouette } from "~app/shared/Silhouette";
import { writeReport } from "~app/shared/files/report";
import { Page } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { Choice, ParsedField } from "~app/ui/field";
import { Sideways } from "~app/ui/sideways";
import { LogLeaves } from "../LogLeaves";
import { Exposure } from "./Exposure";

const RESULT_WORDS = { good: "good", partly: "partly", failed: "failed" } as const;

/** How many rows are drawn at a time. */
const ROWS = 60;

/** Empty goes back to what the clock says. */
const parseTaken = (text: string): Result<number | null> => (text.trim() ? parseDuration(text) : ok(null));

/** Kind of work that a record is of, as far as it says so. */
const kindOfRecord = (r: StepRecord): Lesson["about"] => WORK_KINDS.find((k) => k.kind === r.rests?.kind)?.kind ?? null;

/** A lesson of a wash of enamel is not one of every wash. */
const productOf = (rests: Rests): Pick<Lesson, "product"> => {
  const [product] = productsOf(rests);
  return product === undefined ? {} : { product };
};

function PartCell({ part }: { part: Part | undefined }) {
  return part ? (
    <span className="flex items-center gap-2">
      <Silhouette part={part} />
      {part.name}
    </span>
  ) : (
    "a deleted part"
  );
}

function takenText(r: StepRecord): string {
  const taken = takenS(r);
  if (taken !== null) return formatDuration(taken);
  return r.finishedAt !== null && r.finishedAt > r.startedAt
    ? `left open ${formatDuration((r.finishedAt - r.startedAt) / 1000)}: not counted`
    : "not timed: the computer’s clock was set back";
}

const count = (n: number): string => n.toLocaleString("en");

const shareWords = ({ plannedS, takenS: taken, steps }: TakenShare): string =>
  `${Math.round((taken / plannedS) * 100)} % of what was planned, over ${count(steps)} ${steps === 1 ? "step" : "steps"}`;

/** Turns the pages of the book: later ones, earlier ones, or straight to a month. */
function Leaf({ first, of, onTurn }: { first: number; of: readonly StepRecord[]; onTurn: (first: number) => void }) {
  const months = useMemo(() => {
    const starts = new Map<number, number>();
    of.forEach(({ startedAt }, i) => {
      const at = new Date(startedAt);
      const month = 12 * at.getFullYear() + at.getMonth();
      if (!starts.has(month)) starts.set(month, i);
    });
    return [...starts.values()].map((start): [string, number] => [format(of[start].startedAt, "MMMM yyyy"), start]);
  }, [of]);
  const now = [...months].reverse().find(([, start]) => start <= first) ?? months[0];
  return (
    <nav className="mt-2 flex flex-wrap items-end gap-3" aria-label="Pages of the log">
      <button className="btn" disabled={first === 0} onClick={() => onTurn(Math.max(0, first - ROWS))}>
        Later
      </button>
      <button className="btn" disabled={first + ROWS >= of.length} onClick={() => onTurn(first + ROWS)}>
        Earlier
      </button>
      <Choice
        className="w-48"
        label="Month"
        value={now[0]}
        onChange={(month) => onTurn(months.find(([m]) => m === month)![1])}
        options={months.map(([month]) => ({ value: month, label: month }))}
      />
      <p className="text-soft" aria-live="polite">
        {count(first + 1)} to {count(Math.min(first + ROWS, of.length))} of {count(of.length)}
      </p>
    </nav>
  );
}

/** Something snapped: one press makes it a joint, with the step that glues it on again. */
function Snapped({ record }: { record: StepRecord }) {
  const { parts } = useProject();
  const { run } = useActions();
  const part = parts.find((p) => p.id === record.partId);
  if (!part || (record.result !== "failed" && record.result !== "partly")) return null;
  const glue = (): void => {
    const joint = brokenJoint(newId(), part.id);
    void run("joint.add", {
      joint,
      step: { partId: part.id, at: part.work.length, item: { id: newId(), kind: "glue", jointId: joint.id } },
    });
  };
  return (
    <button className="btn-text whitespace-nowrap" onClick={glue} aria-label={`Something snapped off ${part.name}: glue it on`}>
      it snapped: glue it
    </button>
  );
}

export default function EntriesPage() {
  const project = useProject();
  const { scene, parts } = project;
  const { run } = useActions();
  const [from, setFrom] = useState(0);
  const lessons = useMemo(() => new Set(project.lessons.map((l) => l.title)), [project.lessons]);
  const isLesson = (text: string): boolean => lessons.has(text.slice(0, LIMITS.title));
  const { done, good, failed, hands, machine, lost } = bookOf(project);
  // What was struck out meanwhile must not leave an empty page.
  const first = from < done.length ? from : Math.max(0, Math.ceil(done.length / ROWS) - 1) * ROWS;
  return (
    <Page
      title="Entries"
      sub="steps done and how they went"
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "pieces", value: `${count(good)} good, ${count(failed)} failed` },
      ]}
    >
      <LogLeaves />
      {done.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          Each step you finish in Tonight is recorded here, with its time and what went wrong: “20 good, 4 came off their supports, the
          hinge side was underexposed”. Your next estimates start from these.
        </p>
      ) : (
        <>
          <p className="mt-3">
            {hands && <>Your own time: {shareWords(hands)}. </>}
            {machine && <>Machines: {shareWords(machine)}. </>}
            {lost.machineS > 0 && (
              <>
                Lost to {lost.prints === 1 ? "a failed print" : `${count(lost.prints)} failed prints`}: {formatDuration(lost.machineS)}.
              </>
            )}
          </p>
          <button
            className="btn mt-2"
            onClick={() => {
              const day = (at: number): string => format(at, "d MMM yyyy");
              void writeReport(sceneReport(project, Date.now(), day), "Report", project);
            }}
          >
            Scene report
          </button>
          {done.length > ROWS && <Leaf first={first} of={done} onTurn={setFrom} />}
          <Sideways label="Entries" className="mt-2">
            <table className="plain" aria-label="Entries">
              <thead>
                <tr>
                  <th>When</th>
                  <th>Part</th>
                  <th>Step</th>
                  <th>Planned</th>
                  <th>Taken</th>
                  <th>Result</th>
                  <th>
                    <span className="sr-only">Correct</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {done.slice(first, first + ROWS).map((r) => (
                  <tr key={r.id}>
                    <td className="whitespace-nowrap">
                      {format(r.startedAt, isThisYear(r.startedAt) ? "EEE d MMM HH:mm" : "d MMM yyyy HH:mm")}
                    </td>
                    <td className="font-semibold">
                      <PartCell part={parts.find((p) => p.id === r.partId)} />
                    </td>
                    <td>
                      {r.title}
                      {r.wentWrong && <span className="block text-soft">{r.wentWrong}</span>}
                    </td>
                    <td className="whitespace-nowrap">{formatDuration(r.plannedS)}</td>
                    <td className="w-36 min-w-28">
                      {r.time === "hands" ? (
                        <>
                          <ParsedField
                            hideLabel
                            label={`Taken, ${r.title}`}
                            draftKey={r.id}
                            text={takenS(r) === null ? "" : takenText(r)}
                            placeholder="say it"
                            parse={parseTaken}
                            readAs={(s) => (s === null ? "by the clock" : formatDuration(s))}
                            onCommit={(saidS) => run("step.said", { recordId: r.id, saidS })}
                          />
                          {takenS(r) === null && <span className="text-sm text-soft">{takenText(r)}</span>}
                        </>
                      ) : (
                        <span className="whitespace-nowrap">{takenText(r)}</span>
                      )}
                    </td>
                    <td className={r.result === "failed" || r.result === "partly" ? "note-act" : ""}>
                      {r.result ? RESULT_WORDS[r.result] : ""}
                      {r.good + r.failed > 0 && (
                        <span className="block whitespace-nowrap font-normal text-soft">
                          {r.good} good{r.failed > 0 && `, ${r.failed} failed`}
                        </span>
                      )}
                    </td>
                    <td>
                      {r.wentWrong && !isLesson(r.wentWrong) && (
                        <button
                          className="btn-text whitespace-nowrap"
                          onClick={() =>
                            run("list.add", {
                              list: "lessons",
                              items: [
                                {
                                  id: newId(),
                                  title: r.wentWrong.slice(0, LIMITS.title),
                                  about: kindOfRecord(r),
                                  ...(r.rests && { key: paceKey(r.rests), ...productOf(r.rests) }),
                                  at: Date.now(),
                                },
                              ],
                            })
                          }
                          aria-label={`Save as a lesson: ${r.wentWrong}`}
                        >
                          save as a lesson
                        </button>
                      )}
                      <Snapped record={r} />
                      <button
                        className="btn-text whitespace-nowrap"
                        onClick={() => run("step.forget", { recordId: r.id })}
                        aria-label={`Delete: ${r.title}`}
                      >
                        delete
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        </>
      )}
      <Exposure />
    </Page>
  );
}
