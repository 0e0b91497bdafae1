/** One press ends a step: it went well. Or say what did not; failed pieces raise the count that is needed. */
import { useId, useState } from "react";
import { formatDuration, parseDuration, type Result } from "~core/units";
import type { Clock } from "~core/plan";
import { useActions } from "~app/shared/scene";
import { useTonight } from "~app/shared/tonightModel";
import { Dialog } from "~app/ui/dialog";
import { ParsedField } from "~app/ui/field";

export function FinishStep({ clock, shareS, onClose }: { clock: Clock; shareS?: number; onClose: () => void }) {
  const { runIn } = useActions();
  const { model } = useTonight();
  const id = useId();
  const { step } = clock;
  const state = model.states.get(step.key);
  const record = state && "record" in state ? state.record : null;
  const [failed, setFailed] = useState(0);
  const [wentWrong, setWentWrong] = useState("");
  const [saidS, setSaidS] = useState<number | null>(shareS ?? null);
  const [saying, setSaying] = useState<Result<number> | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const isPrint = step.machineS > 0;
  const end = (result: "good" | "partly" | "failed"): void => {
    if (!record) return;
    if (saying && !saying.ok) return setRefused(saying.problem.message);
    const took = saying?.value ?? saidS;
    // A print that fails takes all that is on its plate; a cleared plate is counted.
    const bad = result === "failed" ? step.onPlate : step.clears > 0 ? failed : 0;
    void runIn(step.scene?.id, "step.finish", {
      recordId: record.id,
      result: bad === 0 ? result : bad >= step.onPlate ? "failed" : "partly",
      good: Math.max(0, step.counts - bad),
      failed: bad,
      wentWrong: wentWrong.trim(),
      ...(took !== null && { saidS: took }),
    }).then((done) => (done.ok ? onClose() : setRefused(done.problem.message)));
  };
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={`${step.partName}: ${step.title}`}>
      <p className="text-soft">
        {isPrint
          ? `${formatDuration((model.now - clock.from) / 1000)} of ${formatDuration((clock.until - clock.from) / 1000)}`
          : `${formatDuration((model.now - clock.from) / 1000)} in hand, ${formatDuration(step.handsOnS)} were planned`}
      </p>
      {step.clears > 0 && (
        <div className="mt-3">
          <label className="label block" htmlFor={`${id}-failed`}>
            Of {step.clears} {step.clears === 1 ? "piece" : "pieces"}, how many failed?
          </label>
          <input
            id={`${id}-failed`}
            type="number"
            min={0}
            max={step.clears}
            className="field w-28"
            value={failed}
            onChange={(e) => setFailed(Math.min(step.clears, Math.max(0, Math.round(Number(e.target.value) || 0))))}
          />
          {failed > 0 && <p className="mt-1">{failed} more will be printed: the plan follows.</p>}
        </div>
      )}
      {!isPrint && (
        <ParsedField
          className="mt-3 w-44"
          label="It took"
          text={formatDuration(saidS ?? (model.now - clock.from) / 1000)}
          parse={parseDuration}
          readAs={formatDuration}
          onReading={setSaying}
          onCommit={setSaidS}
        />
      )}
      <label className="mt-3 block">
        <span className="label">What went wrong, if anything</span>
        <input className="field" maxLength={1000} value={wentWrong} onChange={(e) => setWentWrong(e.target.value)} />
      </label>
      {refused && (
        <p role="alert" className="note-act mt-2">
          ▲ {refused}
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={() => end("good")}>
          {isPrint ? "It has ended well" : "Done"}
        </button>
        {!isPrint && step.clears === 0 && (
          <button className="btn" onClick={() => end("partly")}>
            Done, not quite right
          </button>
        )}
        <button className="btn" onClick={() => end("failed")}>
          {isPrint ? "The print failed" : step.clears > 0 ? "All failed" : "Failed: do it again"}
        </button>
      </div>
    </Dialog>
  );
}
