/** The leaves of Surface, with the part at hand in every address. */
import { useLocation } from "react-router";
import type { Part } from "~core/project";
import { Leaves } from "~app/ui/leaves";
import { useProject } from "~app/shared/scene";

export function SurfaceLeaves({ part }: { part: Part | undefined }) {
  const project = useProject();
  const { search } = useLocation();
  const base = `/s/${project.scene.id}/surface`;
  const meetings = project.scene.meetings.length;
  return (
    <Leaves
      of={part ? `the surface of ${part.name}` : "Surface"}
      search={search}
      leaves={[
        { to: base, label: "Map and ways" },
        { to: `${base}/left`, label: "What printing left" },
        { to: `${base}/seams`, label: "Seams and fits", note: meetings > 0 ? String(meetings) : undefined },
        { to: `${base}/film`, label: "Film and papers" },
        { to: `${base}/own`, label: "Own figures", note: project.habits.fills.length ? String(project.habits.fills.length) : undefined },
        { to: `${base}/lamp`, label: "Lamp and phone" },
      ]}
    />
  );
}
