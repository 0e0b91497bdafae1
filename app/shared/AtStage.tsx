/** All parts at this stage first: what each has next here, known by sight; then one is at hand. */
import { formatDuration } from "~core/units";
import { stepsAmong, type Step } from "~core/plan";
import type { Part } from "~core/project";
import { Silhouette } from "./Silhouette";
import { useTonight } from "./tonightModel";
import { useProject } from "~app/shared/scene";

/** What is shown by itself; the rest is a count. */
const SHOWN = 12;

export function AtStage({ station, part, choose }: { station: Step["station"]; part: Part | undefined; choose: (id: string) => void }) {
  const project = useProject();
  const { model } = useTonight();
  const waiting = project.parts.flatMap((p) => {
    const mine = stepsAmong(model.steps, p.id).filter((s) => s.station === station);
    const left = mine.filter((s) => !["done", "setting"].includes(model.states.get(s.key)!.kind));
    const next = left[0] as Step | undefined;
    return next ? [{ part: p, next, state: model.states.get(next.key)!.kind }] : [];
  });
  if (waiting.length === 0) return null;
  const open = waiting.filter((w) => w.state === "open" || w.state === "in hand").length;
  return (
    <section aria-label="At this stage" className="mt-2">
      <p className="text-soft">
        {waiting.length} {waiting.length === 1 ? "part has" : "parts have"} work here, {open === 0 ? "none" : open} can be continued now.
      </p>
      <ul className="mt-1 flex flex-wrap gap-x-2 gap-y-1">
        {waiting.slice(0, SHOWN).map((w) => (
          <li key={w.part.id}>
            <button
              className={`flex min-h-[48px] items-center gap-2 border px-2 text-left leading-tight hover:bg-board ${
                w.part.id === part?.id ? "border-[1.5px] border-ink bg-board" : "border-rule"
              }`}
              aria-pressed={w.part.id === part?.id}
              onClick={() => choose(w.part.id)}
            >
              <Silhouette part={w.part} />
              <span>
                <span className="block font-semibold">{w.part.name}</span>
                <span className="block max-w-48 text-sm text-soft">
                  {w.state === "blocked" ? "waits: " : ""}
                  {w.next.title}, {formatDuration(w.next.handsOnS)}
                </span>
              </span>
            </button>
          </li>
        ))}
        {waiting.length > SHOWN && <li className="self-center text-soft">and {waiting.length - SHOWN} more</li>}
      </ul>
    </section>
  );
}
