import { GroundPage } from "~app/features/ground/GroundPage";
import { useProject } from "~app/features/frame/scene";

export default function GroundRoute() {
  return <GroundPage project={useProject()} />;
}
