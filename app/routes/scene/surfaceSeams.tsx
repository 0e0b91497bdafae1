import { SeamsPage } from "~app/features/surface/SeamsPage";
import { useProject } from "~app/shared/scene";

export default function SurfaceSeamsRoute() {
  return <SeamsPage project={useProject()} />;
}
