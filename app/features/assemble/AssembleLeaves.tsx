/** The leaves of Assemble, with what may seize told on its own. */
import { useMemo } from "react";
import { useLocation } from "react-router";
import { fitsAfterPaint, GOOD_CHANCE } from "~core/plan";
import { useProject } from "~app/shared/scene";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";

export function AssembleLeaves() {
  const project = useProject();
  const { search } = useLocation();
  const doubtful = useMemo(() => fitsAfterPaint(project).filter((f) => f.painted.chanceAll < GOOD_CHANCE).length, [project]);
  return (
    <Leaves
      of="Assemble"
      base={`/s/${project.scene.id}/assemble`}
      tabs={tabsOf("assemble")}
      search={search}
      notes={{ joint: doubtful > 0 ? `${doubtful} in doubt` : null }}
    />
  );
}
