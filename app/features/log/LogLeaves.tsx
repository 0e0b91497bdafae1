/** The leaves of the log. */
import { useProject } from "~app/shared/scene";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";

/** @param short pots and supplies that the plan takes more of than there is */
export function LogLeaves({ short = 0 }: { short?: number }) {
  const { scene } = useProject();
  return <Leaves of="Log" base={`/s/${scene.id}/log`} tabs={tabsOf("log")} notes={{ shelf: short > 0 ? `${short} short` : null }} />;
}
