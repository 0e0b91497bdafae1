import { impliedScale, type Part } from "~core/project";
import { formatRatio } from "~core/scale";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";
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
      base={base}
      tabs={tabsOf("parts", "part")}
      notes={{
        mesh: faults ? String(faults) : null,
        scale: implied ? formatRatio(implied.inferred.ratio) : null,
        record: part.versions.length ? `${part.versions.length + 1} versions` : null,
      }}
    />
  );
}
