import { SurfacePage } from "~app/features/surface/SurfacePage";
import { useProject } from "~app/shared/scene";

export default function SurfaceRoute() {
  return <SurfacePage project={useProject()} />;
}
