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
  return part.surfaceMap ? `${linedSurfaces(list).length} of ${list.length}` : "finding";
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
          Add a printed part and this station finds its surfaces, shows which ones have visible lines and works out how to hide them. On the
          mill house in the demo, the roof lines are 0.4 mm apart: hardly visible from 1 m, until dry brushing picks them out.
        </p>
      )}
    </Page>
  );
}
