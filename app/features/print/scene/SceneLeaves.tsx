import { platesAhead } from "~core/plan";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../../stations";
import { useProject } from "~app/shared/scene";

/** The leaves of Print for the whole scene. Their addresses stand under "all", so that none can be a part's. */
export function SceneLeaves() {
  const project = useProject();
  const base = `/s/${project.scene.id}/print`;
  const plates = platesAhead(project).length;
  return (
    <Leaves
      of="Print"
      base={base}
      tabs={tabsOf("print")}
      notes={{
        "all/plates": plates > 0 ? String(plates) : null,
      }}
    />
  );
}
