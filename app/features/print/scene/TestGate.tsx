/** A pair of printer and material that has made nothing yet: what is at stake, against the minutes of a test. The choice is kept; nothing is blocked. */
import { loadedOn, type Job } from "~core/plan";
import { couponStake } from "~core/print";
import { formatDuration, formatMass, formatMoney } from "~core/units";
import { useActions, useOthers, useProject } from "~app/shared/scene";
import { startOf } from "~app/shared/startStep";
import { Dialog } from "~app/ui/dialog";
import { Link } from "react-router";
import { sayProblem } from "~app/ui/sayProblem";

export function TestGate({ job, onClose }: { job: Job; onClose: () => void }) {
  const project = useProject();
  const { runIn } = useActions();
  const others = useOthers();
  const printer = project.scene.printers.find((p) => p.id === job.step.printerId)!;
  const loaded = loadedOn(printer, project.supplies);
  const stake = couponStake(printer, job.massG);
  const go = async (gate: "tested first" | "went on"): Promise<void> => {
    const done = await runIn(job.scene?.id, "step.start", startOf(job.step, project, others, gate));
    if (!done.ok) return void sayProblem(done.problem);
    onClose();
  };
  return (
    <Dialog open onOpenChange={(o) => !o && onClose()} title={`${loaded?.name ?? "This material"} is new on ${printer.name}`}>
      <p>
        No successful print with this pair yet. At stake: {formatDuration(job.step.machineS)} of the machine, {formatMass(job.massG)},{" "}
        {formatMoney({ minor: Math.round(stake.minor), currency: printer.currency }, true)}. It succeeds {Math.round(job.chanceGood * 100)}{" "}
        times in 100.
      </p>
      <p className="mt-2">
        A test takes about {formatDuration(stake.testS)} and {formatMass(stake.testG)}, and shows faults before they cost a plate.
      </p>
      <div className="mt-4 flex flex-wrap gap-2">
        <Link className="btn btn-solid" to={`/s/${project.scene.id}/print/all/coupons`}>
          Go to test prints
        </Link>
        <button className="btn" onClick={() => void go("went on")}>
          Print it anyway
        </button>
        <button className="btn" onClick={() => void go("tested first")}>
          I have tested it
        </button>
      </div>
      <p className="mt-3 text-soft">Your choice is recorded with the print, so the log can show whether testing paid off.</p>
    </Dialog>
  );
}
