/** The leaves of Paint, with the part at hand in every address. */
import { useLocation } from "react-router";
import { useProject } from "~app/shared/scene";
import { Leaves } from "~app/ui/leaves";
import { tabsOf } from "../stations";

export function PaintLeaves() {
  const { scene } = useProject();
  const { search } = useLocation();
  return <Leaves of="Paint" search={search} base={`/s/${scene.id}/paint`} tabs={tabsOf("paint")} />;
}
