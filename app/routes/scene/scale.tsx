import { ScalePage } from "~app/features/scale/ScalePage";
import { useProject } from "~app/features/frame/scene";

export default function ScaleRoute() {
  return <ScalePage project={useProject()} />;
}
