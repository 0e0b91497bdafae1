import type { Part } from "~core/project";
import { Leaves } from "~app/ui/leaves";
import { useProject } from "~app/shared/scene";

/** What is to be decided before one part is printed. */
export function PrintLeaves({ part }: { part: Part }) {
  const project = useProject();
  const base = `/s/${project.scene.id}/print/${part.id}`;
  return (
    <Leaves
      of={`printing ${part.name}`}
      leaves={[
        { to: base, label: "Verdict" },
        { to: `${base}/up`, label: "Which way up", note: part.faces.length ? `${part.faces.length} marked` : undefined },
        { to: `${base}/hours`, label: "Hours and grams" },
        {
          to: `${base}/inside`,
          label: "Hollow or strong",
          note: part.zones.length ? `${part.zones.length} zone${part.zones.length > 1 ? "s" : ""}` : undefined,
        },
        { to: `${base}/pieces`, label: "Pieces" },
      ]}
    />
  );
}
