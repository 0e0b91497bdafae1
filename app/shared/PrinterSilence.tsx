/** A printer that should answer and does not: since when, what it did then, and what that means until its print should end. */
import { format } from "date-fns";
import { nightOf, type Stretch } from "~core/plan";
import { CAUTIONS } from "~core/care";
import type { Printer } from "~core/print";
import { formatDuration } from "~core/units";
import { usePrinterState, type LinkState } from "~app/data/printerLink.client";
import { useMoment } from "./tonightModel";

const PHASES = {
  idle: "is idle",
  heating: "heats",
  printing: "prints",
  paused: "is paused",
  ended: "has ended",
  failed: "has failed",
} as const;

/** What it last said of itself: "heats: layer 0 of 127". */
export const phaseWords = ({ phase, job }: NonNullable<LinkState["state"]>): string =>
  `${PHASES[phase]}${job ? `: layer ${job.layer.toLocaleString("en")} of ${job.layers.toLocaleString("en")}` : ""}`;

interface Run {
  /** When its print ends by the clock of the plan. */
  until: number;
  nights: readonly Stretch[];
}

/** Says nothing while it answers. @param run null where nothing prints on it, as far as the records say */
export function PrinterSilence({ printer: { name, address, process }, run }: { printer: Printer; run: Run | null }) {
  const { state, problem, at } = usePrinterState(address);
  const now = useMoment();
  if (!problem) return null;
  const night = run && nightOf(run.until, now, run.nights);
  return (
    <div>
      <p className="note-act">
        ▲ {at === null ? `No contact with ${name} since this page was opened.` : `No contact with ${name} since ${since(at, now)}.`}
      </p>
      <p className="text-soft">
        {problem}
        {state && ` Its last report: it ${phaseWords(state)}.`}
      </p>
      {run ? (
        <>
          <p>
            By the clock, its print {run.until > now ? `ends ${format(run.until, "EEE HH:mm")}` : "has ended"}.{" "}
            {night
              ? `Nobody will notice a fault during the night. Check it ${night.from > now ? "before bed" : "now"}.`
              : "Check on it: its state is unknown here."}
          </p>
          {process === "fdm" && <p className="text-setting-ink">△ {CAUTIONS["hung-printer"].text}</p>}
        </>
      ) : (
        <p className="text-soft">A print you start now is sent if the printer answers within a minute and a half.</p>
      )}
    </div>
  );
}

function since(at: number, now: number): string {
  const ago = Math.max(0, now - at);
  const clock = format(at, ago < 18 * 3_600_000 ? "HH:mm" : "EEE HH:mm");
  return `${clock}, ${ago < 60_000 ? "less than a minute" : formatDuration(ago / 1000)} ago`;
}
