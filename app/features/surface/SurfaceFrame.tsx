/** What every leaf of Surface stands in: the part at hand, the leaves, and a word where there is no printed part. */
import type { Part, Project } from "~core/project";
import { choicesOf, linedSurfaces, printerAtHand, surfacesOf } from "~core/project";
import { formatMm } from "~core/units";
import { Page } from "~app/shared/Page";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { SurfaceLeaves } from "./SurfaceLeaves";
import { useProject } from "~app/shared/scene";

/** How many of its surfaces show their lines. */
function shown(part: Part, project: Project): string {
  const list = surfacesOf(part, project.scene);
  return part.surfaceMap ? `${linedSurfaces(list).length} of ${list.length}` : "being found";
}

export function SurfaceFrame({
  title = "Surface",
  children,
}: {
  title?: string;
  children: (part: Part, choose: (id: string) => void) => React.ReactNode;
}) {
  const project = useProject();
  const among = project.parts.filter((p) => p.source.kind !== "scratch");
  const { part, choose } = usePartAtHand(project, among);
  const { scene } = project;
  const printer = part && printerAtHand(part, scene);
  return (
    <Page
      title={part ? `${title} of ${part.name}` : title}
      sub={part && <PartPicker part={part} among={among} choose={choose} />}
      cells={[
        { label: "seen from", value: formatMm(part ? choicesOf(part, scene).viewingDistanceMm : scene.viewingDistanceMm) },
        { label: "layers", value: printer ? `${printer.layerMm} mm` : "no printer" },
        { label: "show", value: part ? shown(part, project) : "nothing" },
      ]}
    >
      <SurfaceLeaves part={part} />
      {part ? (
        children(part, choose)
      ) : (
        <p className="mt-6 max-w-prose text-soft">
          With a printed part here, this names its surfaces, says which of them show their lines and calculates how to hide them. On the
          demo’s mill house the roof’s lines stand 0.4 mm apart: hardly seen from 1 m, until a dry brush finds them.
        </p>
      )}
    </Page>
  );
}
