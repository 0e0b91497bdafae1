import { impliedScale, type Part } from "~core/project";
import { formatRatio } from "~core/scale";
import { Leaves } from "~app/ui/leaves";
import { HARMLESS } from "~core/look";
import { useProject } from "~app/shared/scene";

/** What belongs to one part. */
export function PartLeaves({ part }: { part: Part }) {
  const project = useProject();
  const base = `/s/${project.scene.id}/parts/${part.id}`;
  const implied = impliedScale(part, project.scene);
  const faults = part.source.kind === "mesh" ? part.source.noted.filter((w) => !HARMLESS.has(w.code)).length : 0;
  return (
    <Leaves
      of={part.name}
      leaves={[
        { to: base, label: "Sheet" },
        { to: `${base}/mesh`, label: "Mesh and walls", note: faults ? String(faults) : undefined },
        { to: `${base}/scale`, label: "Its scale", note: implied ? formatRatio(implied.inferred.ratio) : undefined },
        { to: `${base}/record`, label: "Record", note: part.versions.length ? `${part.versions.length + 1} versions` : undefined },
      ]}
    />
  );
}
