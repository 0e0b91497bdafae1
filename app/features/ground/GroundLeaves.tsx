/** The leaves of Ground, with what must be mended on the plan told on its own. */
import { useLocation } from "react-router";
import { useProject } from "~app/shared/scene";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";

export function GroundLeaves({ toMend = 0 }: { toMend?: number }) {
  const { scene } = useProject();
  const { search } = useLocation();
  return (
    <Leaves
      of="Ground"
      base={`/s/${scene.id}/ground`}
      tabs={tabsOf("ground")}
      search={search}
      notes={{ "": toMend > 0 ? `${toMend} to mend` : null }}
    />
  );
}
