import { LeftPage } from "~app/features/surface/LeftPage";
import { useProject } from "~app/shared/scene";

export default function SurfaceLeftRoute() {
  return <LeftPage project={useProject()} />;
}
