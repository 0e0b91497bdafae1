/** The evening in one line, with the letters of the slip: every reading is shown before it counts. */
import { format } from "date-fns";
import { useMemo, useState } from "react";
import { readEvening, slipSheet, type Reading } from "~core/evening";
import { onShelf } from "~core/look";
import { sharesOf, type Step } from "~core/plan";
import { paceKey } from "~core/work";
import { LIMITS, type Lesson } from "~core/project";
import type { StockLine } from "~core/ledger";
import { download, fileName } from "~app/shared/files/download";
import { paperOf } from "~app/shared/paper";
import { newId, useActions, useOthers, useProject } from "~app/shared/scene";
import { useSlip } from "~app/shared/slip";
import { startOf } from "~app/shared/startStep";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { sayProblem } from "~app/ui/sayProblem";

type OfSteps = Extract<Reading, { keys: readonly string[] }>;

export function EveningLine() {
  const project = useProject();
  const others = useOthers();
  const { runIn } = useActions();
  const { model } = useTonight();
  const now = useMoment();
  const { slip, steps, anew } = useSlip();
  const [text, setText] = useState("");
  const [written, setWritten] = useState<string | null>(null);
  const shelf = useMemo(() => onShelf(project), [project]);
  const { readings, faults } = readEvening(text, slip, shelf);
  const stateOf = (key: string) => model.states.get(key);
  /** What stands against a step now: it was ended meanwhile, or waits. */
  const against = (key: string): string | null => {
    const step = steps.get(key);
    const state = stateOf(key);
    if (!step || !state) return "no longer in the plan";
    if (state.kind === "open" || state.kind === "in hand") return null;
    return state.kind === "blocked" ? "waits for another step" : "is done already";
  };
  const stopped = readings.flatMap((r) =>
    "keys" in r ? r.keys.flatMap((k) => (against(k) ? [`${steps.get(k)?.partName ?? "A piece"} ${against(k)!}.`] : [])) : [],
  );
  const ready = readings.length > 0 && faults.length === 0 && stopped.length === 0;
  const write = async (): Promise<void> => {
    if (!ready) return;
    const demo = project.scene.demo && { demo: true };
    const lines = readings.flatMap((r): StockLine[] =>
      r.kind === "stock" ? [{ id: newId(), at: now, kind: "counted", itemId: r.itemId, amount: r.level, ...demo }] : [],
    );
    const aboutGo = (r: Extract<Reading, { kind: "lesson" }>): Pick<Lesson, "about" | "key"> => {
      const rests = r.go && steps.get(r.go.pieces[0]?.key)?.rests;
      return rests ? { about: rests.kind as Lesson["about"], key: paceKey(rests) } : { about: null };
    };
    const lessons = readings.flatMap((r): Lesson[] =>
      r.kind === "lesson" ? [{ id: newId(), title: r.title.slice(0, LIMITS.title), ...aboutGo(r), at: now, ...demo }] : [],
    );
    const byScene = new Map<string | undefined, ReturnType<typeof writtenOf>>();
    for (const r of readings.filter((x): x is OfSteps => "keys" in x))
      for (const w of writtenOf(r)) byScene.set(w.scene, [...(byScene.get(w.scene) ?? []), w]);
    if (byScene.size === 0) byScene.set(undefined, []);
    let first = true;
    for (const [scene, list] of byScene) {
      const done = await runIn(scene, "evening.write", {
        written: list.map((w) => w.written),
        lines: first ? lines : [],
        lessons: first ? lessons : [],
      });
      if (!done.ok) return sayProblem(done.problem);
      first = false;
    }
    setWritten(`${readings.length} ${readings.length === 1 ? "entry" : "entries"} written down. Undo takes them back.`);
    setText("");
  };
  /** The steps of a reading, each with its share of the time. */
  const writtenOf = (r: OfSteps) => {
    const own = r.keys.map((k) => steps.get(k)!);
    const shares = r.tookS === null ? null : sharesOf(own, r.tookS);
    return own.map((step: Step, i) => {
      const state = stateOf(step.key);
      const begun = state?.kind === "in hand" ? state.record.id : null;
      const start = startOf(step, project, others);
      return {
        scene: step.scene?.id,
        written: {
          recordId: begun ?? start.recordId,
          ...(begun === null && { step: start }),
          result: r.kind === "again" ? ("failed" as const) : ("good" as const),
          // A plate that is cleared is counted.
          good: r.kind === "again" ? 0 : step.counts,
          failed: r.kind === "again" ? step.onPlate : 0,
          ...(shares && { saidS: shares[i] }),
        },
      };
    });
  };
  const onPaper = async (): Promise<void> => {
    anew();
    const { drawingToPdf } = await import("~app/shared/files/drawingPdf");
    const title = `${project.scene.name}: evening`;
    const drawing = slipSheet(slip, { title, date: format(now, "EEEE d MMMM yyyy"), paper: paperOf(project.habits.paper) });
    download(fileName(title, "pdf"), await drawingToPdf(drawing, title), "application/pdf");
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void write();
      }}
    >
      {slip.length === 0 ? (
        <p className="text-soft">Nothing is on tonight’s slip. Pots that run low and lessons can be written all the same.</p>
      ) : (
        <ul className="grid gap-x-6 desk:grid-cols-2">
          {slip.map((g) => (
            <li key={g.letter} className="flex gap-2">
              <span className="w-5 shrink-0 font-slab text-lg leading-tight">{g.letter}</span>
              <span className="min-w-0">
                {g.title}{" "}
                <span className="text-soft">
                  {g.pieces.length > 1 ? g.pieces.map((p, i) => `${i + 1} ${p.name}`).join(", ") : g.pieces[0]?.name}
                </span>
              </span>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <label className="min-w-[16rem] flex-1">
          <span className="label">The evening in one line</span>
          <input
            className="field w-full"
            value={text}
            maxLength={1000}
            placeholder="a1-7 38m, a8 again, b 25, primer low, !thin the second coat"
            onChange={(e) => {
              setText(e.target.value);
              setWritten(null);
            }}
          />
        </label>
        <button className="btn btn-solid" type="submit" disabled={!ready}>
          Write it down
        </button>
        <button className="btn" type="button" onClick={() => void onPaper()}>
          Slip on paper
        </button>
        <button className="btn" type="button" onClick={anew}>
          New letters
        </button>
      </div>
      <ul className="mt-1" aria-live="polite">
        {readings.map((r, i) => (
          <li key={i}>{r.words}</li>
        ))}
        {[...faults.map((f) => f.message), ...stopped].map((message) => (
          <li key={message} className="note-act">
            ▲ {message}
          </li>
        ))}
        {written && <li className="text-soft">{written}</li>}
      </ul>
      {text === "" && !written && (
        <p className="mt-1 text-sm text-soft">
          What is often forgotten: work outdoors, the first minutes, the second of two sides. Minutes alone are enough.
        </p>
      )}
    </form>
  );
}
