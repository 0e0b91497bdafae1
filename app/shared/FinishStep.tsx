/** One press ends a step: it went well. Or say what did not; failed pieces raise the count that is needed. A print says what it took and why it failed. */
import { useId, useState } from "react";
import { Link } from "react-router";
import { formatDuration, parseDuration, parseMass, type Result } from "~core/units";
import { howItEnded, inItsScene, onPlateOf, type Clock } from "~core/plan";
import { OBSERVATIONS, type FailureCause, type Observation } from "~core/print";
import { LIMITS } from "~core/project";
import { CauseChoice } from "~app/shared/CauseChoice";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { useStock } from "~app/shared/useStock";
import { useMoment, useTonight } from "~app/shared/tonightModel";
import { Dialog } from "~app/ui/dialog";
import { orNothing, ParsedField, parseCount } from "~app/ui/field";

/** How a mixed colour may have come out, once it is dry. */
const CAME = ["as wanted", "lighter", "darker", "redder", "greener", "yellower", "bluer"];

export function FinishStep({ clock, shareS, onClose }: { clock: Clock; shareS?: number; onClose: () => void }) {
  const { runIn } = useActions();
  const { count } = useStock();
  const { model } = useTonight();
  const now = useMoment();
  const project = useProject();
  const others = useOthers();
  const { step } = clock;
  const state = model.states.get(step.key);
  const record = state && "record" in state ? state.record : null;
  const bare = inItsScene(step, project, others);
  const own = onPlateOf(bare.step, bare.project);
  const [failed, setFailed] = useState<ReadonlyMap<string, number>>(new Map());
  const [wentWrong, setWentWrong] = useState("");
  const [saidS, setSaidS] = useState<number | null>(shareS ?? null);
  const [saying, setSaying] = useState<Result<number | null> | null>(null);
  const [massG, setMassG] = useState<number | null>(null);
  const [cause, setCause] = useState<FailureCause | "">("");
  const [layer, setLayer] = useState<number | null>(null);
  const [observed, setObserved] = useState<readonly Observation[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  const [emptied, setEmptied] = useState(false);
  const [came, setCame] = useState<string | null>(null);
  const pot = bare.project.paints.find((p) => p.id === record?.rests?.paintId);
  const isPrint = step.machineS > 0;
  const kept = isPrint && record?.print !== undefined;
  const parts = own.length > 0 ? own : [{ partId: step.partId, name: step.partName, pieces: step.clears }];
  const bad = [...failed.values()].reduce((a, b) => a + b, 0);
  const end = (result: "good" | "partly" | "failed"): void => {
    if (!record) return;
    if (saying && !saying.ok) return setRefused(saying.problem.message);
    const took = saying?.value ?? saidS;
    void runIn(step.scene?.id, "step.finish", {
      recordId: record.id,
      ...howItEnded(
        step,
        result,
        parts.map((p) => ({ ...p, failed: failed.get(p.partId) ?? 0 })),
      ),
      wentWrong: wentWrong.trim(),
      ...(took !== null && { saidS: took }),
      ...(kept && { print: { massG, failure: result === "failed" ? { cause: cause || "other", layer } : null } }),
    }).then(async (done) => {
      if (!done.ok) return setRefused(done.problem.message);
      if (kept && observed.length > 0)
        await runIn(step.scene?.id, "list.add", { list: "print.observed", of: record.id, items: [...observed] });
      if (pot && emptied) await count(pot, 0);
      if (pot?.mix && came !== null)
        await runIn(step.scene?.id, "field.set", { of: "paint", id: pot.id, change: { mix: { ...pot.mix, came } } });
      onClose();
    });
  };
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={`${step.partName}: ${step.title}`}>
      <p className="text-soft">
        {isPrint
          ? `${formatDuration((now - clock.from) / 1000)} of ${formatDuration((clock.until - clock.from) / 1000)}`
          : `${formatDuration((now - clock.from) / 1000)} so far, ${formatDuration(step.handsOnS)} planned`}
      </p>
      {step.clears > 0 && (
        <div className="mt-3">
          {parts.map((p) => (
            <FailedField
              key={p.partId}
              label={
                parts.length > 1
                  ? `${p.name}: of ${p.pieces}, how many failed?`
                  : `Of ${p.pieces} ${p.pieces === 1 ? "piece" : "pieces"}, how many failed?`
              }
              most={p.pieces}
              value={failed.get(p.partId) ?? 0}
              onChange={(n) => setFailed(new Map([...failed, [p.partId, n]]))}
            />
          ))}
          {bad > 0 && <p className="mt-1">{bad} more will be printed. The plan updates.</p>}
        </div>
      )}
      {(!isPrint || kept) && (
        <ParsedField
          className="mt-3 w-56"
          label={isPrint ? "Print time shown by the printer" : "Time taken"}
          text={isPrint ? "" : formatDuration(saidS ?? (now - clock.from) / 1000)}
          placeholder={isPrint ? "not recorded" : undefined}
          parse={isPrint ? orNothing(parseDuration) : (parseDuration as (text: string) => Result<number | null>)}
          readAs={(s) => (s === null ? "not set" : formatDuration(s))}
          onReading={setSaying}
          onCommit={setSaidS}
        />
      )}
      {kept && (
        <>
          <ParsedField
            className="mt-3 w-56"
            label="Weight including supports"
            text={massG === null ? "" : `${massG} g`}
            placeholder="not weighed"
            parse={orNothing(parseMass)}
            readAs={(g) => (g === null ? "not weighed" : `${g} g`)}
            onCommit={setMassG}
          />
          <fieldset className="mt-3">
            <legend className="label">What you saw</legend>
            <div className="flex flex-wrap gap-2">
              {(Object.keys(OBSERVATIONS) as Observation[]).map((o) => (
                <button
                  key={o}
                  type="button"
                  className={`btn ${observed.includes(o) ? "btn-solid" : ""}`}
                  aria-pressed={observed.includes(o)}
                  onClick={() => setObserved(observed.includes(o) ? observed.filter((x) => x !== o) : [...observed, o])}
                >
                  {OBSERVATIONS[o]}
                </button>
              ))}
            </div>
          </fieldset>
          <div className="mt-3 flex flex-wrap gap-3">
            <CauseChoice label="If it failed, the cause" process={record?.print?.profile.process} value={cause} onChange={setCause} />
            <ParsedField
              className="w-32"
              label="Layer it failed at"
              text={layer === null ? "" : String(layer)}
              placeholder="unknown"
              parse={orNothing(parseCount({ least: 0, most: 1_000_000 }))}
              onCommit={setLayer}
            />
          </div>
        </>
      )}
      <label className="mt-3 block">
        <span className="label">What went wrong, if anything</span>
        <input className="field" maxLength={LIMITS.wentWrong} value={wentWrong} onChange={(e) => setWentWrong(e.target.value)} />
      </label>
      {pot?.mix && (
        <fieldset className="mt-3">
          <legend className="label">How the colour of {pot.name} came out</legend>
          <div className="flex flex-wrap gap-2">
            {CAME.map((c) => (
              <button
                key={c}
                type="button"
                className={`btn ${came === c ? "btn-solid" : ""}`}
                aria-pressed={came === c}
                onClick={() => setCame(came === c ? null : c)}
              >
                {c}
              </button>
            ))}
          </div>
        </fieldset>
      )}
      {pot && pot.stockMl > 0 && (
        <label className="mt-2 flex min-h-[44px] items-center gap-2">
          <input type="checkbox" className="h-5 w-5" checked={emptied} onChange={(e) => setEmptied(e.target.checked)} />
          That was the last of {pot.name}
        </label>
      )}
      {record?.rests?.method !== undefined && (
        <p className="mt-2">
          <Link
            className="btn-text inline-flex items-center"
            to={`/s/${bare.project.scene.id}/paint/wrong?step=${encodeURIComponent(record.stepKey)}`}
          >
            Something looks wrong? What it may be, and what to do
          </Link>
        </p>
      )}
      {refused && (
        <p role="alert" className="note-act mt-2">
          ▲ {refused}
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={() => end("good")}>
          {isPrint ? "Print went well" : "Done"}
        </button>
        {!isPrint && step.clears === 0 && (
          <button className="btn" onClick={() => end("partly")}>
            Done, but not quite right
          </button>
        )}
        <button className="btn" onClick={() => end("failed")}>
          {isPrint ? "The print failed" : step.clears > 0 ? "All failed" : "Failed: redo it"}
        </button>
      </div>
    </Dialog>
  );
}

function FailedField({ label, most, value, onChange }: { label: string; most: number; value: number; onChange: (n: number) => void }) {
  const id = useId();
  return (
    <div className="mt-1">
      <label className="label block" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        type="number"
        min={0}
        max={most}
        className="field w-28"
        value={value}
        onChange={(e) => onChange(Math.min(most, Math.max(0, Math.round(Number(e.target.value) || 0))))}
      />
    </div>
  );
}
