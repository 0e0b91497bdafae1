import { ScalePage } from "~app/features/scale/ScalePage";
import { useProject } from "~app/shared/scene";

export default function ScaleRoute() {
  return <ScalePage project={useProject()} />;
}
