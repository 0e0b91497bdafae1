/** What a printer that answers says of itself, and what can be told to it. */
import { useState } from "react";
import { toast } from "sonner";
import { FAILURE_CAUSES } from "~core/print";
import type { Job, Lane, Stretch } from "~core/plan";
import { fail, formatDuration, type Result } from "~core/units";
import { tellPrinter, usePrinterState } from "~app/data/printerLink.client";
import { PrinterSilence, phaseWords } from "~app/shared/PrinterSilence";
import { openPrint } from "~app/shared/printerWatch";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { startOf } from "~app/shared/startStep";
import { useTonight } from "~app/shared/tonightModel";

export function PrinterLink({ lane, job, nights }: { lane: Lane; job: Job | undefined; nights: readonly Stretch[] }) {
  const project = useProject();
  const { address } = lane.printer;
  const { state, problem } = usePrinterState(address);
  const [busy, setBusy] = useState(false);
  const { runIn } = useActions();
  const others = useOthers();
  const { model } = useTonight();
  if (!address) return null;
  const open = openPrint([project, ...others], lane.printer.id);
  const record = open?.record;
  // By its own clock it has ended: printed once more it would be a second piece that no record knows.
  const over = record !== undefined && record.startedAt + record.plannedS * 1000 <= model.now;
  const tell = async (act: () => Promise<Result<unknown>>): Promise<void> => {
    setBusy(true);
    const done = await act();
    setBusy(false);
    if (!done.ok) toast.error(`${lane.printer.name}: ${done.problem.message}`);
  };
  /** What was cut off is a failed print, and what is begun anew a print of its own: each has its record. */
  const again = async (): Promise<Result<unknown>> => {
    if (!open || !job) return fail("step.gone", "That print is no longer in the queue.");
    const { pieces } = open.record.print!;
    const lost = pieces.reduce((n, p) => n + p.pieces, 0);
    const ended = await runIn(open.project.scene.id, "step.finish", {
      recordId: open.record.id,
      result: "failed",
      good: 0,
      failed: lost,
      wentWrong: "",
      print: { massG: null, failure: { cause: "power-cut", layer: null } },
      ...(pieces.length > 1 ? { came: pieces.map((p) => ({ partId: p.partId, good: 0, failed: p.pieces })) } : {}),
    });
    return ended.ok ? runIn(job.scene?.id, "step.start", startOf(job.step, project, others)) : ended;
  };
  const mine = state?.job && record && state.job.id === record.id;
  return (
    <div className="mt-2 border-l-2 border-rule pl-2 text-[15px]">
      <PrinterSilence printer={lane.printer} run={record ? { until: record.startedAt + record.plannedS * 1000, nights } : null} />
      {!problem && !state && <p className="text-soft">asking {lane.printer.name}</p>}
      {!problem && state && (
        <>
          <p aria-live="polite">
            It {phaseWords(state)}, {state.temperatureC} °C
            {state.job &&
              state.phase !== "ended" &&
              state.phase !== "failed" &&
              `, ${formatDuration(Math.max(0, state.job.totalS - state.job.elapsedS))} to go`}
            .{state.fault && ` ${FAILURE_CAUSES[state.fault.cause].words} at layer ${state.fault.layer}.`}
          </p>
          {record && !mine && state.job === null && (
            <p className="note-act">
              ▲ The printer has lost this print: it was switched off in the meantime.{" "}
              {over
                ? "It should have ended by now. Look at the plate, then take it off or mark it as failed."
                : "Look at the plate. Record how it ended, or restart it."}
            </p>
          )}
          {record && !mine && state.job !== null && <p className="note-act">▲ It is printing something else: {state.job.name}.</p>}
          <div className="mt-1 flex flex-wrap items-end gap-2">
            {state.phase === "printing" || state.phase === "heating" ? (
              <button className="btn" disabled={busy} onClick={() => void tell(() => tellPrinter(address, "pause"))}>
                Pause
              </button>
            ) : state.phase === "paused" ? (
              <button className="btn" disabled={busy} onClick={() => void tell(() => tellPrinter(address, "resume"))}>
                Resume{" "}
              </button>
            ) : null}
            {["printing", "heating", "paused"].includes(state.phase) && (
              <button className="btn" disabled={busy} onClick={() => void tell(() => tellPrinter(address, "cancel"))}>
                Stop it
              </button>
            )}
            {record && !mine && state.job === null && !over && (
              <button className="btn" disabled={busy} onClick={() => void tell(again)}>
                Restart the interrupted print
              </button>
            )}
            {(state.phase === "ended" || state.phase === "failed") && !record && (
              <button className="btn" disabled={busy} onClick={() => void tell(() => tellPrinter(address, "clear"))}>
                Plate is off
              </button>
            )}
          </div>
        </>
      )}
      {!job && !record && state?.phase === "idle" && <p className="text-soft">Start a plate to send it there.</p>}
    </div>
  );
}
