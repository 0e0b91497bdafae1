/** The leaves of Surface, with the part at hand in every address. */
import { useLocation } from "react-router";
import type { Part } from "~core/project";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";
import { useProject } from "~app/shared/scene";

export function SurfaceLeaves({ part }: { part: Part | undefined }) {
  const project = useProject();
  const { search } = useLocation();
  const base = `/s/${project.scene.id}/surface`;
  const joints = project.scene.joints.length;
  return (
    <Leaves
      of={part ? `the surface of ${part.name}` : "Surface"}
      search={search}
      base={base}
      tabs={tabsOf("surface")}
      notes={{
        seams: joints > 0 ? String(joints) : null,
        own: project.habits.fills.length ? String(project.habits.fills.length) : null,
      }}
    />
  );
}
