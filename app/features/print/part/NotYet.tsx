/** Instead of figures that are not there: why, and what to do. */
import type { Part } from "~core/project";
import { useReckoning } from "~app/shared/reckoning";
import { useProject } from "~app/shared/scene";

export function NotYet({ part }: { part: Part }) {
  const project = useProject();
  const { problems } = useReckoning();
  const problem = problems.get(part.id);
  if (part.source.kind === "scratch") return <p className="mt-4">Made by hand, of {part.source.material}: no printer is needed.</p>;
  if (project.scene.printers.length === 0) return <p className="mt-4">No printer in the Workshop. Add one there to get its hours.</p>;
  if (problem) return <p className="note-act mt-4">▲ {problem}</p>;
  return (
    <p className="mt-4 text-soft" role="status">
      Slicing in the background. The first result will appear shortly.
    </p>
  );
}
