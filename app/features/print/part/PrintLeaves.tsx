import type { Part } from "~core/project";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../../stations";
import { useProject } from "~app/shared/scene";

/** What is to be decided before one part is printed. */
export function PrintLeaves({ part }: { part: Part }) {
  const project = useProject();
  const base = `/s/${project.scene.id}/print/${part.id}`;
  return (
    <Leaves
      of={`printing ${part.name}`}
      base={base}
      tabs={tabsOf("print", "part")}
      notes={{
        up: part.faces.length ? `${part.faces.length} marked` : null,
        inside: part.zones.length ? `${part.zones.length} zone${part.zones.length > 1 ? "s" : ""}` : null,
      }}
    />
  );
}
