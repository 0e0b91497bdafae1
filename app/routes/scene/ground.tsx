import { GroundPage } from "~app/features/ground/GroundPage";
import { useProject } from "~app/shared/scene";

export default function GroundRoute() {
  return <GroundPage project={useProject()} />;
}
