/** Log: what really happened, step by step, planned against taken, and what went wrong. */
import { format } from "date-fns";
import { useState } from "react";
import { LIMITS, type Lesson, type Part, type StepRecord } from "~core/project";
import { WORK_KINDS } from "~core/work";
import { formatDuration, ok, parseDuration, type Result } from "~core/units";
import { failedCount, goodCount, takenS } from "~core/plan";
import { formatRatio } from "~core/scale";
import { Silhouette } from "~app/shared/Silhouette";
import { Page } from "~app/shared/Page";
import { newId, useActions, useProject } from "~app/shared/scene";
import { ParsedField } from "~app/ui/field";
import { Sideways } from "~app/ui/sideways";

const RESULT_WORDS = { good: "good", partly: "partly", failed: "failed" } as const;

/** How many rows at a time. */
const ROWS = 200;

/** Empty goes back to what the clock says. */
const parseTaken = (text: string): Result<number | null> => (text.trim() ? parseDuration(text) : ok(null));

/** Kind of work that a record is of, as far as it says so. */
const kindOfRecord = (r: StepRecord): Lesson["about"] => WORK_KINDS.find((k) => k.kind === r.rests?.kind)?.kind ?? null;

function PartCell({ part }: { part: Part | undefined }) {
  return part ? (
    <span className="flex items-center gap-2">
      <Silhouette part={part} />
      {part.name}
    </span>
  ) : (
    "a part that is gone"
  );
}

function takenText(r: StepRecord): string {
  const taken = takenS(r);
  if (taken !== null) return formatDuration(taken);
  return r.finishedAt !== null && r.finishedAt > r.startedAt
    ? `left open ${formatDuration((r.finishedAt - r.startedAt) / 1000)}: not counted`
    : "not timed: the clock was set back";
}

export function LogPage() {
  const project = useProject();
  const { scene, parts, records } = project;
  const { run } = useActions();
  const [rows, setRows] = useState(ROWS);
  const isLesson = (text: string): boolean => project.lessons.some((l) => l.title === text.slice(0, LIMITS.title));
  const done = [...records].filter((r) => r.finishedAt !== null).sort((a, b) => b.startedAt - a.startedAt);
  const good = parts.reduce((n, p) => n + goodCount(p, records), 0),
    failed = parts.reduce((n, p) => n + failedCount(p, records), 0);
  // Hands and machines are kept apart: they are different hours.
  const share = (time: StepRecord["time"]): string | null => {
    // A print that failed took what it took and made nothing: its hours are lost, and say nothing about the plan.
    const own = done.filter((r) => r.time === time && takenS(r) !== null && !(time === "machine" && r.result === "failed"));
    const planned = own.reduce((n, r) => n + r.plannedS, 0),
      taken = own.reduce((n, r) => n + takenS(r)!, 0);
    return own.length && planned > 0
      ? `${Math.round((taken / planned) * 100)} % of what was planned, over ${own.length} ${own.length === 1 ? "step" : "steps"}`
      : null;
  };
  const hands = share("hands"),
    machine = share("machine");
  const failedPrints = done.filter((r) => r.time === "machine" && r.result === "failed");
  const lostS = failedPrints.reduce((n, r) => n + (takenS(r) ?? 0), 0);
  return (
    <Page
      title="Log"
      sub="every step as it went"
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "pieces", value: `${good} good, ${failed} failed` },
      ]}
    >
      {done.length === 0 ? (
        <p className="mt-6 max-w-prose text-soft">
          Every step that you finish at Tonight is kept here with its minutes and what went wrong: “20 good, 4 off their supports, the hinge
          side was underexposed”. The next estimate starts from it.
        </p>
      ) : (
        <>
          <p className="mt-3">
            {hands && <>Your own time: {hands}. </>}
            {machine && <>Machines: {machine}. </>}
            {lostS > 0 && (
              <>
                Lost to {failedPrints.length === 1 ? "a failed print" : `${failedPrints.length} failed prints`}: {formatDuration(lostS)}.
              </>
            )}
          </p>
          <Sideways label="What was written down" className="mt-2">
            <table className="plain">
              <thead>
                <tr>
                  <th>When</th>
                  <th>Part</th>
                  <th>Step</th>
                  <th>Planned</th>
                  <th>Taken</th>
                  <th>Result</th>
                  <th>
                    <span className="sr-only">Put right</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {done.slice(0, rows).map((r) => (
                  <tr key={r.id}>
                    <td className="whitespace-nowrap">{format(r.startedAt, "EEE d MMM HH:mm")}</td>
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
                            readAs={(s) => (s === null ? "as the clock says" : formatDuration(s))}
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
                            run("lesson.add", {
                              lesson: { id: newId(), title: r.wentWrong.slice(0, LIMITS.title), about: kindOfRecord(r), at: Date.now() },
                            })
                          }
                          aria-label={`Keep as a lesson: ${r.wentWrong}`}
                        >
                          keep as a lesson
                        </button>
                      )}
                      <button
                        className="btn-text whitespace-nowrap"
                        onClick={() => run("step.forget", { recordId: r.id })}
                        aria-label={`Strike out: ${r.title}`}
                      >
                        strike out
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
          {done.length > rows && (
            <button className="btn mt-2" onClick={() => setRows(rows + ROWS)}>
              {Math.min(ROWS, done.length - rows)} more of {(done.length - rows).toLocaleString("en")}
            </button>
          )}
        </>
      )}
    </Page>
  );
}
