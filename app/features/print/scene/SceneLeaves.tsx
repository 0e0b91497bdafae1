import { platesAhead } from "~core/plan";
import { Leaves } from "~app/ui/leaves";
import { useProject } from "~app/shared/scene";

/** The leaves of Print for the whole scene. Their addresses stand under "all", so that none can be a part's. */
export function SceneLeaves() {
  const project = useProject();
  const base = `/s/${project.scene.id}/print`;
  const plates = platesAhead(project).length;
  return (
    <Leaves
      of="Print"
      leaves={[
        { to: base, label: "Queue" },
        { to: `${base}/all/plates`, label: "Plates", note: plates > 0 ? String(plates) : undefined },
        { to: `${base}/all/parts`, label: "Every part" },
        { to: `${base}/all/prints`, label: "Prints and risk" },
        { to: `${base}/all/faults`, label: "Faults" },
        { to: `${base}/all/mat`, label: "Mat and card" },
        { to: `${base}/all/coupons`, label: "Test prints" },
        { to: `${base}/all/printers`, label: "Printers" },
      ]}
    />
  );
}
